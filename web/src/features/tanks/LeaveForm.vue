<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import ChoiceRow from '@/shared/ChoiceRow.vue'
import CountField from '@/shared/CountField.vue'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import WhenField from '@/shared/WhenField.vue'
import { LEAVING_KINDS } from '@/shared/choices'
import * as texts from './words'

/** Fish leave alive: sold, given away, or released into a water that is not in this book. */
const props = defineProps<{ group: { uid: string; words: string; left: number } }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const kind = ref<Schemas['LeavingIn']['kind']>('given')
const count = ref<number | null>(props.group.left)
const plusMinus = ref<number | null>(null)
const whither = ref('')
const note = ref('')
const DONE = { given: 'given away', sold: 'sold', released: 'released' }
const at = ref<string | null>(null)
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/groups/{group_id}/leavings', {
      params: { path: { ...session.inRoom(), group_id: props.group.uid } },
      body: {
        write_id,
        kind: kind.value,
        count: count.value ?? 0,
        count_plus_minus: plusMinus.value ?? 0,
        whither: whither.value,
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
    :label="`${count ?? 0} ${DONE[kind]}`"
    :busy="write.busy.value"
    :problem="problem"
    :fields="['happened_at', 'count', 'count_plus_minus', 'whither', 'note']"
    testid="save-leaving"
    @save="save"
  >
    <ChoiceRow v-model="kind" label="How" :choices="LEAVING_KINDS" />
    <CountField
      v-model="count"
      label="How many"
      field="count"
      :problem="problem"
      :hint="`of ${group.words}`"
    />
    <CountField v-model="plusMinus" :label="texts.GIVE_OR_TAKE" field="count_plus_minus" :problem="problem" />
    <TextField
      v-model="whither"
      label="To"
      field="whither"
      :problem="problem"
      maxlength="60"
      :hint="texts.A_KEEPER_A_POND"
    />
    <WhenField v-model="at" :problem="problem" />
    <TextField v-model="note" label="Note" field="note" :problem="problem" maxlength="500" />
    <p v-if="kind === 'released'" class="small tannin pt-2">
      {{ texts.INTO_A_GARDEN_POND }}
    </p>
  </EntryForm>
</template>
