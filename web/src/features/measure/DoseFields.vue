<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { answer, api, type Problem } from '@/api/client'
import FieldRow from '@/shared/FieldRow.vue'
import TextField from '@/shared/TextField.vue'
import { rememberTools, type DoseValues } from './useMeasure'

/** Which medicine, for what, in which strength, how much, and what it meets. */
defineProps<{ problem: Problem | null; tank: boolean }>()
const dose = defineModel<DoseValues>({ required: true })
const { data: actives } = useQuery({
  queryKey: ['actives'],
  queryFn: () => answer(api.GET('/api/reference/actives')),
  staleTime: Infinity,
})
const { data: tools } = useQuery({
  queryKey: ['tools'],
  queryFn: () => answer(api.GET('/api/reference/tools')),
  staleTime: Infinity,
})
const active = computed(() => actives.value?.find((a) => a.id === dose.value.active) ?? null)
const use = computed(() => active.value?.uses.find((u) => u.id === dose.value.use) ?? null)
const uses = computed(() => active.value?.uses ?? [])
const strengths = computed(() => [
  ...(active.value?.strengths ?? []).map((s) => ({ value: s.id, label: s.name })),
  ...(active.value?.strengths.length ? [{ value: 'own', label: 'another, as my bottle says' }] : []),
])
const GATES: Record<string, string> = { vet: 'vet', block: 'not reckoned', care: 'with care', open: '' }
const OWN = [
  { value: 'percent_w_v', label: '% (g in 100 mL)' },
  { value: 'percent_w_w', label: '% by weight' },
  { value: 'mg_per_ml', label: 'mg in each mL' },
  { value: 'purity_percent', label: 'powder, % pure' },
  { value: 'mg_each', label: 'mg in each tablet, packet' },
]
const RUNNING = [
  { value: 'carbon', label: 'carbon' },
  { value: 'uv', label: 'UV' },
  { value: 'skimmer', label: 'skimmer' },
  { value: 'ozone', label: 'ozone' },
]
const LIFE = [
  { value: 'invertebrates', label: 'shrimp, corals' },
  { value: 'snails', label: 'snails' },
  { value: 'plants', label: 'plants' },
  { value: 'elasmobranchs', label: 'sharks, rays' },
  { value: 'fry', label: 'fry' },
  { value: 'soft_water_fish', label: 'soft-water fish' },
  { value: 'loach_catfish', label: 'loaches, catfish' },
  { value: 'small_tetra', label: 'small tetras' },
  { value: 'puffer', label: 'puffers' },
]
const inWater = computed(() => (actives.value ?? []).map((a) => ({ value: a.id, label: a.short_name })))
const more = ref(false)
watch(active, (now, before) => {
  if (!now || (before && before.id === now.id)) return
  if (!now.uses.some((u) => u.id === dose.value.use))
    dose.value = { ...dose.value, use: now.uses[0]?.id ?? '', strength: '', confirmed: false, sure: false }
})
function set(change: Partial<DoseValues>) {
  dose.value = { ...dose.value, confirmed: false, sure: false, ...change }
}
function have(tools: string[]) {
  rememberTools(tools)
  dose.value = { ...dose.value, tools }
}
function toggle(list: 'running' | 'lives', value: string) {
  const now = dose.value[list]
  set({ [list]: now.includes(value) ? now.filter((v) => v !== value) : [...now, value] })
}
</script>

