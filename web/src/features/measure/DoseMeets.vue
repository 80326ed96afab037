<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Problem, Schemas } from '@/api/client'
import FieldRow from '@/shared/FieldRow.vue'
import SelectField from '@/shared/SelectField.vue'
import { EQUIPMENT, MADE_WITH } from '@/shared/choices'
import TextField from '@/shared/TextField.vue'
import type { DoseValues } from './useMeasure'
import { useActives, useLives, useSalts } from '@/shared/queries'

/** What a dose meets: equipment, life, the water itself, and the water of a bath beside the fish's own. */
const props = defineProps<{
  use: Schemas['UseOut']
  problem: Problem | null
  /** the tank it goes into, if it is one of the record */
  tank: Schemas['TankOut'] | null
  /** the kind of water it goes into, where that is said */
  water: string | null
  spoons: boolean
}>()
const dose = defineModel<DoseValues>({ required: true })
const { data: actives } = useActives()
const { data: salts } = useSalts()
const { data: lives } = useLives()
interface Row {
  name: string
  label: string
  hint: string
}
const MORE: Row[] = [
  { name: 'share', label: 'Of a full dose', hint: 'all of it, if left empty: 25 %, 1/3' },
  { name: 'temperature', label: 'Temperature', hint: '' },
  { name: 'oxygen', label: 'Oxygen', hint: 'mg/L' },
  { name: 'alkalinity', label: 'Alkalinity', hint: 'mg/L as CaCO₃, or dKH' },
  { name: 'hardness', label: 'Hardness', hint: 'mg/L as CaCO₃, or dGH' },
  { name: 'ph', label: 'pH', hint: '' },
]
const BATH: Row[] = [
  { name: 'bath.temperature', label: 'The bath is', hint: 'as its thermometer reads' },
  { name: 'bath.home_temperature', label: 'Their water is', hint: 'as last read, if left empty' },
  { name: 'bath.turns', label: 'Turns of fish', hint: 'in one mix' },
]
/** what is dissolved in a water of the bath, as far as it is usually asked */
const dissolved = (water: string, label: string): Row[] =>
  (salts.value ?? [])
    .filter((s) => s.usual)
    .map((s) => ({ name: `bath.${water}.${s.id}`, label: `${label}: ${s.label}`, hint: s.hint }))
const more = ref(false)
/** life and kinds of fish that bear a medicine poorly; those of other water than this are not offered */
const life = computed(() =>
  (lives.value ?? [])
    .filter(
      (l) =>
        !l.water.length ||
        !props.water ||
        l.water.some((w) => w === props.water) ||
        dose.value.lives.includes(l.id),
    )
    .map((l) => ({ value: l.id, label: l.label, recorded: byRecord(l.id) })),
)
const isBath = computed(() => ['bath', 'dip'].includes(props.use.route))
const more_rows = computed(() => [
  ...MORE,
  ...(props.spoons
    ? [{ name: 'teaspoon', label: 'My level teaspoon', hint: 'g of this salt, as you weighed it' }]
    : []),
])
const bath_rows = computed(() => [
  ...BATH,
  ...dissolved('home', 'Their water'),
  ...(dose.value.madeWith === 'own' ? [] : dissolved('water', 'Bath water')),
])
const inWater = computed(() => (actives.value ?? []).map((a) => ({ value: a.id, label: a.short_name })))
/** What the record says lives in the water that it goes into: it counts whatever is pressed. A vessel of its own holds only the fish. */
function byRecord(value: string) {
  if (!props.tank || isBath.value) return false
  return (
    (value === 'invertebrates' && props.tank.has_invertebrates) ||
    (value === 'plants' && props.tank.has_plants)
  )
}
function set(change: Partial<DoseValues>) {
  dose.value = { ...dose.value, confirmed: false, sure: false, ...change }
}
const type = (name: string, value?: string) => set({ typed: { ...dose.value.typed, [name]: value ?? '' } })
/** what runs on it: as pressed here, else by the record of the tank */
const runs = computed(() =>
  dose.value.runningSaid ? dose.value.running : (props.tank?.equipment ?? dose.value.running),
)
function run(value: string) {
  const now = runs.value
  const running = now.includes(value) ? now.filter((v) => v !== value) : [...now, value]
  set({ runningSaid: true, running })
}
function toggle(list: 'lives', value: string) {
  const now = dose.value[list]
  set({ [list]: now.includes(value) ? now.filter((v) => v !== value) : [...now, value] })
}
</script>

<template>
  <div class="flex flex-wrap gap-1.5 py-2 line-b-rule">
    <template v-if="!isBath">
      <h3 class="small w-full">Runs on this water</h3>
      <button
        v-for="r in EQUIPMENT"
        :key="r.value"
        type="button"
        class="chip hover:bg-shade"
        :aria-pressed="runs.includes(r.value)"
        @click="run(r.value)"
      >
        {{ r.label }}
      </button>
      <button
        type="button"
        class="chip hover:bg-shade"
        :aria-pressed="dose.biofilter"
        data-testid="runs-biofilter"
        @click="set({ biofilter: !dose.biofilter })"
      >
        a filter that works
      </button>
    </template>
    <h3 class="small w-full">
      {{ isBath ? 'Goes into it' : 'Lives in it'
      }}<span v-if="tank" class="quiet">, besides what the record knows</span>
    </h3>
    <button
      v-for="l in life"
      :key="l.value"
      type="button"
      class="chip hover:bg-shade"
      :aria-pressed="l.recorded || dose.lives.includes(l.value)"
      :disabled="l.recorded"
      :title="l.recorded ? 'by the record of this tank' : undefined"
      :data-testid="`lives-${l.value}`"
      @click="toggle('lives', l.value)"
    >
      {{ l.label }}
    </button>
  </div>
  <template v-if="isBath">
    <h3 class="small pt-2.5">The bath beside the water they come from</h3>
    <TextField
      v-for="r in bath_rows.slice(0, 3)"
      :key="r.name"
      :model-value="dose.typed[r.name] ?? ''"
      figure
      v-bind="r"
      :field="r.name"
      :problem="problem"
      @update:model-value="type(r.name, $event)"
    />
    <SelectField
      :model-value="dose.madeWith"
      label="Made with"
      :options="MADE_WITH"
      data-testid="made-with"
      @update:model-value="set({ madeWith: $event })"
    />
    <template v-if="dose.madeWith !== 'own'">
      <TextField
        v-for="r in bath_rows.slice(3)"
        :key="r.name"
        :model-value="dose.typed[r.name] ?? ''"
        figure
        v-bind="r"
        :field="r.name"
        :problem="problem"
        @update:model-value="type(r.name, $event)"
      />
    </template>
  </template>
  <button
    type="button"
    class="link w-full text-left min-h-8 text-ink text-13 phone:min-h-12"
    :aria-expanded="more"
    data-testid="more-dose"
    @click="more = !more"
  >
    {{ more ? 'less' : 'share, temperature, oxygen, alkalinity, what else is in it' }}
  </button>
  <template v-if="more">
    <TextField
      v-for="r in more_rows"
      :key="r.name"
      :model-value="dose.typed[r.name] ?? ''"
      figure
      v-bind="r"
      :field="r.name"
      :problem="problem"
      @update:model-value="type(r.name, $event)"
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
</template>

<style scoped>
h3 {
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
.chip[aria-pressed='true'] {
  background: var(--ink);
  color: var(--paper);
}
@media (max-width: 759px) {
  .chip {
    min-height: 48px;
  }
}
</style>
