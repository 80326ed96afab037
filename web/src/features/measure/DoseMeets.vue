<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Problem, Schemas } from '@/api/client'
import FieldRow from '@/shared/FieldRow.vue'
import SelectField from '@/shared/SelectField.vue'
import { EQUIPMENT, MADE_WITH } from '@/shared/choices'
import TextField from '@/shared/TextField.vue'
import type { DoseValues } from './useMeasure'
import { useActives, useLives, useSalts } from '@/shared/queries'
import * as said from '@/shared/words'
import * as texts from './words'

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
  { name: 'share', label: texts.OF_A_FULL_DOSE, hint: texts.ALL_OF_IT_IF },
  { name: 'temperature', label: 'Temperature', hint: '' },
  { name: 'oxygen', label: 'Oxygen', hint: 'mg/L' },
  { name: 'alkalinity', label: 'Alkalinity', hint: texts.CACO3_OR_DKH },
  { name: 'hardness', label: 'Hardness', hint: texts.CACO3_OR_DGH },
  { name: 'ph', label: 'pH', hint: '' },
]
const BATH: Row[] = [
  { name: 'bath.temperature', label: texts.THE_BATH_IS, hint: texts.AS_ITS_THERMOMETER_READS },
  { name: 'bath.home_temperature', label: texts.THEIR_WATER_IS, hint: texts.AS_LAST_READ_IF },
  { name: 'bath.turns', label: texts.TURNS_OF_FISH, hint: texts.IN_ONE_MIX },
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
  ...(props.spoons ? [{ name: 'teaspoon', label: said.MY_LEVEL_TEASPOON, hint: texts.G_OF_THIS_SALT }] : []),
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
      <h3 class="small w-full">{{ texts.RUNS_ON_THIS_WATER }}</h3>
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
        {{ texts.A_FILTER_THAT_WORKS }}
      </button>
    </template>
    <h3 class="small w-full">
      {{ isBath ? texts.GOES_INTO_IT : texts.LIVES_IN_IT
      }}<span v-if="tank" class="quiet">{{ texts.BESIDES_WHAT_THE_RECORD }}</span>
    </h3>
    <button
      v-for="l in life"
      :key="l.value"
      type="button"
      class="chip hover:bg-shade"
      :aria-pressed="l.recorded || dose.lives.includes(l.value)"
      :disabled="l.recorded"
      :title="l.recorded ? texts.BY_THE_RECORD_OF : undefined"
      :data-testid="`lives-${l.value}`"
      @click="toggle('lives', l.value)"
    >
      {{ l.label }}
    </button>
  </div>
  <template v-if="isBath">
    <h3 class="small pt-2.5">{{ texts.THE_BATH_BESIDE_THE }}</h3>
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
    {{ more ? 'less' : texts.SHARE_TEMPERATURE_OXYGEN_ALKALINITY }}
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
    <FieldRow v-slot="f" :label="texts.ALREADY_IN_IT">
      <MultiSelect
        :model-value="dose.in_water"
        :options="inWater"
        option-label="label"
        option-value="value"
        filter
        :label-id="f.id"
        :aria-label="texts.ALREADY_IN_IT"
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
