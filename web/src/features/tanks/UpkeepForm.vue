<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import EntryForm from '@/shared/EntryForm.vue'
import SelectField from '@/shared/SelectField.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import WhenField from '@/shared/WhenField.vue'
import * as said from '@/shared/words'
import * as texts from './words'

/** Something that was done here, planned or not. */
const props = defineProps<{ tank: string; kinds: Schemas['UpkeepKindOut'][] }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const noted = props.kinds.filter((k) => k.done_by === 'note')
const kind = ref('other')
const note = ref('')
const at = ref<string | null>(null)
const sent = () => ({ kind: kind.value, standing_task: null, note: note.value, happened_at: at.value })
const write = useWrite(
  (write_id) =>
    answer(
      api.POST('/api/rooms/{room_id}/tanks/{tank_id}/upkeep', {
        params: { path: { ...session.inRoom(), tank_id: props.tank } },
        body: { write_id, ...sent() },
      }),
    ),
  () => ({
    path: `/api/rooms/${session.inRoom().room_id}/tanks/${props.tank}/upkeep`,
    body: sent(),
    words: note.value || texts.SOMETHING_DONE,
  }),
)
const problem = write.problem
async function save() {
  if (await write.run()) emit('done')
}
</script>

<template>
  <EntryForm
    :label="said.WRITE_IT_DOWN"
    :busy="write.busy.value"
    :problem="problem"
    :fields="['kind', 'note', 'happened_at']"
    testid="save-upkeep"
    @save="save"
  >
    <SelectField
      v-model="kind"
      label="What"
      :options="noted"
      option-label="name"
      option-value="id"
      field="kind"
      :problem="problem"
    />
    <TextField
      v-model="note"
      :label="kind === 'other' ? texts.WHAT_WAS_DONE : 'Note'"
      field="note"
      :problem="problem"
      maxlength="200"
    />
    <WhenField v-model="at" :problem="problem" />
  </EntryForm>
</template>
