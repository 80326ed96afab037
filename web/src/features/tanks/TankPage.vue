<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import { type Schemas } from '@/api/client'
import { capital } from '@/shared/capital'
import ChangeForm from '@/shared/ChangeForm.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import StagesChart from '@/shared/strips/StagesChart.vue'
import StripsChart from '@/shared/strips/StripsChart.vue'
import { useSession } from '@/shared/session'
import { useStrike } from '@/shared/useStrike'
import ArriveForm from './ArriveForm.vue'
import LossForm from './LossForm.vue'
import ObserveForm from './ObserveForm.vue'
import MoveForm from './MoveForm.vue'
import TestForm from './TestForm.vue'
import UpkeepSection from './UpkeepSection.vue'
import WaterLedger from './WaterLedger.vue'
import LinkButton from '@/shared/LinkButton.vue'
import { useGroups, useStrips, useTank } from '@/shared/queries'
import { useInstruments, useReadings, useStages, useWaterLedger } from './queries'
import * as said from '@/shared/words'
import * as texts from './words'

const props = defineProps<{ tank: string }>()
const session = useSession()
const route = useRoute()
const board = useTank(() => props.tank)
const all = useGroups()
const readings = useReadings(() => props.tank)
const drawn = useStrips(() => [props.tank])
const stages = useStages(() => props.tank)
const ledgers = useWaterLedger(() => props.tank)
const instruments = useInstruments()
const speaking = computed(() =>
  (instruments.data.value?.instruments ?? []).filter((i) => i.tank === props.tank),
)
const strip = computed(() => drawn.data.value?.strips.find((s) => !s.quiet) ?? null)
const groups = computed(() => (all.data.value ?? []).filter((g) => g.tank === props.tank))
const alive = computed(() => groups.value.filter((g) => g.left > 0))
const sentence = computed(() => {
  const t = board.data.value
  if (!t) return ''
  const fish = alive.value.map((g) => g.words).join(', ') || 'No fish'
  return texts.inSoMuchWater(fish, t.volume.net.figure, t.volume.net.unit)
})

type Dialog = 'arrive' | 'test' | 'change' | 'observe' | 'loss' | 'move'
const open = ref<Dialog | null>(null)
const group = ref<Schemas['GroupOut'] | null>(null)
/** how much a standing task asks to be changed; for any other change what the address says, or a quarter */
const share = ref('')
function ask(dialog: Dialog, of: Schemas['GroupOut'] | null = null, much = '') {
  group.value = of
  share.value = much
  open.value = dialog
}
watch(
  () => route.query['log'],
  (log) => {
    if (log === 'test' || log === 'change') ask(log)
  },
  { immediate: true },
)
const asks = computed(() => String(route.query['reads'] ?? '').split(','))
let asked = ''
watch(
  () => groups.value.find((g) => g.uid === route.query['move']),
  (group) => {
    // once: closed, it stays closed
    if (!group || asked === group.uid) return
    asked = group.uid
    ask('move', group)
  },
  { immediate: true },
)
const TITLES: Record<Dialog, string> = {
  arrive: 'Fish arrive',
  test: 'Water test',
  change: 'Water change',
  observe: 'Observation',
  loss: 'Loss',
  move: 'Fish move',
}
const { strike, problem: strikeProblem } = useStrike()
</script>

