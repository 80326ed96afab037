<script setup lang="ts">
import { ref } from 'vue'
import { answer, api } from '@/api/client'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import * as texts from './words'

/** A tank is emptied, cleaned and put away. */
const props = defineProps<{ tank: string }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const note = ref('')
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/tanks/{tank_id}/take-down', {
      params: { path: { ...session.inRoom(), tank_id: props.tank } },
      body: { write_id, note: note.value },
    }),
  ),
)
const problem = write.problem
async function save() {
  if (await write.run()) emit('done')
}
</script>

<template>
  <EntryForm
    :label="texts.IT_IS_PUT_AWAY"
    :busy="write.busy.value"
    :problem="problem"
    :fields="['note']"
    testid="save-take-down"
    @save="save"
  >
    <p class="small">
      {{ texts.EVERYTHING_THAT_WAS_IN }}
    </p>
    <TextField
      v-model="note"
      :label="texts.HOW_IT_WAS_CLEANED"
      field="note"
      :problem="problem"
      maxlength="200"
      :placeholder="texts.DISINFECTED_RINSED_DRIED_FOR"
    />
  </EntryForm>
</template>
