<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import ChoiceRow from '@/shared/ChoiceRow.vue'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import WhenField from '@/shared/WhenField.vue'
import { NO_TEST } from '@/shared/waterTest'
import TextField from '@/shared/TextField.vue'

const props = defineProps<{ tank: string; asked?: string[] }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const form = ref({ ...NO_TEST, note: '' })
const more = ref(false)
const MORE = [
  { name: 'oxygen', label: 'Oxygen', hint: 'mg/L' },
  { name: 'salinity', label: 'Salinity', hint: 'g/kg, or SG' },
  { name: 'chlorine', label: 'Chlorine, total', hint: 'mg/L' },
  { name: 'nitrate', label: 'Nitrate', hint: 'mg/L' },
  { name: 'chloride', label: 'Chloride', hint: 'mg/L' },
  { name: 'copper', label: 'Copper', hint: 'mg/L' },
] as const
/** what a task asks for stands open, and first */
const wanted = MORE.filter((m) => props.asked?.includes(m.name))
const rest = MORE.filter((m) => !wanted.includes(m))
const basis = ref<NonNullable<Schemas['ReadingIn']['basis']>>(
  session.keeper?.preferences.kit_basis === 'n' ? 'n' : 'ion',
)
const kits = [
  { value: 'ion', label: 'the ion: NH₄, NO₂, NO₃' },
  { value: 'n', label: 'nitrogen: N' },
] as const
const at = ref<string | null>(null)
const sent = () => ({ ...form.value, basis: basis.value, happened_at: at.value })
const write = useWrite(
  (write_id) =>
    answer(
      api.POST('/api/rooms/{room_id}/tanks/{tank_id}/readings', {
        params: { path: { ...session.inRoom(), tank_id: props.tank } },
        body: { write_id, ...sent() },
      }),
    ),
  () => ({
    path: `/api/rooms/${session.inRoom().room_id}/tanks/${props.tank}/readings`,
    body: sent(),
    words: 'A water test',
  }),
)
const problem = write.problem
async function save() {
  if (await write.run()) emit('done')
}
</script>

<template>
  <EntryForm
    label="Keep this test"
    :busy="write.busy.value"
    :problem="problem"
    :fields="['happened_at', 'temperature', 'ph', 'ammonia', 'nitrite', 'note', ...MORE.map((m) => m.name)]"
    testid="save-test"
    @save="save"
  >
    <TextField
      v-for="m in wanted"
      :key="m.name"
      v-model="form[m.name]"
      figure
      :label="m.label"
      :field="m.name"
      :problem="problem"
      :hint="m.hint"
      inputmode="decimal"
    />
    <TextField
      v-model="form.temperature"
      figure
      label="Temperature"
      field="temperature"
      :problem="problem"
      :placeholder="session.keeper?.preferences.temperature_unit === 'f' ? '77' : '25'"
    />
    <TextField v-model="form.ph" figure label="pH" field="ph" :problem="problem" inputmode="decimal" />
    <TextField
      v-model="form.ammonia"
      figure
      label="Ammonia"
      field="ammonia"
      :problem="problem"
      hint="mg/L"
      inputmode="decimal"
    />
    <TextField
      v-model="form.nitrite"
      figure
      label="Nitrite"
      field="nitrite"
      :problem="problem"
      hint="mg/L"
      inputmode="decimal"
    />
    <template v-if="more">
      <TextField
        v-for="m in rest"
        :key="m.name"
        v-model="form[m.name]"
        figure
        :label="m.label"
        :field="m.name"
        :problem="problem"
        :hint="m.hint"
        inputmode="decimal"
      />
    </template>
    <button
      v-else-if="rest.length"
      type="button"
      class="more"
      data-testid="more-readings"
      @click="more = true"
    >
      {{ rest.map((m, i) => (i ? m.label.toLowerCase() : m.label).replace(', total', '')).join(', ') }}
    </button>
    <ChoiceRow v-model="basis" label="The kit counts" :choices="kits" />
    <WhenField v-model="at" :problem="problem" />
    <TextField v-model="form.note" label="Note" field="note" :problem="problem" maxlength="200" />
  </EntryForm>
</template>

<style scoped></style>
