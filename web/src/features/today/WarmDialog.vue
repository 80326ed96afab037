<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import TextField from '@/shared/TextField.vue'

const props = defineProps<{ due: Schemas['DueOut'] }>()
const emit = defineEmits<{ close: [] }>()
const session = useSession()
const temperature = ref(props.due.press_amount)
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/tasks/{task_id}/warmth', {
      params: { path: { ...session.inRoom(), task_id: props.due.task } },
      body: { write_id, temperature: temperature.value, happened_at: null },
    }),
  ),
)
async function save() {
  if (await write.run()) emit('close')
}
</script>

<template>
  <Dialog visible modal :header="`${due.tank_name}, warmth`" @update:visible="emit('close')">
    <EntryForm
      :label="`Reached ${temperature}`"
      :busy="write.busy.value"
      :problem="write.problem.value"
      :fields="['temperature']"
      testid="save-warmth"
      @save="save"
    >
      <p class="small quiet">{{ due.title }}. Write what the thermometer says now.</p>
      <TextField
        v-model="temperature"
        figure
        label="The water is at"
        field="temperature"
        :problem="write.problem.value"
      />
    </EntryForm>
  </Dialog>
</template>
