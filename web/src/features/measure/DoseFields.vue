<script setup lang="ts">
import { computed, watch } from 'vue'
import { RouterLink } from 'vue-router'
import type { Problem, Schemas } from '@/api/client'
import SelectField from '@/shared/SelectField.vue'
import StrengthFields from '@/shared/StrengthFields.vue'
import { productsOf } from '@/shared/strengths'
import TextField from '@/shared/TextField.vue'
import DoseMeets from './DoseMeets.vue'
import UseOption from '@/shared/UseOption.vue'
import type { DoseValues } from './useMeasure'
import { useActives, useShelf } from '@/shared/queries'
import * as said from '@/shared/words'
import * as texts from './words'

/** Which medicine, for what, in which strength, how much, and what it meets. */
const props = defineProps<{
  problem: Problem | null
  tank: Schemas['TankOut'] | null
  water: string | null
}>()
const dose = defineModel<DoseValues>({ required: true })
const { data: actives } = useActives()
const { data: shelf, isFetched: shelfIsKnown } = useShelf()
const active = computed(() => actives.value?.find((a) => a.id === dose.value.active) ?? null)
const use = computed(() => active.value?.uses.find((u) => u.id === dose.value.use) ?? null)
/** those for this kind of water; all of them where none is, so that the slip can say why not */
const uses = computed(() => {
  const all = active.value?.uses ?? []
  const here = all.filter(
    (u) => !props.water || u.water.some((w) => w === props.water) || u.id === dose.value.use,
  )
  return here.length ? here : all
})
const bottles = computed(() => shelf.value?.bottles.filter((b) => b.active === dose.value.active) ?? [])
const strengths = computed(() => productsOf(active.value, shelf.value, dose.value.use, true))
const tools = computed(() => shelf.value?.tools.map((t) => t.name).join(', ') || texts.THE_USUAL_ONES)
const rows = computed(() => {
  const u = use.value
  if (!u?.dose)
    return u?.minutes ? [{ name: 'minutes', label: 'Minutes', hint: `published ${u.minutes}` }] : []
  return [
    {
      name: 'target',
      label: u.gate === 'vet' ? said.YOUR_VET_SAYS : said.BRING_IT_TO,
      hint: `${u.typed_unit}${u.typed_unit === 'g/L' ? ' or SG' : ''}; published ${u.dose}`,
      placeholder: u.gate === 'vet' ? '' : u.usual,
    },
    ...(u.route === 'prolonged'
      ? [
          {
            name: 'level_now',
            label: said.IN_THE_WATER_NOW,
            hint: u.typed_unit,
            placeholder: props.tank ? texts.BY_THE_RECORD : '0',
          },
        ]
      : []),
    ...(u.minutes ? [{ name: 'minutes', label: 'Minutes', hint: `published ${u.minutes}` }] : []),
    ...(u.adds_demand
      ? [
          {
            name: 'demand',
            label: texts.THE_WATER_USES_UP,
            hint: texts.byAJarTest(u.typed_unit),
            placeholder: '0',
          },
        ]
      : []),
  ]
})
watch(
  [active, bottles, shelfIsKnown],
  ([now], [before]) => {
    // what is owned comes first: nothing is chosen before the shelf has answered, or failed to
    if (!now || !shelfIsKnown.value) return
    const kept = now.uses.some((u) => u.id === dose.value.use)
    // of what is not measured out there is no strength to wait for: waiting for one would go on for ever
    if (kept && (dose.value.strength || (before?.id === now.id && !strengths.value.length))) return
    // what stands on the shelf comes first
    const first = bottles.value.find((b) => !b.past)
    dose.value = {
      ...dose.value,
      use: kept ? dose.value.use : (uses.value[0]?.id ?? ''),
      strength: first ? `bottle:${first.uid}` : (strengths.value[0]?.value ?? ''),
      confirmed: false,
      sure: false,
    }
  },
  { immediate: true },
)
function set(change: Partial<DoseValues>) {
  dose.value = { ...dose.value, confirmed: false, sure: false, ...change }
}
const type = (name: string, value?: string) => set({ typed: { ...dose.value.typed, [name]: value ?? '' } })
</script>

<template>
  <SelectField
    label="Medicine"
    field="active"
    :problem="problem"
    :model-value="dose.active"
    :options="actives ?? []"
    option-label="name"
    option-value="id"
    filter
    :filter-fields="['search']"
    placeholder="choose"
    data-testid="choose-active"
    @update:model-value="set({ active: $event, use: '', strength: '', ownKind: null, typed: {} })"
  />
  <template v-if="active">
    <SelectField
      :model-value="dose.use"
      label="For"
      field="use"
      :problem="problem"
      wide
      :options="uses"
      option-value="id"
      option-label="name"
      long
      data-testid="choose-use"
      @update:model-value="set({ use: $event, typed: {} })"
    >
      <template #option="{ option }">
        <UseOption :name="option.name" :dose="option.dose" :gate="option.gate" />
      </template>
    </SelectField>
    <SelectField
      v-if="strengths.length"
      :label="texts.WHAT_YOU_HAVE"
      field="strength"
      :problem="problem"
      :model-value="dose.strength || strengths[0]?.value"
      :options="strengths"
      data-testid="choose-strength"
      @update:model-value="set({ strength: $event })"
    />
    <StrengthFields
      v-if="dose.strength === 'own'"
      :kind="dose.ownKind"
      :value="dose.typed['own.value'] ?? ''"
      :density="dose.typed['own.density'] ?? ''"
      :hint="active.counted"
      :fields="{ value: ['own.value'], density: ['own.density'] }"
      :problem="problem"
      @update:kind="set({ ownKind: $event })"
      @update:value="type('own.value', $event)"
      @update:density="type('own.density', $event)"
    />
    <TextField
      v-for="r in rows"
      :key="r.name"
      :model-value="dose.typed[r.name] ?? ''"
      figure
      v-bind="r"
      :field="r.name"
      :problem="problem"
      @update:model-value="type(r.name, $event)"
    />
    <label v-if="use?.gate === 'vet'" class="flex gap-2.5 items-center min-h-11">
      <Checkbox
        :model-value="dose.prescribed"
        binary
        input-id="prescribed"
        @update:model-value="set({ prescribed: $event })"
      />
      <span>{{ texts.A_VETERINARIAN_OR_THE }}</span>
    </label>
    <label
      v-if="use?.dose && !dose.strength.startsWith('bottle:')"
      class="flex gap-2.5 items-center min-h-11"
    >
      <Checkbox
        :model-value="dose.expired"
        binary
        input-id="expired"
        @update:model-value="set({ expired: $event })"
      />
      <span>{{ texts.IT_IS_PAST_ITS }}</span>
    </label>
    <DoseMeets
      v-if="use"
      v-model="dose"
      :use="use"
      :problem="problem"
      :tank="tank"
      :water="water"
      :spoons="active.spoons"
    />
    <p class="small pt-2 phone:min-h-12">
      <RouterLink :to="{ name: 'shelf' }">{{ texts.toolsAtHand(tools) }}</RouterLink>
    </p>
    <p class="small pt-2 phone:min-h-12">
      <RouterLink :to="{ name: 'formulary', params: { active: active.id } }">{{
        texts.WHERE_THESE_FIGURES_COME
      }}</RouterLink>
    </p>
  </template>
</template>
