<script setup lang="ts">
import { computed, ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import DayField from '@/shared/DayField.vue'
import FieldRow from '@/shared/FieldRow.vue'
import SelectField from '@/shared/SelectField.vue'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import { useSpecies } from '@/shared/useSpecies'
import { useWrite } from '@/shared/useWrite'
import TextField from '@/shared/TextField.vue'
import CountField from '@/shared/CountField.vue'
import { useInspections } from '@/shared/queries'
import { useArrivalChanges, useLikeKinds, useOrders, useReady } from './queries'
import * as said from '@/shared/words'
import * as texts from './words'

/** A group of fish arrives: which, how many (or about how many), how many dead, from where, when. */
const props = defineProps<{ tank: Schemas['TankOut'] }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const species = ref<string | Schemas['SpeciesOut']>('')
const count = ref<number | null>(null)
const plusMinus = ref<number | null>(null)
const dead = ref<number | null>(null)
const deadPlusMinus = ref<number | null>(null)
const ordered = ref<number | null>(null)
const supplier = ref('')
const on = ref('')
const seenBefore = ref('')
const inspections = useInspections()
const waiting = computed(() => [
  { uid: '', words: texts.NO_LOOK_BEFORE },
  ...(inspections.data.value ?? []).map((i) => ({
    uid: i.uid,
    words: `${i.species_name}, ${i.day_words}${i.seller ? `, ${i.seller}` : ''}`,
  })),
])
function fromLook(uid: string) {
  const look = inspections.data.value?.find((i) => i.uid === uid)
  if (!look) return
  if (!name.value.trim()) species.value = look.species_name
  if (!supplier.value) supplier.value = look.seller
}
// Escape closes the list of names first, and only then the form around it
const listed = ref(false)
let wasListed = false
function beforeEscape() {
  wasListed = listed.value
}
function afterEscape(event: KeyboardEvent) {
  if (wasListed) event.stopPropagation()
}
const { name, known, offered, offer, here } = useSpecies(
  species,
  computed(() => props.tank.water_type),
)
// a name that is on no list is asked once what kind of fish it is
const kin = ref('')
const unknown = computed(() => here.value && !known.value && name.value.trim().length > 2)
const kinds = useLikeKinds(unknown)
/** what is ordered and not here yet: chosen, it fills the form and is closed by the arrival */
const orders = useOrders()
const order = ref('')
const ordersOut = computed(() => [
  { uid: '', words: texts.NOT_ORDERED },
  ...(orders.data.value ?? []).map((o) => ({ uid: o.uid, words: `${o.words}, ${o.expected_words}` })),
])
function fromOrder(uid: string) {
  const o = orders.data.value?.find((x) => x.uid === uid)
  if (!o) return
  species.value = o.species
  count.value = o.count
  plusMinus.value = o.count_plus_minus || null
  supplier.value = o.supplier
  ordered.value = o.count
}
const path = computed(() => ({ ...session.inRoom(), tank_id: props.tank.uid }))
const ready = useReady(() => props.tank.uid, '')
const changes = useArrivalChanges(() => props.tank.uid)
const missing = computed(() => {
  const r = ready.data.value
  return r && r.done && r.missing.length ? r.missing : []
})
const line = () => ({
  species: name.value,
  kin: unknown.value ? kin.value : '',
  count: count.value ?? 0,
  count_plus_minus: plusMinus.value ?? 0,
  dead_on_arrival: dead.value ?? 0,
  dead_on_arrival_plus_minus: deadPlusMinus.value ?? 0,
  ordered_count: ordered.value || null,
  supplier: supplier.value,
  arrived_on: on.value || null,
  seen_before: seenBefore.value || null,
  order: order.value || null,
})
/** kinds that came in the same bags, written down one after the other and kept together */
const before = ref<ReturnType<typeof line>[]>([])
function another() {
  before.value.push(line())
  species.value = ''
  kin.value = ''
  order.value = ''
  seenBefore.value = ''
  count.value = plusMinus.value = dead.value = deadPlusMinus.value = ordered.value = null
}
const write = useWrite((write_id) => {
  const params = { path: path.value }
  if (!before.value.length)
    return answer(
      api.POST('/api/rooms/{room_id}/tanks/{tank_id}/groups', { params, body: { write_id, ...line() } }),
    )
  const last = name.value.trim() || count.value ? [line()] : []
  return answer(
    api.POST('/api/rooms/{room_id}/tanks/{tank_id}/arrivals', {
      params,
      body: { write_id, groups: [...before.value, ...last] },
    }),
  )
})
const problem = write.problem
/** light and first food as tasks of the days after */
const plans = ref(false)
const plan = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/tanks/{tank_id}/plans', {
      params: { path: path.value },
      body: { write_id, plan: 'arrival', first_on: on.value || null },
    }),
  ),
)
async function save() {
  if (!(await write.run())) return
  if (plans.value) await plan.run()
  emit('done')
}
</script>

