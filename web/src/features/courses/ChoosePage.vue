<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { inSentence } from '@/shared/inSentence'
import { computed, ref, watch } from 'vue'
import { RouterLink, useRoute, useRouter } from 'vue-router'
import { answer, api, type Problem, type Schemas } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useKept } from '@/shared/useKept'
import { useWrite } from '@/shared/useWrite'
import WhenField from '@/shared/WhenField.vue'
import ConfirmStart from './ConfirmStart.vue'
import DayBoard from './DayBoard.vue'
import TextField from '@/shared/TextField.vue'
import CleanTanks from './CleanTanks.vue'
import ByLabels from './ByLabels.vue'
import { asSent, emptyLabel, isSaid, labelFields, type LabelText } from './labels'
import ProductPick from '@/shared/ProductPick.vue'
import SchoolTable from './SchoolTable.vue'
import SlipCard from './SlipCard.vue'
import StagesChart from '@/shared/strips/StagesChart.vue'
import StripsChart from '@/shared/strips/StripsChart.vue'
import { useConditions, useGroups, useTanks } from '@/shared/queries'
import { useSchools, useSlip, useSuspected } from './queries'
import * as texts from './words'

const props = defineProps<{ group: string }>()
const session = useSession()
const route = useRoute()
const router = useRouter()
const path = computed(() => ({ ...session.inRoom(), group_id: props.group }))
const groups = useGroups()
const tanks = useTanks()
const conditions = useConditions()
const fish = computed(() => groups.data.value?.find((g) => g.uid === props.group) ?? null)
const tank = computed(() => tanks.data.value?.find((t) => t.uid === fish.value?.tank) ?? null)
/** nothing seen: on arrival, in advance, or watched */
const NOTHING = { id: 'nothing', short_name: texts.NOTHING_SEEN }
/** what the last look held for likely stands first */
const suspected = useSuspected(() => props.group)
const here = computed(() => {
  const likely = suspected.data.value ?? []
  const rank = (id: string) => (likely.includes(id) ? likely.indexOf(id) : likely.length)
  return (conditions.data.value ?? [])
    .filter((c) => tank.value && c.water.includes(tank.value.water_type))
    .sort((a, b) => rank(a.id) - rank(b.id))
})
const picked = ref(typeof route.query['condition'] === 'string' ? route.query['condition'] : NOTHING.id)
const condition = computed(() => (picked.value === NOTHING.id ? '' : picked.value))
const chosen = computed(() => here.value.find((c) => c.id === condition.value) ?? null)
/** asked for, and no trouble of this water */
const stray = computed(() =>
  tank.value && condition.value && !chosen.value
    ? conditions.data.value?.find((c) => c.id === condition.value)?.short_name
    : undefined,
)
const schools = useSchools(
  () => props.group,
  condition,
  () => !!fish.value && (!!chosen.value || picked.value === NOTHING.id),
)
const list = computed(() => schools.data.value ?? [])
const protocol = ref(typeof route.query['protocol'] === 'string' ? route.query['protocol'] : '')
const labels = ref<LabelText[]>([emptyLabel()])
const parameters = ref<Record<string, string>>({})
const products = ref<Record<string, Schemas['ProductIn']>>({})
const clean = ref<string[]>([])
const reason = ref('')
const startsAt = ref<string | null>(null)
const began = ref('')
const unread = ref(false)
const kept = useKept('course', { picked, protocol, labels, parameters, products, clean, reason, began })
watch(
  list,
  (found) => {
    if (found.length && !found.some((p) => p.protocol === protocol.value))
      protocol.value =
        (found.find((p) => !p.never && !p.needs_label) ?? found.find((p) => !p.never) ?? found[0])
          ?.protocol ?? ''
  },
  { immediate: true },
)
const school = computed(() => list.value.find((p) => p.protocol === protocol.value) ?? null)