<template>
  <FieldRow v-slot="f" label="Medicine" field="active" :problem="problem">
    <Select
      :model-value="dose.active"
      :options="actives ?? []"
      option-label="name"
      option-value="id"
      filter
      :label-id="f.id"
      aria-label="Medicine"
      placeholder="choose"
      data-testid="choose-active"
      @update:model-value="set({ active: $event, use: '', strength: '', target: '' })"
    />
  </FieldRow>
  <template v-if="active">
    <FieldRow v-slot="f" label="For" field="use" :problem="problem" wide>
      <Select
        :model-value="dose.use"
        :options="uses"
        option-value="id"
        option-label="name"
        :label-id="f.id"
        aria-label="For"
        class="use"
        data-testid="choose-use"
        @update:model-value="set({ use: $event, target: '' })"
      >
        <template #option="{ option }">
          <span class="option"
            >{{ option.name }} <span class="fig small">{{ option.dose }}</span>
            <span v-if="GATES[option.gate]" class="small tannin">{{ GATES[option.gate] }}</span></span
          >
        </template>
      </Select>
    </FieldRow>
    <FieldRow v-if="strengths.length" v-slot="f" label="What you have" field="strength" :problem="problem">
      <Select
        :model-value="dose.strength || strengths[0]?.value"
        :options="strengths"
        option-label="label"
        option-value="value"
        :label-id="f.id"
        aria-label="What you have"
        data-testid="choose-strength"
        @update:model-value="set({ strength: $event })"
      />
    </FieldRow>
    <template v-if="dose.strength === 'own'">
      <FieldRow v-slot="f" label="The bottle says" field="own.kind" :problem="problem">
        <Select
          :model-value="dose.ownKind"
          :options="OWN"
          option-label="label"
          option-value="value"
          :label-id="f.id"
          aria-label="The bottle says"
          @update:model-value="set({ ownKind: $event })"
        />
      </FieldRow>
      <TextField
        :model-value="dose.ownValue"
        figure
        label="So much"
        field="own.value"
        :problem="problem"
        inputmode="decimal"
        @update:model-value="set({ ownValue: $event ?? '' })"
      />
      <TextField
        v-if="dose.ownKind === 'percent_w_w'"
        :model-value="dose.density"
        figure
        label="Density"
        hint="kg/L, 1 if left empty"
        field="own.density"
        :problem="problem"
        @update:model-value="set({ density: $event ?? '' })"
      />
    </template>
    <template v-if="use && use.dose">
      <TextField
        :model-value="dose.target"
        figure
        :label="use.gate === 'vet' ? 'Your vet says' : 'Bring it to'"
        :hint="`${use.typed_unit}; published ${use.dose}`"
        :placeholder="use.gate === 'vet' ? '' : use.usual"
        field="target"
        :problem="problem"
        @update:model-value="set({ target: $event ?? '' })"
      />
      <label v-if="use.gate === 'vet'" class="tick">
        <Checkbox
          :model-value="dose.prescribed"
          binary
          input-id="prescribed"
          @update:model-value="set({ prescribed: $event })"
        />
        <span>A veterinarian or the product’s own label gives this dose.</span>
      </label>
      <TextField
        v-if="use.route === 'prolonged'"
        :model-value="dose.level_now"
        figure
        label="In the water now"
        :hint="use.typed_unit"
        placeholder="0"
        field="level_now"
        :problem="problem"
        @update:model-value="set({ level_now: $event ?? '' })"
      />
      <TextField
        v-if="use.minutes"
        :model-value="dose.minutes"
        figure
        label="Minutes"
        :hint="`published ${use.minutes}`"
        field="minutes"
        :problem="problem"
        @update:model-value="set({ minutes: $event ?? '' })"
      />
    </template>
    <label v-if="use?.dose" class="tick">
      <Checkbox
        :model-value="dose.expired"
        binary
        input-id="expired"
        @update:model-value="set({ expired: $event })"
      />
      <span>It is past its date.</span>
    </label>
    <div class="meets">
      <h3 class="small">Runs on this water</h3>
      <button
        v-for="r in RUNNING"
        :key="r.value"
        type="button"
        class="chip"
        :aria-pressed="dose.running.includes(r.value)"
        @click="toggle('running', r.value)"
      >
        {{ r.label }}
      </button>
      <button
        type="button"
        class="chip"
        :aria-pressed="dose.biofilter"
        data-testid="runs-biofilter"
        @click="set({ biofilter: !dose.biofilter })"
      >
        a filter that works
      </button>
      <h3 class="small">Lives in it<span v-if="tank" class="quiet">, besides what the record knows</span></h3>
      <button
        v-for="l in LIFE"
        :key="l.value"
        type="button"
        class="chip"
        :aria-pressed="dose.lives.includes(l.value)"
        :data-testid="`lives-${l.value}`"
        @click="toggle('lives', l.value)"
      >
        {{ l.label }}
      </button>
      <button type="button" class="link" :aria-expanded="more" data-testid="more-dose" @click="more = !more">
        {{ more ? 'less' : 'share, temperature, oxygen, alkalinity, what else is in it' }}
      </button>
    </div>
    <template v-if="more">
      <TextField
        :model-value="dose.share"
        figure
        label="Of a full dose"
        hint="all of it, if left empty: 25 %, 1/3"
        field="share"
        :problem="problem"
        @update:model-value="set({ share: $event ?? '' })"
      />
      <TextField
        v-if="use?.typed_unit === 'g/L'"
        :model-value="dose.teaspoon"
        figure
        label="My level teaspoon"
        hint="g of this salt, as you weighed it"
        field="teaspoon"
        :problem="problem"
        @update:model-value="set({ teaspoon: $event ?? '' })"
      />
      <TextField
        v-for="m in [
          ['temperature', 'Temperature', ''],
          ['oxygen', 'Oxygen', 'mg/L'],
          ['alkalinity', 'Alkalinity', 'mg/L as CaCO₃, or dKH'],
          ['ph', 'pH', ''],
        ] as const"
        :key="m[0]"
        :model-value="dose[m[0]]"
        figure
        :label="m[1]"
        :hint="m[2]"
        :field="m[0]"
        :problem="problem"
        @update:model-value="set({ [m[0]]: $event ?? '' })"
      />
      <FieldRow v-slot="f" label="Already in it">
        <MultiSelect
          :model-value="dose.in_water"
          :options="inWater"
          option-label="label"
          option-value="value"
          filter
          :label-id="f.id"
          aria-label="Already in it"
          @update:model-value="set({ in_water: $event })"
        />
      </FieldRow>
    </template>
    <FieldRow v-slot="f" label="Tools at hand" field="tools" :problem="problem">
      <MultiSelect
        :model-value="dose.tools"
        :options="tools ?? []"
        option-label="name"
        option-value="id"
        :label-id="f.id"
        aria-label="Tools at hand"
        placeholder="all of them"
        class="use"
        data-testid="choose-tools"
        @update:model-value="have($event)"
      />
    </FieldRow>
    <p class="small from">
      <RouterLink :to="{ name: 'formulary', params: { active: active.id } }"
        >Where these figures come from</RouterLink
      >
    </p>
  </template>
</template>

<style scoped>
.use {
  width: 100%;
  min-width: 0;
}
.option {
  white-space: normal;
  max-width: 70vw;
}
.meets {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
.meets h3 {
  width: 100%;
  font-weight: 650;
}
.chip {
  border: 1px solid var(--rule2);
  border-radius: 4px;
  background: none;
  color: var(--ink);
  min-height: 30px;
  padding: 2px 9px;
  font-size: 13px;
  cursor: pointer;
}
.chip:hover {
  background: var(--shade);
}
.chip[aria-pressed='true'] {
  background: var(--ink);
  color: var(--paper);
}
.link {
  background: none;
  border: 0;
  width: 100%;
  text-align: left;
  min-height: 32px;
  color: var(--ink);
  text-decoration: underline;
  text-underline-offset: 2px;
  cursor: pointer;
  font-size: 13px;
}
.tick {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 44px;
}
.from {
  padding-top: 8px;
}
@media (max-width: 759px) {
  .chip,
  .link {
    min-height: 48px;
  }
}
</style>
