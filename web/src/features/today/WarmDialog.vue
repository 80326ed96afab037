<script setup lang="ts">
import { computed, ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import WhenField from '@/shared/WhenField.vue'
import { waitsFor } from './waiting'
import TextField from '@/shared/TextField.vue'
import * as texts from './words'

/** The water reached its warmth, or its salinity: what the instrument says. */
const props = defineProps<{ due: Schemas['DueOut'] }>()
const emit = defineEmits<{ close: [] }>()
const session = useSession()
const salty = computed(() => props.due.kind === 'salinity')
const read = ref(props.due.press_amount)
const at = ref<string | null>(null)
const write = useWrite(
  (write_id) => {
    const params = { path: { ...session.inRoom(), task_id: props.due.task } }
    return salty.value
      ? answer(
          api.POST('/api/rooms/{room_id}/tasks/{task_id}/salinity', {
            params,
            body: { write_id, salinity: read.value, happened_at: at.value },
          }),
        )
      : answer(
          api.POST('/api/rooms/{room_id}/tasks/{task_id}/warmth', {
            params,
            body: { write_id, temperature: read.value, happened_at: at.value },
          }),
        )
  },
  () => {
    const sent = { [salty.value ? 'salinity' : 'temperature']: read.value, happened_at: at.value }
    return waitsFor(session.inRoom(), props.due, salty.value ? 'salinity' : 'warmth', sent, read.value)
  },
)
async function save() {
  if (await write.run()) emit('close')
}
</script>

<template>
  <Dialog
    visible
    modal
    :header="`${due.tank_name}, ${salty ? 'salinity' : 'warmth'}`"
    @update:visible="emit('close')"
  >
    <EntryForm
      :label="`Reached ${read}`"
      :busy="write.busy.value"
      :problem="write.problem.value"
      :fields="['happened_at', 'temperature', 'salinity']"
      testid="save-warmth"
      @save="save"
    >
      <p class="small quiet">
        {{ (salty ? texts.writeTheSalinity : texts.writeTheWarmth)(due.title) }}
      </p>
      <TextField
        v-model="read"
        figure
        :label="texts.THE_WATER_IS_AT"
        :field="salty ? 'salinity' : 'temperature'"
        :problem="write.problem.value"
      />
      <WhenField v-model="at" :problem="write.problem.value" />
    </EntryForm>
  </Dialog>
</template>
