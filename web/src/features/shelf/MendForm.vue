<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import { STOCKED_FIELDS, stockedAgain, stockedSent } from './stocked'
import StockedFields from './StockedFields.vue'
import * as texts from './words'

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
    :label="texts.SO_IT_IS"
    :busy="write.busy.value"
    :problem="problem"
    :fields="['name', ...STOCKED_FIELDS]"
    testid="save-mend"
    @save="save"
  >
    <TextField
      v-if="item.what === 'bottle'"
      v-model="name"
      :label="texts.NAME_ON_IT"
      field="name"
      :problem="problem"
      maxlength="60"
    />
    <StockedFields v-model="stocked" :problem="problem" :hint="texts.SAY_IT_ANEW_OR" />
    <p class="small quiet">
      {{ texts.ITS_STRENGTH_STAYS_AS }}
    </p>
  </EntryForm>
</template>
