<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { answer, api } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useStrike } from '@/shared/useStrike'
import { useWidth } from '@/shared/useWidth'
import { useWrite } from '@/shared/useWrite'
import TestForm from './TestForm.vue'
import WaterRow from './WaterRow.vue'
import { READINGS } from '@/shared/waterTest'
import { useTanks } from '@/shared/queries'
import { useWaterChart } from './queries'
import * as texts from './words'

/** The water of a tank over time: every measure against its limits for these fish, then the tests one by one. */
const props = defineProps<{ tank: string }>()
const session = useSession()
const path = computed(() => ({ ...session.inRoom(), tank_id: props.tank }))
const days = ref(30)
const DAYS = [7, 30, 90, 365].map((n) => ({ value: n, label: n === 365 ? 'a year' : `${n} days` }))
const chart = useWaterChart(() => props.tank, days)
const tanks = useTanks()
const name = computed(() => tanks.data.value?.find((t) => t.uid === props.tank)?.name ?? 'Tank')
const box = ref<HTMLElement | null>(null)
const wide = useWidth(box, 800)
const plot = computed(() => (wide.value >= 700 ? wide.value - 132 - 128 - 24 : wide.value))
const from = computed(() => Date.parse(chart.data.value?.starts_at ?? ''))
const to = computed(() => Date.parse(chart.data.value?.ends_at ?? ''))
/** as many days as have room for their words */
const ticks = computed(() => {
  const found = chart.data.value?.ticks ?? []
  const every = Math.max(1, Math.ceil(found.length / Math.max(1, Math.floor(plot.value / 64))))
  return found.filter((_, i) => (found.length - 1 - i) % every === 0)
})
/** the first and the last word stay within the chart */
const anchor = (at: string) => {
  const share = (Date.parse(at) - from.value) / (to.value - from.value)
  return share > 0.94 ? 'end' : share < 0.06 ? 'start' : 'middle'
}
const sentence = computed(() => {
  const rows = chart.data.value?.rows ?? []
  const off = rows.filter((r) => ['above', 'below'].includes(r.points.at(-1)!.state)).map((r) => r.in_words)
  if (!rows.length) return texts.NOTHING_READ
  return off.length ? texts.outOfRange(off.join(', ')) : texts.ALL_IN_RANGE
})
const FEW = 12
const all = ref(false)
const handOnly = ref(true)
const tests = computed(() => (chart.data.value?.tests ?? []).filter((t) => !handOnly.value || t.by_hand))
const shown = computed(() => (all.value ? tests.value : tests.value.slice(0, FEW)))
const machines = computed(() => (chart.data.value?.tests ?? []).some((t) => !t.by_hand))
const HEADS = Object.fromEntries(READINGS.map((r) => [r.id, r.name]))
/** what a course holds stands last, beside what was expected of it */
const HELD = READINGS.find((r) => r.held)?.id ?? ''
const COLUMNS = READINGS.map((r) => r.id).filter((id) => id !== HELD)
const columns = computed(() => COLUMNS.filter((c) => tests.value.some((t) => t.figures[c])))
const held = computed(() => tests.value.some((t) => t.figures[HELD]))
const adding = ref(false)
const text = ref('')
const brought = ref('')
const bring = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/tanks/{tank_id}/tests-csv', {
      params: { path: path.value },
      body: { write_id, text: text.value },
    }),
  ),
)
const file = ref<HTMLInputElement | null>(null)
async function take(event: Event) {
  const chosen = (event.target as HTMLInputElement).files?.[0]
  if (!chosen) return
  brought.value = ''
  text.value = await chosen.text()
  const done = await bring.run()
  if (file.value) file.value.value = ''
  if (done)
    brought.value = `${done.kept} ${done.kept === 1 ? 'test' : 'tests'} kept${done.known ? texts.wereHereAlready(done.known) : ''}.`
}
const { strike, problem: strikeProblem } = useStrike()
</script>

