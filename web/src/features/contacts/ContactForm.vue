<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import ChoiceRow from '@/shared/ChoiceRow.vue'
import EntryForm from '@/shared/EntryForm.vue'
import SelectField from '@/shared/SelectField.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import WhenField from '@/shared/WhenField.vue'
import { choices } from '@/shared/choices'
import { useTanks } from '@/shared/queries'
import * as said from '@/shared/words'
import * as texts from './words'

/** Gear was used in a tank; or water, or hands, went from one to another. What may come along is asked about before it stands. */
const props = defineProps<{ gear: Schemas['GearOut'] | null; to?: string }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
type Carrier = Extract<Schemas['ContactIn']['kind'], 'water' | 'hands'>
const kind = ref<Carrier>('water')
const KINDS = choices<Carrier>({ water: 'water', hands: 'hands' })
const from = ref('')
const tank = ref(props.to ?? '')
const note = ref('')
const at = ref<string | null>(null)
const confirmed = ref(false)
const tanks = useTanks()
const standing = computed(() => (tanks.data.value ?? []).filter((t) => !t.put_away))
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/contacts', {
      params: { path: session.inRoom() },
      body: {
        write_id,
        kind: props.gear ? 'used' : kind.value,
        gear: props.gear?.uid ?? null,
        from_tank: props.gear ? null : from.value || null,
        tank: tank.value || null,
        note: note.value,
        happened_at: at.value,
        confirmed: confirmed.value,
      },
    }),
  ),
)
const problem = write.problem
watch([kind, from, tank, at], () => {
  confirmed.value = false
  write.forget()
})
async function save() {
  if (await write.run()) emit('done')
  else confirmed.value = problem.value?.kind === 'unusual'
}
</script>

<template>
  <EntryForm
    :label="confirmed ? texts.IT_HAPPENED_ALL_THE : said.WRITE_IT_DOWN"
    :busy="write.busy.value"
    :problem="problem"
    :fields="['from_tank', 'tank', 'note', 'happened_at']"
    testid="save-contact"
    @save="save"
  >
    <ChoiceRow v-if="!gear" v-model="kind" label="What" :choices="KINDS" />
    <SelectField
      v-if="!gear"
      v-model="from"
      label="From"
      :options="standing"
      option-label="name"
      option-value="uid"
      field="from_tank"
      :problem="problem"
    />
    <SelectField
      v-model="tank"
      label="Into"
      :options="standing"
      option-label="name"
      option-value="uid"
      field="tank"
      :problem="problem"
    />
    <TextField v-model="note" label="Note" field="note" :problem="problem" maxlength="200" />
    <WhenField v-model="at" :problem="problem" />
  </EntryForm>
</template>
