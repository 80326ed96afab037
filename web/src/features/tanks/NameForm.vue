<script setup lang="ts">
import { ref } from 'vue'
import { answer, api } from '@/api/client'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import * as texts from './words'

/** A name for one fish of a group, and how it is told from the others. */
const props = defineProps<{ group: { uid: string } }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const name = ref('')
const marks = ref('')
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/groups/{group_id}/individuals', {
      params: { path: { ...session.inRoom(), group_id: props.group.uid } },
      body: { write_id, name: name.value, marks: marks.value },
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
    :label="texts.GIVE_IT_THIS_NAME"
    :busy="write.busy.value"
    :problem="problem"
    :fields="['name', 'marks']"
    :disabled="!name.trim()"
    testid="save-name"
    @save="save"
  >
    <TextField v-model="name" label="Name" field="name" :problem="problem" maxlength="40" />
    <TextField
      v-model="marks"
      label="Told by"
      field="marks"
      :problem="problem"
      maxlength="200"
      :hint="texts.A_NICK_IN_THE"
    />
  </EntryForm>
</template>