<template>
  <PageHead :title="`Water of ${name}`" :sentence="sentence" :aside="chart.data.value?.fish" />
  <ProblemNote :problem="chart.error.value ?? strikeProblem" />
  <div class="asked in-row gap-3 mb-4">
    <Button label="Water test" data-testid="new-test" @click="adding = true" />
    <SelectButton
      v-model="days"
      :options="DAYS"
      option-label="label"
      option-value="value"
      :allow-empty="false"
      :aria-label="texts.HOW_FAR_BACK"
    />
    <RouterLink :to="{ name: 'tank', params: { tank } }">The tank</RouterLink>
  </div>
  <ul v-if="chart.data.value?.advice.length" class="line-l-3-tannin pl-3 pt-0.5 pb-0.5 mb-4 text-16">
    <li v-for="a in chart.data.value.advice" :key="a.words" class="tannin" data-testid="water-advice">
      {{ a.words }}
    </li>
  </ul>
  <div ref="box" class="line-t-2-ink mb-7" data-testid="water-chart">
    <WaterRow
      v-for="r in chart.data.value?.rows ?? []"
      :key="r.name"
      :row="r"
      :ticks="chart.data.value?.ticks ?? []"
      :from="from"
      :to="to"
      :width="plot"
    />
    <div v-if="chart.data.value?.rows.length" class="pl-36 line-t-rule phone:pl-0" aria-hidden="true">
      <svg :width="plot" height="18">
        <text
          v-for="t in ticks"
          :key="t.at"
          class="fig text-11 fill-ink2"
          :x="((Date.parse(t.at) - from) / (to - from)) * (plot - 8) + 4"
          y="13"
          :text-anchor="anchor(t.at)"
        >
          {{ t.words }}
        </text>
      </svg>
    </div>
    <p v-if="chart.data.value?.rows.length" class="small quiet pt-1.5">
      {{ texts.dotsReadByHand(chart.data.value.fish) }}
    </p>
  </div>
  <section aria-label="Tests">
    <div class="block-head">
      <h2>Tests</h2>
      <button
        v-if="machines"
        type="button"
        class="link small"
        :aria-pressed="!handOnly"
        @click="handOnly = !handOnly"
      >
        {{ handOnly ? 'instruments too' : texts.BY_HAND_ONLY }}
      </button>
    </div>
    <div class="overflow-x-auto relative" tabindex="0" role="region" :aria-label="texts.TESTS_ONE_BY_ONE">
      <table v-if="tests.length" class="tests w-full border-collapse">
        <thead class="phone:hidden">
          <tr
            class="phone:flex phone:flex-wrap phone:gap-y-0.5 phone:gap-x-3.5 phone:items-center phone:line-t-rule phone:py-1.5 phone:px-0"
          >
            <th scope="col">when</th>
            <th v-for="c in columns" :key="c" scope="col" class="right">{{ HEADS[c] ?? c }}</th>
            <th v-if="held" scope="col" class="right">{{ HEADS[HELD] }}</th>
            <th v-if="held" scope="col" class="right">expected</th>
            <th scope="col" class="by">by</th>
            <th scope="col"><span class="unseen">strike out</span></th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="t in shown"
            :key="t.uid"
            class="phone:flex phone:flex-wrap phone:gap-y-0.5 phone:gap-x-3.5 phone:items-center phone:line-t-rule phone:py-1.5 phone:px-0"
          >
            <td class="nowrap phone:first:w-full">
              {{ t.day_words }} <span class="fig">{{ t.at_words }}</span>
              <span v-if="t.note" class="small quiet block whitespace-normal">{{ t.note }}</span>
            </td>
            <td
              v-for="c in columns"
              :key="c"
              class="fig right phone:first:w-full"
              :class="{ none: !t.figures[c] }"
              :data-label="HEADS[c] ?? c"
            >
              {{ t.figures[c] ?? '–' }}
            </td>
            <td
              v-if="held"
              class="fig right phone:first:w-full"
              :class="{ none: !t.figures[HELD] }"
              :data-label="HEADS[HELD]"
            >
              {{ t.figures[HELD] ?? '–' }}
            </td>
            <td
              v-if="held"
              class="fig right quiet nowrap phone:first:w-full"
              :class="{ none: !t.expected }"
              data-label="expected"
            >
              {{ t.expected }}
            </td>
            <td class="by quiet phone:first:w-full">{{ t.by }}</td>
            <td class="right phone:first:w-full">
              <button
                type="button"
                class="link small"
                :aria-label="texts.strikeOutTheTest(t.day_words, t.at_words)"
                @click="strike('reading', t.uid)"
              >
                strike out
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <button v-if="tests.length > FEW" type="button" class="link" data-testid="all-tests" @click="all = !all">
      {{ all ? 'fewer tests' : `all ${tests.length} tests` }}
    </button>
  </section>
  <section aria-label="Files" class="max-w-190">
    <h2 class="block-head">Files</h2>
    <p class="small quiet pt-1.5 pb-2.5">
      {{ texts.A_CSV_FILE_WITH }} <span class="fig">when</span>
      {{ texts.andAnyOfThe(session.room?.name ?? '') }}
    </p>
    <div class="in-row gap-3">
      <label for="tests-file">{{ texts.BRING_IN_TESTS }}</label>
      <input
        id="tests-file"
        ref="file"
        class="max-w-full"
        type="file"
        accept=".csv,text/csv"
        data-testid="tests-file"
        @change="take"
      />
      <a :href="`/api/rooms/${path.room_id}/tanks/${tank}/tests.csv`" download>{{
        texts.ALL_TESTS_AS_CSV
      }}</a>
    </div>
    <ProblemNote :problem="bring.problem.value" />
    <p v-if="brought" role="status" class="leaf" data-testid="tests-brought">{{ brought }}</p>
  </section>
  <Dialog v-if="adding" visible modal :header="`${name}, water test`" @update:visible="adding = false">
    <TestForm :tank="tank" @done="adding = false" />
  </Dialog>
</template>

<style scoped>
section {
  margin-bottom: 28px;
}
.tests th {
  font-size: 12.5px;
  font-weight: 400;
  color: var(--ink2);
  text-align: left;
  padding-left: 10px;
}
.tests th:first-child,
.tests td:first-child {
  padding-left: 0;
}
.tests th.right {
  text-align: right;
}
.tests td {
  border-top: 1px solid var(--rule);
  height: 36px;
  padding-left: 10px;
}
.tests .by {
  padding-left: 24px;
}
@media (max-width: 759px) {
  /* on the thumb's page each test is a few figures with their names, and nothing stands beyond the edge */
  .tests td {
    border: 0;
    height: auto;
    padding: 0;
  }
  .tests td.none {
    display: none;
  }
  .tests td[data-label]::before {
    content: attr(data-label) ' ';
    font: 12.5px var(--words);
    color: var(--ink2);
  }
  .tests .by {
    padding-left: 0;
  }
  .asked :deep(.p-button),
  .asked > a {
    min-height: 56px;
    display: inline-flex;
    align-items: center;
  }
}
</style>