<template>
  <PageHead :title="board.data.value?.name ?? 'Tank'" :sentence="sentence" :aside="board.data.value?.code" />
  <ProblemNote :problem="board.error.value ?? strikeProblem" />
  <template v-if="board.data.value">
    <div class="presses in-row gap-2 mb-6">
      <Button label="Fish arrive" @click="ask('arrive')" />
      <Button label="Water test" severity="secondary" @click="ask('test')" />
      <Button label="Water change" severity="secondary" @click="ask('change')" />
      <RouterLink :to="{ name: 'measure', query: { tank } }">Measure a dose</RouterLink>
      <RouterLink :to="{ name: 'tank-measures', params: { tank } }">Measures</RouterLink>
      <RouterLink :to="{ name: 'tank-ready', params: { tank } }">{{ texts.MADE_READY_FILTER }}</RouterLink>
      <RouterLink :to="{ name: 'trace', params: { tank } }">{{ said.WHAT_TOUCHED_WHAT }}</RouterLink>
      <RouterLink :to="{ name: 'tank-card', params: { tank } }">{{ texts.CARD_TO_PRINT }}</RouterLink>
      <RouterLink :to="{ name: 'tank-new', query: { like: tank } }">{{ said.ANOTHER_LIKE_IT }}</RouterLink>
    </div>
    <p v-if="board.data.value.one_water_words" class="-mt-3 mb-4" data-testid="one-water">
      {{ capital(board.data.value.one_water_words) }}.
    </p>
    <div v-if="drawn.data.value && strip" class="mb-7 max-w-225">
      <StripsChart :axis="drawn.data.value.axis" :strips="[strip]" :label="texts.THIS_TANK_ON_ITS" plain>
        <template #default="{ frame, wide }">
          <StagesChart
            v-for="s in stages.data.value ?? []"
            :key="s.parasite"
            :stages="s"
            :frame="frame"
            :wide="wide"
          />
        </template>
      </StripsChart>
      <p v-if="strip.day_count?.slip_words" class="tannin" data-testid="slip-words">
        {{ strip.day_count.slip_words }}
      </p>
    </div>
    <section aria-label="Fish">
      <h2 class="block-head">Fish</h2>
      <p v-if="!groups.length" class="py-2.5">{{ texts.NO_FISH_HAVE_COME }}</p>
      <ul class="rows">
        <li
          v-for="g in groups"
          :key="g.uid"
          class="in-row justify-between gap-y-2 gap-x-4 py-2.5"
          :class="{ gone: !g.left }"
          :data-testid="`group-${g.species_name}`"
        >
          <div>
            <RouterLink :to="{ name: 'fish', params: { group: g.uid } }" class="block text-16 font-650">{{
              g.words
            }}</RouterLink>
            <span class="small quiet"
              >came {{ g.arrived_on_words }}, {{ g.arrived_words
              }}{{ g.supplier ? `, from ${g.supplier}` : '' }}</span
            >
          </div>
          <div v-if="g.left" class="does in-row gap-2">
            <LinkButton main :to="{ name: 'look-at', params: { group: g.uid } }" label="Look" />
            <Button
              label="Observe"
              severity="secondary"
              :aria-label="`Observe ${g.species_name}`"
              @click="ask('observe', g)"
            />
            <Button
              label="Loss"
              severity="secondary"
              :aria-label="`A loss among ${g.species_name}`"
              @click="ask('loss', g)"
            />
            <Button
              label="Move"
              severity="secondary"
              :aria-label="`Move ${g.species_name}`"
              @click="ask('move', g)"
            />
            <LinkButton :to="{ name: 'course-for', params: { group: g.uid } }" label="Treat" />
            <LinkButton :to="{ name: 'release', params: { group: g.uid } }" label="Release" />
          </div>
        </li>
      </ul>
    </section>
    <UpkeepSection
      :tank="tank"
      :name="board.data.value.name"
      @change="(much) => ask('change', null, much)"
      @test="ask('test')"
    />
    <WaterLedger v-for="l in ledgers.data.value ?? []" :key="l.medicine" :ledger="l" />
    <section aria-label="Water tests">
      <h2 class="block-head">
        Water tests
        <RouterLink class="small" :to="{ name: 'water', params: { tank } }" data-testid="water-over-time">{{
          texts.OVER_TIME_LIMITS_FILES
        }}</RouterLink>
      </h2>
      <ul v-if="speaking.length" class="small" data-testid="speaking">
        <li v-for="i in speaking" :key="i.uid" class="flex flex-wrap gap-y-0.5 gap-x-3.5 py-1">
          <RouterLink :to="{ name: 'instruments' }">{{ i.name }}</RouterLink>
          <span v-for="m in i.measures.filter((x) => x.last)" :key="m.name" class="fig"
            >{{ m.last }} {{ m.last_words }}</span
          >
          <b v-if="i.words" class="brick">{{ i.words }}</b>
        </li>
      </ul>
      <p v-if="!readings.data.value?.length" class="py-2.5">{{ texts.NOTHING_READ_YET }}</p>
      <table v-else class="tests w-full border-collapse">
        <thead>
          <tr>
            <th scope="col">when</th>
            <th scope="col" class="right">temperature</th>
            <th scope="col" class="right">pH</th>
            <th scope="col" class="right">ammonia, mg/L</th>
            <th scope="col" class="right">nitrite, mg/L</th>
            <th scope="col" class="pl-6 phone:hidden">by</th>
            <th scope="col"><span class="unseen">strike out</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in readings.data.value" :key="r.uid">
            <td>
              {{ r.day_words }} <span class="fig">{{ r.at_words }}</span>
              <span v-if="r.more" class="small quiet block">{{ r.more }}</span>
            </td>
            <td class="fig right">
              {{ r.temperature ? `${r.temperature.figure} ${r.temperature.unit}` : '–' }}
            </td>
            <td class="fig right">{{ r.ph || '–' }}</td>
            <td class="fig right">{{ r.ammonia || '–' }}</td>
            <td class="fig right">{{ r.nitrite || '–' }}</td>
            <td class="quiet pl-6 phone:hidden">{{ r.by }}</td>
            <td class="right">
              <button
                type="button"
                class="link text-12"
                :aria-label="texts.strikeOutTheTest(r.day_words, r.at_words)"
                @click="strike('reading', r.uid)"
              >
                strike out
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="small quiet pt-1.5">
        {{
          session.keeper?.preferences.kit_basis === 'n' ? texts.COUNTED_AS_NITROGEN : texts.COUNTED_AS_THE_ION
        }}
      </p>
    </section>
    <Dialog
      v-if="open"
      visible
      modal
      :header="`${board.data.value.name}, ${TITLES[open].toLowerCase()}`"
      @update:visible="open = null"
    >
      <ArriveForm v-if="open === 'arrive'" :tank="board.data.value" @done="open = null" />
      <TestForm v-else-if="open === 'test'" :tank="board.data.value.uid" :asked="asks" @done="open = null" />
      <ChangeForm
        v-else-if="open === 'change'"
        :tank="board.data.value.uid"
        :share="share || (typeof route.query['share'] === 'string' ? route.query['share'] : '25 %')"
        put-back
        @done="open = null"
      />
      <ObserveForm v-else-if="open === 'observe' && group" :group="group.uid" @done="open = null" />
      <LossForm v-else-if="open === 'loss' && group" :group="group" @done="open = null" />
      <MoveForm
        v-else-if="open === 'move' && group"
        :group="group"
        :into="
          route.query['move'] === group.uid && typeof route.query['to'] === 'string' ? route.query['to'] : ''
        "
        @done="open = null"
      />
    </Dialog>
  </template>
</template>

<style scoped>
.presses > a {
  padding: 8px;
}
section {
  margin-bottom: 28px;
  max-width: 900px;
}
.gone {
  color: var(--ink2);
}
.tests th {
  font-size: 12.5px;
  font-weight: 400;
  color: var(--ink2);
  text-align: left;
}
.tests th.right {
  text-align: right;
}
.tests td {
  border-top: 1px solid var(--rule);
  height: 36px;
}
.tests .right {
  padding-left: 10px;
}
@media (max-width: 759px) {
  .does > *,
  .presses > * {
    min-height: 56px;
    display: inline-flex;
    align-items: center;
  }
  .tests th:last-child,
  .tests td:last-child {
    display: none;
  }
}
</style>