<template>
  <EntryForm
    :label="texts.theyAreIn(tank.name)"
    :busy="write.busy.value"
    :problem="problem"
    :fields="[
      'species',
      'kin',
      'count',
      'count_plus_minus',
      'dead_on_arrival',
      'dead_on_arrival_plus_minus',
      'order',
      'ordered_count',
      'supplier',
      'arrived_on',
      'seen_before',
    ]"
    testid="save-group"
    @save="save"
  >
    <p v-if="missing.length" class="small text-tannin py-1" data-testid="arrive-missing">
      {{ texts.stillMissingHere(missing.join(', ')) }}
    </p>
    <ul v-if="changes.data.value?.words.length" class="small text-tannin py-1" data-testid="arrive-changes">
      <li v-for="w in changes.data.value.words" :key="w">{{ w }}</li>
    </ul>
    <ul v-if="before.length" class="rows" data-testid="arrive-before">
      <li v-for="(b, i) in before" :key="i" class="small flex justify-between py-1">
        <b>{{ b.count }} {{ b.species }}</b>
        <button type="button" class="link" :aria-label="`take out ${b.species}`" @click="before.splice(i, 1)">
          take out
        </button>
      </li>
    </ul>
    <SelectField
      v-if="ordersOut.length > 1"
      v-model="order"
      label="Ordered as"
      field="order"
      :problem="problem"
      :options="ordersOut"
      option-label="words"
      option-value="uid"
      @change="fromOrder($event.value)"
    />
    <SelectField
      v-if="waiting.length > 1"
      v-model="seenBefore"
      label="Looked at"
      field="seen_before"
      :problem="problem"
      :options="waiting"
      option-label="words"
      option-value="uid"
      @change="fromLook($event.value)"
    />
    <FieldRow v-slot="f" label="Fish" field="species" :problem="problem">
      <span class="names" @keydown.esc.capture="beforeEscape" @keydown.esc="afterEscape"
        ><AutoComplete
          v-model="species"
          :input-id="f.id"
          :suggestions="offered"
          option-label="name"
          :invalid="f.invalid"
          placeholder="cherry barb"
          @complete="offer($event.query)"
          @before-show="listed = true"
          @before-hide="listed = false"
        >
          <template #option="{ option }"
            >{{ option.name
            }}<span v-if="option.also.length" class="small quiet">, {{ option.also.join(', ') }}</span
            >&ensp;<i class="small quiet">{{ option.latin || texts.THIS_FISHROOMS_OWN }}</i></template
          >
          <template #empty>{{ here ? texts.ON_NO_LIST_YET : 'One moment' }}</template>
        </AutoComplete></span
      >
    </FieldRow>
    <ul v-if="known" class="small py-1.5">
      <li v-if="known.water !== tank.water_type" class="brick">{{ texts.NOT_A_FISH_FOR }}</li>
      <li v-if="known.range_words">{{ known.range_words }}</li>
      <li v-for="n in known.needs" :key="n">{{ n }}</li>
      <li v-for="t in known.tolerances" :key="t" class="tannin">{{ t }}</li>
    </ul>
    <SelectField
      v-else-if="unknown"
      v-model="kin"
      long
      :label="said.WHAT_KIND_OF_FISH"
      field="kin"
      :problem="problem"
      :options="[{ id: '', name: 'not said' }, ...(kinds.data.value ?? [])]"
      option-label="name"
      option-value="id"
    />
    <p v-if="unknown && !known" class="small quiet py-1.5">
      {{ texts.THIS_NAME_IS_ON }}
    </p>
    <CountField
      v-model="count"
      :label="texts.HOW_MANY_CAME"
      field="count"
      :problem="problem"
      :hint="texts.DEAD_ONES_TOO"
      :max="100000"
    />
    <CountField
      v-model="plusMinus"
      :label="texts.GIVE_OR_TAKE"
      field="count_plus_minus"
      :problem="problem"
      :hint="texts.IF_THEY_WERE_NOT"
    />
    <CountField
      v-model="ordered"
      label="Ordered"
      field="ordered_count"
      :problem="problem"
      :hint="texts.IF_ANOTHER_NUMBER_WAS"
      :max="100000"
    />
    <CountField v-model="dead" :label="texts.DEAD_ON_ARRIVAL" field="dead_on_arrival" :problem="problem" />
    <CountField
      v-if="dead"
      v-model="deadPlusMinus"
      :label="texts.GIVE_OR_TAKE_OF"
      field="dead_on_arrival_plus_minus"
      :problem="problem"
    />
    <TextField v-model="supplier" label="From" field="supplier" :problem="problem" maxlength="60" />
    <DayField
      v-model="on"
      label="Day"
      field="arrived_on"
      :problem="problem"
      :hint="said.TODAY_IF_LEFT_EMPTY"
    />
    <label class="flex gap-2 items-center min-h-11"
      ><Checkbox v-model="plans" binary data-testid="arrive-plans" /> {{ texts.PUT_LIGHT_AND_FIRST }}</label
    >
    <template #presses>
      <Button
        :label="texts.AND_ANOTHER_KIND"
        severity="secondary"
        :disabled="!name.trim() || !count"
        data-testid="another-kind"
        @click="another"
      />
    </template>
  </EntryForm>
</template>