const confirmed = ref<number[]>([])
const vetWord = ref(false)
watch(protocol, () => {
  confirmed.value = []
  vetWord.value = false
  parameters.value = {}
  products.value = {}
  clean.value = []
  reason.value = ''
})
const noProduct = (): Schemas['ProductIn'] => ({ bottle: null, strength: '', own: null })
// a bottle of one's own of which the strength is not said yet: no slip of another product stands there meanwhile
const unsaid = computed(() => Object.values(products.value).some((p) => p.own && !p.own.value.trim()))
const ready = computed(
  () =>
    !!fish.value &&
    !!school.value &&
    !unsaid.value &&
    (!school.value.needs_label || labels.value.every(isSaid)),
)
const wish = computed(() => ({
  protocol: protocol.value,
  parameters: parameters.value,
  products: Object.fromEntries(
    Object.entries(products.value).filter(([, p]) => p.bottle || p.strength || p.own?.value),
  ),
  label: school.value?.needs_label ? asSent(labels.value[0]!) : null,
  also: school.value?.needs_label ? labels.value.slice(1).map(asSent) : [],
  condition: condition.value,
  tanks: school.value?.moves ? clean.value : [],
  starts_at: startsAt.value,
}))
const settled = ref(wish.value)
watchDebounced(wish, (now) => (settled.value = JSON.parse(JSON.stringify(now))), {
  debounce: 200,
  deep: true,
})
const slipQuery = useSlip(
  () => props.group,
  settled,
  () => ready.value && settled.value.protocol === protocol.value,
)
const slip = computed(() =>
  ready.value && !slipQuery.error.value && slipQuery.data.value?.protocol === protocol.value
    ? slipQuery.data.value
    : null,
)
// a figure out of bounds leaves no slip, and its field must stay to be mended
const settable = ref<Schemas['SlipOut']['parameters']>([])
watch(slip, (now) => {
  if (now) settable.value = now.parameters
})
watch(protocol, () => (settable.value = []))
const start = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/groups/{group_id}/courses', {
      params: { path: path.value },
      body: {
        write_id,
        ...wish.value,
        confirmed: confirmed.value,
        vet_word: vetWord.value,
        reason: reason.value,
      },
    }),
  ),
)
const problem = computed(
  () => start.problem.value ?? (ready.value ? (slipQuery.error.value as Problem | null) : null),
)
watch([wish, confirmed, vetWord, reason], () => start.forget(), { deep: true })
// what is started is what was read: no press while other figures are on their way
const stale = computed(
  () => slipQuery.isPlaceholderData.value || JSON.stringify(wish.value) !== JSON.stringify(settled.value),
)
// a reason was given for what stood there; what comes new to it needs one of its own
watch(
  () => slip.value?.cared,
  (now, before) => {
    if (before && now?.some((line) => !before.includes(line))) reason.value = ''
  },
)
async function begin() {
  const done = await start.run()
  if (!done) return
  kept.forget()
  await router.push({ name: 'today' })
}
const FIELDS = computed(() => [
  'starts_at',
  ...['tanks.0', 'tanks.1'],
  ...labels.value.flatMap((_, i) => labelFields(i ? `also.${i - 1}` : 'label')),
  ...settable.value.map((p) => `parameters.${p.id}`),
  ...(school.value?.medicines ?? []).flatMap((m) => [
    `products.${m.active}`,
    ...['form', 'own.form', 'own.value', 'own.density'].map((name) => `products.${m.active}.${name}`),
  ]),
])
</script>

