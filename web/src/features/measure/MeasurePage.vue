<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import { type Schemas } from '@/api/client'
import FieldRow from '@/shared/FieldRow.vue'
import SelectField from '@/shared/SelectField.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import DoseFields from './DoseFields.vue'
import { writtenOut, type Values } from './asked'
import { KINDS } from './kinds'
import { firstValues, requestOf } from './requestOf'
import MeasureSlip from './MeasureSlip.vue'
import { useKept } from '@/shared/useKept'
import { productsOf } from '@/shared/strengths'
import { doseRequest, noDose, useMeasure } from './useMeasure'
import { useActives, useSalts, useShelf, useTanks } from '@/shared/queries'
import { WATER_TYPES } from '@/shared/choices'
import * as texts from './words'

/** Measure: any volume, dose, salt or bath, for a tank of the record or for water as typed. */
const session = useSession()
const inF = computed(() => session.keeper?.preferences.temperature_unit === 'f')
const route = useRoute()
const asked = (name: string) => (typeof route.query[name] === 'string' ? (route.query[name] as string) : '')
const what = ref(asked('what') || 'dose')
const { data: tanks } = useTanks()
// read before anything is reckoned: an address may fill the form
const { data: actives } = useActives()
const { data: shelf } = useShelf()
const { data: salts } = useSalts()
const plain = computed(() => KINDS.find((k) => k.id === what.value) ?? null)
const kind = computed(() => plain.value && writtenOut(plain.value, salts.value ?? []))
const values = ref<Values>({})
const dose = ref({ ...noDose(), active: asked('active'), use: asked('use') })
const tank = ref(asked('tank'))
const volume = ref(asked('volume'))
const giveOrTake = ref('')
const water = ref<string | null>(null)
const kept = useKept('measure', { what, values, dose, tank, volume, giveOrTake, water })
// what was confirmed was confirmed of the record as it stood then
if (kept.restored) {
  dose.value = { ...dose.value, confirmed: false, sure: false, prescribed: false }
  values.value = { ...values.value, confirmed: '' }
}
// what runs is asked of the tank that was chosen
watch(tank, () => (dose.value = { ...dose.value, running: [], runningSaid: false }))
watch(plain, (k) => (values.value = k ? firstValues(k) : {}), { immediate: !kept.restored })
// what a look already read stands in its fields
if (!kept.restored)
  for (const name of Object.keys(route.query))
    if (plain.value?.fields.some((f) => f.name === name || (f.ofEach && name.startsWith(`${f.name}.`))))
      values.value[name] = asked(name)
const places = computed(() => [
  { value: '', label: texts.AS_TYPED },
  ...(tanks.value ?? []).map((t) => ({
    value: t.uid,
    label: `${t.name}, ${t.volume.net.figure} ${t.volume.net.unit}`,
  })),
])
const inTank = computed(() => tanks.value?.find((t) => t.uid === tank.value) ?? null)
const needsWater = computed(() => what.value === 'dose' || !!kind.value?.water)
const hasWater = computed(() => !needsWater.value || !!tank.value || !!volume.value.trim())
const shownFields = computed(() =>
  (kind.value?.fields ?? []).filter(
    (f) => (!f.when || f.when(values.value)) && (f.list !== 'labels' || !!shelf.value?.labels.length),
  ),
)
const BY_ITSELF = texts.FILL_IN
/** what must still be said before anything is reckoned; empty once all of it is */
const missing = computed(() => {
  if (!hasWater.value) return texts.HOW_MUCH_WATER
  if (what.value !== 'dose') {
    const needs = [
      ...(kind.value?.needs ?? []),
      ...shownFields.value.map((f) => f.name).filter((n) => n.startsWith('measures.')),
    ]
    return kind.value && needs.every((n) => values.value[n]?.trim()) ? '' : BY_ITSELF
  }
  if (!dose.value.use) return texts.WHICH_MEDICINE
  if (dose.value.strength !== 'own') return ''
  if (!dose.value.ownKind) return texts.HOW_STRONG
  return dose.value.typed['own.value']?.trim() ? '' : texts.HOW_MUCH_OF_IT
})
const body = computed(() => {
  if (missing.value) return null
  const place = needsWater.value
    ? { tank: tank.value || null, volume: volume.value, give_or_take: giveOrTake.value }
    : {}
  const rest = kind.value
    ? requestOf(kind.value, values.value)
    : { ...doseRequest(dose.value, !!tank.value), water: tank.value ? null : water.value }
  return { ...rest, ...place }
})
const { told, problem } = useMeasure(body)
const where = computed(() =>
  tank.value ? (places.value.find((p) => p.value === tank.value)?.label ?? '') : volume.value,
)
/** on a phone the first few, until all are asked for */
const every = ref(false)
const choices = [{ id: 'dose', label: 'A medicine' }, ...KINDS.map((k) => ({ id: k.id, label: k.label }))]
const sentence = computed(() => kind.value?.says ?? texts.IN_THIS_ORDER)
/** fields that show their own error; what is folded away says it below */
const known = computed(() => [
  ...['volume', 'give_or_take', 'use', 'strength', 'target', 'minutes', 'own.value', 'own.density'],
  ...(dose.value.use ? ['level_now'] : []),
  ...shownFields.value.map((f) => f.name),
])
const useList = (of: (u: Schemas['UseOut']) => boolean) =>
  (actives.value ?? []).flatMap((a) =>
    a.uses
      .filter(of)
      .map((u) => ({ value: u.id, label: `${a.short_name}, ${u.name}${u.dose ? `, ${u.dose}` : ''}` })),
  )
