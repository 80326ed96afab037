<script setup lang="ts">
import { ref } from 'vue'
import { answer, api } from '@/api/client'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import WhenField from '@/shared/WhenField.vue'
import * as texts from './words'

/** Something was taken from a bottle that no course and no bath knows of. */
const props = defineProps<{ item: { what: 'bottle' | 'label'; uid: string } }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const amount = ref('')
const note = ref('')
const at = ref<string | null>(null)
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/shelf/taken', {
      params: { path: session.inRoom() },
      body: {
        write_id,
        what: props.item.what,
        uid: props.item.uid,
        amount: amount.value,
        note: note.value,
        happened_at: at.value,
      },
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
    :label="texts.IT_WAS_TAKEN"
    :busy="write.busy.value"
    :problem="problem"
    :fields="['amount', 'note', 'happened_at']"
    testid="save-taken"
    @save="save"
  >
    <TextField
      v-model="amount"
      figure
      label="So much"
      field="amount"
      :problem="problem"
      hint="5 mL, 2 g, 1"
    />
    <TextField v-model="note" label="For what" field="note" :problem="problem" maxlength="200" />
    <WhenField v-model="at" :problem="problem" />
  </EntryForm>
</template>
