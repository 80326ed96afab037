<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import DayField from '@/shared/DayField.vue'
import EntryForm from '@/shared/EntryForm.vue'
import SelectField from '@/shared/SelectField.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import * as said from '@/shared/words'
import * as texts from './words'

/** Something to be done here every so many days. */
const props = defineProps<{ tank: string; kinds: Schemas['UpkeepKindOut'][] }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const kind = ref(props.kinds[0]?.id ?? '')
const chosen = computed(() => props.kinds.find((k) => k.id === kind.value))
const title = ref('')
const share = ref('20 %')
const every = ref('')
const begins = ref('')
// what is proposed for a kind, until somebody types his own
watch(chosen, (k) => (every.value = k ? String(k.every_days) : ''), { immediate: true })
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/tanks/{tank_id}/standing', {
      params: { path: { ...session.inRoom(), tank_id: props.tank } },
      body: {
        write_id,
        kind: kind.value,
        title: title.value,
        every_days: every.value,
        share: chosen.value?.done_by === 'change' ? share.value : '',
        begins_on: begins.value || null,
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
    label="Plan it"
    :busy="write.busy.value"
    :problem="problem"
    :fields="['kind', 'title', 'share', 'every_days', 'begins_on']"
    testid="save-standing"
    @save="save"
  >
    <SelectField
      v-model="kind"
      label="What"
      :options="kinds"
      option-label="name"
      option-value="id"
      field="kind"
      :problem="problem"
    />
    <p v-if="chosen?.text" class="small quiet">{{ chosen.text }}</p>
    <TextField
      v-if="kind === 'other'"
      v-model="title"
      :label="texts.IN_YOUR_WORDS"
      field="title"
      :problem="problem"
      maxlength="80"
    />
    <TextField
      v-if="chosen?.done_by === 'change'"
      v-model="share"
      figure
      :label="texts.HOW_MUCH_OF_THE"
      field="share"
      :problem="problem"
    />
    <TextField
      v-model="every"
      figure
      :label="texts.EVERY_SO_MANY_DAYS"
      hint="days"
      field="every_days"
      :problem="problem"
      inputmode="numeric"
    />
    <DayField
      v-model="begins"
      label="From"
      field="begins_on"
      :problem="problem"
      :hint="said.TODAY_IF_LEFT_EMPTY"
      example="e.g. 4 Dec"
      ahead
    />
  </EntryForm>
</template>
