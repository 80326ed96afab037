<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import { choices } from '@/shared/choices'
import ChoiceRow from '@/shared/ChoiceRow.vue'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import WhenField from '@/shared/WhenField.vue'
import * as texts from './words'

/** What a filter without fish is given to live on: ammonia, or food that rots. */
const props = defineProps<{ tank: string }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
type Fed = Extract<keyof Schemas['FilterFedIn'], 'ammonia' | 'feed'>
const what = ref<Fed>('ammonia')
const amount = ref('')
const at = ref<string | null>(null)
const WHATS = choices<Fed>({ ammonia: 'ammonia', feed: 'food' })
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/tanks/{tank_id}/filter-fed', {
      params: { path: { ...session.inRoom(), tank_id: props.tank } },
      body: {
        write_id,
        ammonia: what.value === 'ammonia' ? amount.value : '',
        feed: what.value === 'feed' ? amount.value : '',
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
    :label="texts.IT_IS_IN"
    :busy="write.busy.value"
    :problem="problem"
    :fields="['ammonia', 'feed', 'happened_at']"
    testid="save-fed"
    @save="save"
  >
    <ChoiceRow v-model="what" label="Given" :choices="WHATS" />
    <TextField
      v-model="amount"
      :label="what === 'ammonia' ? texts.IT_RAISED_THE_WATER : texts.SO_MUCH_FOOD"
      :field="what === 'ammonia' ? 'ammonia' : 'feed'"
      :problem="problem"
      :placeholder="what === 'ammonia' ? texts.FOR_EXAMPLE_2_MG_L : '0.5 g'"
      maxlength="30"
      figure
    />
    <WhenField v-model="at" :problem="problem" />
  </EntryForm>
</template>
