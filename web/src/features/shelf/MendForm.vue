<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import { STOCKED_FIELDS, stockedAgain, stockedSent } from './stocked'
import StockedFields from './StockedFields.vue'

/** A bottle or a box as it is now: its name, what is in it, its dates. */
const props = defineProps<{
  item: { what: 'bottle' | 'label'; uid: string; name: string; stocked: Schemas['StockedOut'] }
}>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const name = ref(props.item.name)
const stocked = ref(stockedAgain(props.item.stocked))
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/shelf/stocked', {
      params: { path: session.inRoom() },
      body: {
        write_id,
        what: props.item.what,
        uid: props.item.uid,
        name: name.value,
        ...stockedSent(stocked.value),
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
    label="So it is"
    :busy="write.busy.value"
    :problem="problem"
    :fields="['name', ...STOCKED_FIELDS]"
    testid="save-mend"
    @save="save"
  >
    <TextField
      v-if="item.what === 'bottle'"
      v-model="name"
      label="Name on it"
      field="name"
      :problem="problem"
      maxlength="60"
    />
    <StockedFields v-model="stocked" :problem="problem" hint="say it anew, or leave it as it is counted" />
    <p class="small quiet">
      Its strength stays as it was written: doses were reckoned with it. A wrong strength is taken off the
      shelf and written down anew.
    </p>
  </EntryForm>
</template>
