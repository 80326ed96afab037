<script setup lang="ts">
import { ref } from 'vue'
import { answer, api } from '@/api/client'
import CountField from '@/shared/CountField.vue'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import WhenField from '@/shared/WhenField.vue'
import * as texts from './words'

/** They were counted anew: the book goes on from there and says what it had thought. */
const props = defineProps<{ group: { uid: string; words: string } }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const count = ref<number | null>(null)
const plusMinus = ref<number | null>(null)
const note = ref('')
const at = ref<string | null>(null)
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/groups/{group_id}/recounts', {
      params: { path: { ...session.inRoom(), group_id: props.group.uid } },
      body: {
        write_id,
        count: count.value ?? 0,
        count_plus_minus: plusMinus.value ?? 0,
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
    :label="count === null ? texts.HOW_MANY_ARE_THERE : `Counted ${count}`"
    :busy="write.busy.value"
    :problem="problem"
    :fields="['happened_at', 'count', 'count_plus_minus', 'note']"
    :disabled="count === null"
    testid="save-recount"
    @save="save"
  >
    <CountField
      v-model="count"
      label="Counted"
      field="count"
      :problem="problem"
      :hint="texts.theBookSays(group.words)"
    />
    <CountField v-model="plusMinus" :label="texts.GIVE_OR_TAKE" field="count_plus_minus" :problem="problem" />
    <WhenField v-model="at" :problem="problem" />
    <TextField v-model="note" label="Note" field="note" :problem="problem" maxlength="500" />
    <p class="small quiet told pt-2">
      {{ texts.WHAT_THE_PLUS_MINUS }}
    </p>
  </EntryForm>
</template>