<template>
  <PageHead :title="fish?.tank_name ?? 'Course'" :sentence="fish ? texts.chooseHowToTreat(fish.words) : ''" />
  <div
    v-if="fish && tank"
    class="grid grid-cols-[minmax(0,420px)_minmax(0,1fr)] gap-8 items-start narrow:grid-cols-[minmax(0,1fr)] narrow:gap-4"
  >
    <div class="left">
      <div class="pick flex gap-3 items-center pb-3">
        <label for="condition">Against</label>
        <Select
          v-model="picked"
          input-id="condition"
          label-id="condition"
          :options="[NOTHING, ...here]"
          option-label="short_name"
          option-value="id"
          :placeholder="texts.CHOOSE_WHAT_IT_MOST"
          :aria-label="texts.AGAINST_WHICH_CONDITION"
          data-testid="condition"
        />
        <RouterLink
          v-if="condition"
          :to="{ name: 'condition', params: { condition }, query: { group } }"
          class="small"
          >about it</RouterLink
        >
      </div>
      <p v-if="stray" class="tannin" data-testid="stray">
        {{ texts.isNothingThatLives(stray, tank?.name) }}
      </p>
      <p v-if="!chosen" class="quiet">
        {{ texts.NOT_SURE_YET }}
        <RouterLink :to="{ name: 'look-at', params: { group } }">Look again</RouterLink
        >{{ texts.A_MEDICINE_AGAINST_THE }}
      </p>
      <p v-else-if="list.length === 1" class="tannin">
        {{ texts.noMedicineForMend(inSentence(chosen.short_name)) }}
      </p>
      <ProblemNote :problem="schools.error.value" />
      <SchoolTable v-if="list.length" v-model="protocol" :schools="list" />
    </div>
    <div>
      <div v-if="school" class="max-w-140 pb-3">
        <ProductPick
          v-for="m in school.medicines"
          :key="`${school.protocol} ${m.active}`"
          :model-value="products[m.active] ?? noProduct()"
          :active="m.active"
          :use="m.use"
          :problem="problem"
          @update:model-value="products = { ...products, [m.active]: $event }"
        />
        <TextField
          v-for="p in settable"
          :key="p.id"
          :model-value="parameters[p.id] ?? ''"
          figure
          :label="p.name"
          :placeholder="p.value"
          :hint="`${p.low} to ${p.high}${p.high.endsWith(p.unit) ? '' : ` ${p.unit}`}${p.from_cycle ? texts.byTheLifeCycle(p.from_cycle) : ''}`"
          :field="`parameters.${p.id}`"
          :problem="problem"
          @update:model-value="parameters = { ...parameters, [p.id]: $event ?? '' }"
        />
        <CleanTanks
          v-if="school.moves"
          v-model="clean"
          :tanks="tanks.data.value ?? []"
          :from="tank"
          :problem="problem"
        />
        <ByLabels v-if="school.needs_label" v-model="labels" :problem="problem" />
        <WhenField
          v-model="startsAt"
          v-model:text="began"
          v-model:unread="unread"
          label="Begins"
          field="starts_at"
          :problem="problem"
          :hint="texts.NOW_IF_LEFT_EMPTY"
        />
        <ProblemNote :problem="problem" :fields="FIELDS" />
      </div>

      <template v-if="slip">
        <SlipCard v-if="slip.lines.length" :slip="slip" :tank="tank.name" :fish="fish.words" />
        <p v-else-if="slip.kind === 'watch'" class="plain">
          {{ texts.NO_MEDICINE_GOES_IN }}
        </p>
        <p v-else class="plain">
          {{ texts.NOTHING_IS_DOSED_INTO }}
          <RouterLink :to="{ name: 'measure' }">Measure</RouterLink>{{ texts.IN_ITS_OWN_VESSEL }}
        </p>
        <dl class="grid grid-cols-[110px_1fr] gap-y-0.75 gap-x-3 py-3">
          <template v-for="b in slip.to_buy" :key="b.name">
            <dt class="font-650">In all</dt>
            <dd class="col-[2]">
              <b class="fig">{{ b.amount.figure }} {{ b.amount.unit }}</b> {{ b.product
              }}<template v-if="b.cost"
                >, costs <span class="fig">{{ b.cost }}</span></template
              ><span v-if="b.there_words" class="small there block" data-testid="there-words">{{
                b.there_words
              }}</span>
            </dd>
          </template>
          <template v-if="slip.smaller_words">
            <dt class="font-650">Smaller</dt>
            <dd class="col-[2]">{{ slip.smaller_words }}</dd>
          </template>
          <template v-if="slip.clock_words">
            <dt class="font-650">What counts</dt>
            <dd class="col-[2]">{{ slip.clock_words }}</dd>
          </template>
          <template v-if="slip.left_words">
            <dt class="font-650">{{ texts.WHAT_IS_LEFT }}</dt>
            <dd class="col-[2]">{{ slip.left_words }}</dd>
          </template>
          <template v-if="slip.rules.length">
            <dt class="font-650">Until</dt>
            <dd v-for="r in slip.rules" :key="r" class="col-[2]">{{ r }}</dd>
          </template>
        </dl>
        <p>
          <RouterLink
            :to="{ name: 'what-if', params: { group }, query: { wish: JSON.stringify(wish) } }"
            data-testid="what-if"
            >{{ texts.WHAT_IF_IT_IS }}</RouterLink
          >
        </p>
        <p v-if="slip.broken.length" class="brick font-600">Never here: {{ slip.broken.join('; ') }}.</p>
        <ConfirmStart
          v-model:confirmed="confirmed"
          v-model:vet-word="vetWord"
          v-model:reason="reason"
          :slip="slip"
          :stale="stale"
          :busy="start.busy.value"
          :began="!!startsAt"
          :unread="unread"
          @start="begin"
        />
      </template>
      <p v-else-if="school?.medicines.length && ready && slipQuery.error.value" class="plain quiet">
        {{
          texts.onceThatIsSettled(
            tank.one_water_words ? texts.THIS_WATER : `${tank.volume.net.figure} ${tank.volume.net.unit}`,
          )
        }}
      </p>
      <p v-else-if="unsaid" class="plain quiet">
        {{ texts.SAY_WHAT_YOUR_BOTTLE }}
      </p>
      <p v-else-if="school?.needs_label && !ready" class="plain quiet">
        {{ texts.copyTheFiveFigures(tank.volume.net.figure, tank.volume.net.unit) }}
      </p>
    </div>
  </div>
  <template v-if="slip">
    <DayBoard :steps="slip.days" :ends="slip.ends_words" />
    <section class="mt-6" :aria-label="texts.THE_PLAN_ON_ITS">
      <h2 class="block-head">
        <span>{{ texts.WHAT_WILL_BE_IN }}</span>
      </h2>
      <StripsChart
        :axis="slip.strip.axis"
        :strips="[slip.strip.strip]"
        :label="texts.THE_PLAN_AS_A"
        plain
        own
      >
        <template #default="{ frame, wide }">
          <StagesChart v-if="slip.stages" :stages="slip.stages" :frame="frame" :wide="wide" />
        </template>
      </StripsChart>
    </section>
  </template>
</template>

<style scoped>
.pick :deep(.p-select) {
  min-width: 240px;
}
.plain {
  border: 1px solid var(--rule2);
  border-radius: 4px;
  padding: 16px;
  max-width: 56ch;
}
</style>
