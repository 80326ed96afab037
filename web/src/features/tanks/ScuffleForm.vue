<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import ChoiceRow from '@/shared/ChoiceRow.vue'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import WhenField from '@/shared/WhenField.vue'
import { SCUFFLE_DEGREES } from '@/shared/choices'
import * as said from '@/shared/words'

/** Who goes for the newcomers, and how hard. */
const props = defineProps<{ group: { uid: string } }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const byWhom = ref('')
const degree = ref<Schemas['ScuffleIn']['degree']>('chased')
const note = ref('')
const at = ref<string | null>(null)
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/groups/{group_id}/scuffles', {
      params: { path: { ...session.inRoom(), group_id: props.group.uid } },
      body: {
        write_id,
        by_whom: byWhom.value,
        degree: degree.value,
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
    :label="said.WRITE_IT_DOWN"
    :busy="write.busy.value"
    :problem="problem"
    :fields="['happened_at', 'by_whom', 'note']"
    testid="save-scuffle"
    @save="save"
  >
    <TextField v-model="byWhom" label="By whom" field="by_whom" :problem="problem" maxlength="60" />
    <ChoiceRow v-model="degree" label="They were" :choices="SCUFFLE_DEGREES" />
    <WhenField v-model="at" :problem="problem" />
    <TextField v-model="note" label="Note" field="note" :problem="problem" maxlength="500" />
  </EntryForm>
</template>
