<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import CountField from '@/shared/CountField.vue'
import DayField from '@/shared/DayField.vue'
import EntryForm from '@/shared/EntryForm.vue'
import FormField from '@/shared/FormField.vue'
import SelectField from '@/shared/SelectField.vue'
import { useSession } from '@/shared/session'
import StrengthFields from '@/shared/StrengthFields.vue'
import { STRENGTHS } from '@/shared/choices'
import type { StrengthKind } from '@/shared/strengths'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import { emptyStocked, STOCKED_FIELDS, stockedSent } from './stocked'
import StockedFields from './StockedFields.vue'
import { useActives } from '@/shared/queries'
import * as said from '@/shared/words'
import * as texts from './words'

/** A product as its label says, or a stock solution that was mixed. */
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const { data: actives } = useActives()
type Kind = NonNullable<Schemas['BottleIn']['kind']>
const name = ref('')
const active = ref('')
const what = ref('')
const value = ref('')
const form = ref('')
const density = ref('')
const stocked = ref(emptyStocked())
const made = ref('')
const keeps = ref<number | null>(null)
const weighed = ref('')
const madeUpTo = ref('')
const base = ref('')
const choices = computed(() => (actives.value ?? []).filter((a) => a.strengths.length))
const one = computed(() => choices.value.find((a) => a.id === active.value) ?? null)
const holds = computed(() => [
  ...(one.value?.strengths ?? []).map((s) => ({ value: s.id, label: s.name })),
  ...STRENGTHS,
  { value: 'stock', label: 'a solution I mixed' },
])
watch(one, (now) => {
  what.value = now?.strengths[0]?.id ?? ''
  base.value = now?.strengths[0]?.id ?? ''
})
const listed = computed(() => one.value?.strengths.some((s) => s.id === what.value) ?? false)
const { busy, problem, run } = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/shelf/bottles', {
      params: { path: session.inRoom() },
      body: {
        write_id,
        name: name.value,
        active: active.value,
        kind: listed.value ? 'listed' : (what.value as Kind),
        strength: listed.value ? what.value : what.value === 'stock' ? base.value : '',
        value: value.value,
        density: density.value,
        piece: 'tablet',
        form: form.value,
        made_on: what.value === 'stock' ? made.value || null : null,
        keeps_days: keeps.value,
        weighed: weighed.value,
        made_up_to: madeUpTo.value,
        ...stockedSent(stocked.value),
      },
    }),
  ),
)
const fields = [
  ...['name', 'active', 'strength', 'value', 'form', 'density', 'made_on'],
  ...['keeps_days', 'weighed', 'made_up_to', ...STOCKED_FIELDS],
]
async function save() {
  if (await run()) emit('done')
}
</script>

<template>
  <EntryForm
    :label="texts.PUT_IT_ON_THE"
    :busy="busy"
    :problem="problem"
    :fields="fields"
    testid="save-bottle"
    :disabled="!active"
    @save="save"
  >
    <TextField v-model="name" :label="texts.NAME_ON_IT" field="name" :problem="problem" maxlength="60" />
    <SelectField
      v-model="active"
      label="It holds"
      field="active"
      :problem="problem"
      :options="choices"
      option-label="name"
      option-value="id"
      filter
      :filter-fields="['search']"
      placeholder="active ingredient"
      data-testid="bottle-active"
    />
    <SelectField
      v-if="one"
      v-model="what"
      label="Strength"
      field="strength"
      :problem="problem"
      :options="holds"
      data-testid="bottle-strength"
    />
    <FormField
      v-if="one?.forms.length && what !== 'stock' && !listed"
      v-model="form"
      :forms="one.forms"
      field="form"
      :problem="problem"
    />
    <template v-if="one && what === 'stock'">
      <SelectField
        v-if="one.strengths.length > 1"
        v-model="base"
        label="Made of"
        :options="one.strengths"
        option-label="name"
        option-value="id"
      />
      <TextField
        v-model="weighed"
        figure
        label="Put in"
        :hint="texts.N_10_G_OR_ML"
        field="weighed"
        :problem="problem"
      />
      <TextField
        v-model="madeUpTo"
        figure
        :label="texts.MADE_UP_TO"
        hint="1 L, 500 mL"
        field="made_up_to"
        :problem="problem"
      />
      <DayField
        v-model="made"
        label="Made on"
        field="made_on"
        :problem="problem"
        :hint="said.TODAY_IF_LEFT_EMPTY"
      />
      <CountField v-model="keeps" label="Keeps" hint="days" field="keeps_days" :problem="problem" />
    </template>
    <StrengthFields
      v-else-if="one && !listed"
      v-model:value="value"
      v-model:density="density"
      :kind="what as StrengthKind"
      kind-elsewhere
      :hint="one.counted"
      :fields="{ value: ['value'], density: ['density'] }"
      :problem="problem"
    />
    <StockedFields
      v-model="stocked"
      :problem="problem"
      :hint="what === 'stock' ? texts.ALL_THAT_WAS_MADE : texts.N_250_ML_500_G"
    />
  </EntryForm>
</template>
