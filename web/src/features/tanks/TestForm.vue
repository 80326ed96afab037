<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import { capital } from '@/shared/capital'
import ChoiceRow from '@/shared/ChoiceRow.vue'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import WhenField from '@/shared/WhenField.vue'
import { NO_TEST, READINGS } from '@/shared/waterTest'
import TextField from '@/shared/TextField.vue'
import * as texts from './words'

const props = defineProps<{ tank: string; asked?: string[] }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const form = ref<Record<string, string>>({ ...NO_TEST, note: '' })
const more = ref(false)
const usual = READINGS.filter((r) => r.usual)
const others = READINGS.filter((r) => !r.usual)
/** what a task asks for stands open, and first */
const wanted = others.filter((r) => props.asked?.includes(r.id))
const rest = others.filter((r) => !wanted.includes(r))
const warm = session.keeper?.preferences.temperature_unit === 'f' ? '77' : '25'
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
    :label="texts.KEEP_THIS_TEST"
    :busy="write.busy.value"
    :problem="problem"
    :fields="['happened_at', 'note', ...READINGS.map((r) => r.id)]"
    testid="save-test"
    @save="save"
  >
    <TextField
      v-for="r in [...wanted, ...usual, ...(more ? rest : [])]"
      :key="r.id"
      :model-value="form[r.id] ?? ''"
      figure
      :label="r.label"
      :field="r.id"
      :problem="problem"
      :hint="r.hint"
      :placeholder="r.id === 'temperature' ? warm : undefined"
      :inputmode="r.id === 'temperature' ? undefined : 'decimal'"
      @update:model-value="(v: string) => (form[r.id] = v)"
    />
    <button
      v-if="!more && rest.length"
      type="button"
      class="more"
      data-testid="more-readings"
      @click="more = true"
    >
      {{ capital(rest.map((r) => r.name).join(', ')) }}
    </button>
    <ChoiceRow v-model="basis" :label="texts.THE_KIT_COUNTS" :choices="kits" />
    <WhenField v-model="at" :problem="problem" />
    <TextField
      :model-value="form['note'] ?? ''"
      label="Note"
      field="note"
      :problem="problem"
      maxlength="200"
      @update:model-value="(v: string) => (form['note'] = v)"
    />
  </EntryForm>
</template>

<style scoped></style>