/** of a tank of the record only what is for its kind of water */
const fits = (u: Schemas['UseOut']) =>
  !inTank.value || u.water.includes(inTank.value.water_type) || Object.values(values.value).includes(u.id)
const inWater = ['mg/L', 'g/L', 'µL/L']
const lists = computed(() => {
  const of = actives.value?.find(
    (a) => a.id === values.value['active'] || a.uses.some((u) => u.id === values.value['use']),
  )
  return {
    baths: useList((u) => ['bath', 'dip'].includes(u.route) && u.gate !== 'block' && fits(u)),
    uses: useList((u) => u.gate !== 'block' && inWater.includes(u.typed_unit) && fits(u)),
    actives: (actives.value ?? [])
      .filter((a) => a.strengths.length)
      .map((a) => ({ value: a.id, label: a.name })),
    stopped: (actives.value ?? []).filter((a) => a.stopped).map((a) => ({ value: a.id, label: a.name })),
    disinfectant: (actives.value ?? [])
      .filter((a) => a.disinfects)
      .flatMap((a) => a.strengths.map((s) => ({ value: s.id, label: `${a.short_name}, ${s.name}` }))),
    salts: (salts.value ?? [])
      .filter((s) => s.read_by === 'weight')
      .map((s) => ({ value: s.id, label: s.name })),
    labels: (shelf.value?.labels ?? []).map((k) => ({ value: k.uid, label: k.label.product })),
    products: productsOf(of, shelf.value, values.value['use'] ?? '', true),
  }
})
watch([lists, shownFields], () => {
  for (const f of shownFields.value) {
    const first = f.firstOfList && f.list && !values.value[f.name] ? lists.value[f.list][0] : undefined
    if (first) values.value = { ...values.value, [f.name]: first.value }
  }
})
// a label of the shelf fills what it says; it may be changed for this once
watch(
  () => values.value['kept'],
  (uid) => {
    const from = shelf.value?.labels.find((k) => k.uid === uid)?.label
    if (!from) return
    const { counts = 'volume', amount, per_volume, drops_per_ml = '', teaspoon = '' } = from
    values.value = { ...values.value, counts, amount, per_volume, drops_per_ml, teaspoon }
  },
)
function confirmAll() {
  if (kind.value) values.value = { ...values.value, confirmed: 'yes' }
  else dose.value = { ...dose.value, confirmed: true }
}
// what was confirmed was confirmed of what stood there
watch(
  () => JSON.stringify({ ...values.value, confirmed: '' }),
  () => {
    if (values.value['confirmed']) values.value = { ...values.value, confirmed: '' }
  },
)
</script>

