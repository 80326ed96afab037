<script setup lang="ts">
import { inSentence } from '@/shared/inSentence'
import { ref, watch } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import TextField from '@/shared/TextField.vue'
import WhenField from '@/shared/WhenField.vue'
import { waitsFor } from './waiting'
import * as said from '@/shared/words'
import * as texts from './words'

/** A bath, a dip or a swab that was given without the timer here: what it was, how long, and when. */
const props = defineProps<{ due: Schemas['DueOut'] }>()
const emit = defineEmits<{ close: [] }>()
const session = useSession()
const given = ref('')
const minutes = ref('')
const at = ref<string | null>(null)
const sent = () => ({ given: given.value, minutes: minutes.value, happened_at: at.value })
const write = useWrite(
  (write_id) =>
    answer(
      api.POST('/api/rooms/{room_id}/tasks/{task_id}/done', {
        params: { path: { ...session.inRoom(), task_id: props.due.task } },
        body: { write_id, ...sent() },
      }),
    ),
  () => waitsFor(session.inRoom(), props.due, 'done', sent(), given.value),
)
watch([given, minutes, at], () => write.forget())
async function save() {
  if (await write.run()) emit('close')
}
</script>

<template>
  <Dialog
    visible
    modal
    :header="`${due.tank_name}, done already: ${inSentence(due.title)}`"
    @update:visible="emit('close')"
  >
    <EntryForm
      :label="said.WRITE_IT_DOWN"
      :busy="write.busy.value"
      :problem="write.problem.value"
      :fields="['given', 'minutes', 'happened_at']"
      testid="save-already"
      @save="save"
    >
      <TextField
        v-model="given"
        :label="texts.WHAT_WAS_GIVEN"
        field="given"
        :problem="write.problem.value"
        :hint="texts.THE_MEDICINE_HOW_STRONG"
        autofocus
      />
      <TextField
        v-if="due.kind !== 'swab'"
        v-model="minutes"
        figure
        :label="said.MINUTES_THEY_WERE_IN"
        field="minutes"
        :problem="write.problem.value"
        inputmode="decimal"
      />
      <WhenField v-model="at" :problem="write.problem.value" />
      <template #presses>
        <Button type="button" severity="secondary" label="Back" @click="emit('close')" />
      </template>
    </EntryForm>
  </Dialog>
</template>
