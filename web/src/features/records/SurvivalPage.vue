<script setup lang="ts">
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { type Schemas } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import SurvivalChart from './SurvivalChart.vue'
import { useBatches } from './queries'
import { COMPARED_BY } from '@/shared/choices'
import * as texts from './words'

/** Batches side by side: how many were alive on which day, and whether they differ. */
type By = Schemas['ComparisonOut']['by']
const route = useRoute()
const router = useRouter()
const by = computed<By>(() => {
  const asked = route.query['by']
  return COMPARED_BY.some((w) => w.value === asked) ? (asked as By) : 'supplier'
})
const query = useBatches(by)
const from = computed(() =>
  ['course', 'medicine', 'condition'].includes(by.value) ? texts.START_OF_COURSE : 'the arrival',
)
</script>

<template>
  <PageHead title="Batches" :sentence="query.data.value?.words" />
  <ProblemNote :problem="query.error.value" />
  <div class="ways">
    <SelectButton
      :model-value="by"
      :options="COMPARED_BY"
      option-label="label"
      option-value="value"
      :allow-empty="false"
      aria-label="Compare by"
      @update:model-value="router.replace({ query: { by: $event } })"
    />
  </div>
  <template v-if="query.data.value">
    <p v-if="query.data.value.few_words" class="tannin few" data-testid="few">
      {{ query.data.value.few_words }}
    </p>
    <p v-if="!query.data.value.batches.length" class="quiet">
      {{ texts.ONCE_FISH_HAVE_ARRIVED }}
    </p>
    <template v-else>
      <h2 class="block-head">
        <span>{{ texts.aliveByDaysSince(from) }}</span><span class="small quiet">{{
          texts.SHADED_THE_95_BAND
        }}</span>
      </h2>
      <SurvivalChart :batches="query.data.value.batches" :days="query.data.value.days" />
      <table class="numbers batches">
        <thead>
          <tr>
            <th scope="col">batch</th>
            <th scope="col" class="right">fish</th>
            <th scope="col" class="right">lost</th>
            <th scope="col" class="right">in 7 days</th>
            <th scope="col">now</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(b, i) in query.data.value.batches" :key="b.name" :data-testid="`batch-${i}`">
            <th scope="row">
              <svg width="34" height="10" aria-hidden="true" focusable="false">
                <path :class="`batch-line l${i}`" d="M0 5H34" />
              </svg>
              {{ b.name }}
            </th>
            <td class="fig right">{{ b.fish }}</td>
            <td class="fig right">{{ b.lost }}</td>
            <td class="fig right">{{ b.first_week }}</td>
            <td>
              {{ b.alive_words }}<span v-if="b.half_words" class="small quiet">; {{ b.half_words }}</span
              ><span v-if="b.few" class="small tannin">; few</span>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="query.data.value.left_out" class="small quiet">
        {{ texts.smallerBatchesAreNot(query.data.value.left_out) }}
      </p>
      <template v-if="query.data.value.causes.length">
        <h2 class="block-head">
          <span>{{ texts.WHAT_THEY_WERE_LOST }}</span><span class="small quiet">{{
            texts.DAYS_SINCE_THEY_CAME
          }}</span>
        </h2>
        <table class="numbers causes" data-testid="causes">
          <thead>
            <tr>
              <th scope="col">{{ texts.PUT_DOWN_TO }}</th>
              <th v-for="d in query.data.value.day_bands" :key="d" scope="col" class="right">{{ d }}</th>
              <th scope="col" class="right">in all</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="c in query.data.value.causes" :key="c.name">
              <th scope="row">{{ c.name }}</th>
              <td v-for="(n, i) in c.counts" :key="i" class="fig right" :class="{ quiet: !n }">
                {{ n || '–' }}
              </td>
              <td class="fig right">{{ c.total }}</td>
            </tr>
          </tbody>
        </table>
      </template>
      <p class="small quiet">
        {{ texts.KAPLAN_AND_MEIERS_ESTIMATE }}
      </p>
    </template>
  </template>
</template>

<style scoped>
.ways {
  margin-bottom: 16px;
}
.few {
  margin-bottom: 10px;
}
.numbers {
  border-collapse: collapse;
  width: 100%;
  max-width: 1000px;
  margin: 12px 0;
}
.numbers th:not(.right) {
  text-align: left;
}
.numbers th {
  font-weight: 400;
}
.numbers thead th {
  font-size: 12.5px;
  color: var(--ink2);
}
.numbers tbody th,
.numbers td {
  border-top: 1px solid var(--rule);
  padding: 7px 14px 7px 0;
}
.numbers .right {
  text-align: right;
}
.numbers thead th {
  padding-right: 14px;
}
.numbers svg {
  display: inline-block;
  vertical-align: middle;
  margin-right: 6px;
}
@media (max-width: 759px) {
  .batches td:nth-child(4),
  .batches th:nth-child(4) {
    display: none;
  }
  .causes thead th,
  .causes tbody th,
  .causes td {
    padding-right: 7px;
  }
}
</style>
<style>
.batch-line {
  fill: none;
  stroke-width: 2.2;
}
.batch-line.l0 {
  stroke: var(--leaf);
}
.batch-line.l1 {
  stroke: var(--water);
  stroke-dasharray: 7 4;
}
.batch-line.l2 {
  stroke: var(--brick);
  stroke-dasharray: 2 3;
}
.batch-line.l3 {
  stroke: var(--tannin);
  stroke-dasharray: 10 3 2 3;
}
.batch-line.l4 {
  stroke: var(--m-violet);
  stroke-dasharray: 1 4;
}
.batch-line.l5 {
  stroke: var(--m-olive);
  stroke-dasharray: 12 6;
}
.batch-line.l6 {
  stroke: var(--ink);
  stroke-dasharray: 4 2;
}
.batch-line.l7 {
  stroke: var(--m-clear);
  stroke-dasharray: 6 2 1 2 1 2;
}
</style>