<template>
  <PageHead title="Measure" :sentence="sentence" own />
  <div
    class="choices in-row gap-1.5 mb-3.5"
    :class="{ all: every }"
    role="group"
    :aria-label="texts.WHAT_TO_MEASURE"
  >
    <button
      v-for="c in choices"
      :key="c.id"
      type="button"
      class="choice hover:bg-shade"
      :aria-pressed="what === c.id"
      data-word
      :data-testid="`measure-${c.id}`"
      @click="what = c.id"
    >
      {{ c.label }}
    </button>
    <button
      v-if="!every"
      type="button"
      class="choice further hidden phone:inline-flex phone:items-center hover:bg-shade"
      data-testid="further-kinds"
      @click="every = true"
    >
      more …
    </button>
    <RouterLink
      :to="{ name: 'worksheet' }"
      class="text-13 py-0 px-1 phone:whitespace-nowrap phone:min-h-12 phone:inline-flex phone:items-center"
      >{{ texts.MANY_AT_ONCE }}</RouterLink
    >
    <RouterLink
      :to="{ name: 'formulary' }"
      class="text-13 py-0 px-1 phone:whitespace-nowrap phone:min-h-12 phone:inline-flex phone:items-center"
      >the formulary</RouterLink
    >
  </div>
  <div
    class="measure grid grid-cols-[minmax(0,524fr)_minmax(0,552fr)] gap-12 items-start narrow:grid-cols-[minmax(0,1fr)] narrow:gap-5"
  >
    <div class="ask">
      <section v-if="needsWater">
        <h2><span class="fig quiet">1</span> The water</h2>
        <SelectField
          v-model="tank"
          label="Where"
          :options="places"
          :placeholder="texts.AS_TYPED"
          data-testid="choose-tank"
        />
        <TextField
          v-model="volume"
          figure
          :label="tank ? texts.OR_ANOTHER_VOLUME : 'Water'"
          :hint="texts.N_85_L_20_GAL"
          field="volume"
          :problem="problem"
        />
        <SelectField
          v-if="what === 'dose' && !tank"
          v-model="water"
          label="It is"
          field="water"
          :problem="problem"
          :options="WATER_TYPES"
          :placeholder="texts.AS_THIS_MEDICINE_IS"
          show-clear
          data-testid="choose-water"
        />
        <TextField
          v-if="volume"
          v-model="giveOrTake"
          figure
          :label="texts.GIVE_OR_TAKE"
          field="give_or_take"
          :problem="problem"
        />
      </section>
      <section>
        <h2>
          <span class="fig quiet">{{ needsWater ? 2 : 1 }}</span>
          {{ what === 'dose' ? 'The medicine' : kind?.label }}
        </h2>
        <DoseFields
          v-if="what === 'dose'"
          v-model="dose"
          :problem="problem"
          :tank="inTank"
          :water="inTank?.water_type ?? water"
        />
        <template v-for="f in shownFields" v-else :key="f.name">
          <FieldRow
            v-if="f.options || f.list"
            v-slot="row"
            :label="f.label"
            :field="f.name"
            :problem="problem"
            :wide="f.list === 'baths' || f.list === 'uses'"
          >
            <Select
              v-model="values[f.name]"
              :options="f.options ?? lists[f.list ?? 'baths']"
              :filter="!!f.list"
              :class="{ use: f.list === 'baths' || f.list === 'uses' }"
              :placeholder="f.list ? 'choose' : undefined"
              :data-testid="`field-${f.name}`"
              option-label="label"
              option-value="value"
              :label-id="row.id"
              :aria-label="f.label"
            />
          </FieldRow>
          <TextField
            v-else
            :model-value="values[f.name] ?? ''"
            figure
            :label="f.label"
            :hint="inF && f.hintF ? f.hintF : f.hint"
            :field="f.name"
            :problem="problem"
            @update:model-value="values[f.name] = $event ?? ''"
          />
        </template>
      </section>
      <ProblemNote :problem="problem" :fields="known" />
    </div>
    <div class="tell">
      <MeasureSlip
        v-if="told"
        :told="told"
        :where="where"
        @confirm="confirmAll"
        @sure="dose = { ...dose, sure: true }"
      />
      <p v-else-if="!problem" class="quiet line-dashed-rule2 py-10 px-6 text-center">
        {{ missing || BY_ITSELF }}
      </p>
    </div>
  </div>
</template>

<style scoped>
.choice {
  border: 1px solid var(--rule2);
  border-radius: 4px;
  background: none;
  color: var(--ink);
  min-height: 34px;
  padding: 2px 11px;
  cursor: pointer;
  font-size: 14px;
}
.choice[aria-pressed='true'] {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--paper);
}
.ask section + section {
  margin-top: 16px;
}
.ask h2 {
  border-top: 2px solid var(--ink);
  padding-top: 6px;
  font-size: 15px;
}
.use {
  width: 100%;
  min-width: 0;
}
@media (max-width: 759px) {
  .choices:not(.all) .choice:nth-of-type(n + 5):not([aria-pressed='true'], .further) {
    display: none;
  }
  .choice {
    min-height: 48px;
    white-space: nowrap;
  }
}
</style>
