<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { capital } from '@/shared/capital'
import FigureText from '@/shared/FigureText.vue'
import * as texts from './words'

/** One medicine in this water, line by line: what happened, what it did to the level, what a reading should have said. */
const props = defineProps<{ ledger: Schemas['WaterLedgerOut'] }>()
const FEW = 8
const all = ref(false)
const lines = computed(() => (all.value ? props.ledger.lines : props.ledger.lines.slice(0, FEW)))
</script>

<template>
  <section
    class="mb-7 max-w-225"
    :aria-label="texts.inTheWater(ledger.name)"
    :data-testid="`ledger-${ledger.medicine}`"
  >
    <h2 class="block-head">
      <span>{{ texts.inTheWater(capital(ledger.name)) }}</span>
    </h2>
    <div
      class="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-6 pt-2 pb-3 items-start phone:grid-cols-[1fr] phone:gap-3"
    >
      <dl class="grid grid-cols-[130px_1fr] gap-y-1 gap-x-3 items-baseline">
        <dt class="text-ink2">now</dt>
        <dd class="big text-28 leading-8 font-600">
          <FigureText :figure="ledger.level.figure" :unit="ledger.level.unit" />
        </dd>
        <dt class="text-ink2">most likely</dt>
        <dd class="fig">{{ ledger.band_words }}</dd>
        <template v-if="ledger.window_words">
          <dt class="text-ink2">range</dt>
          <dd class="fig">{{ ledger.window_words }}</dd>
          <dt class="text-ink2">{{ texts.IN_RANGE_AS_RECKONED }}</dt>
          <dd class="fig">{{ ledger.hours_words }}</dd>
          <dt class="text-ink2">ahead</dt>
          <dd>{{ ledger.leaves_words }}</dd>
        </template>
      </dl>
      <table class="border-collapse w-full">
        <caption class="small quiet text-left">
          {{
            texts.WHERE_ALL_OF_IT
          }}
        </caption>
        <tbody>
          <tr v-for="p in ledger.parts" :key="p.name">
            <th class="font-400 text-left line-t-rule h-7" scope="row">{{ p.name }}</th>
            <td class="fig right line-t-rule h-7">{{ p.amount }}</td>
            <td class="fig right quiet line-t-rule h-7">{{ p.share_words }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <table class="lines border-collapse w-full">
      <thead>
        <tr>
          <th scope="col">when</th>
          <th scope="col">what</th>
          <th scope="col" class="right">expected</th>
          <th scope="col" class="right">level after</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(l, i) in lines" :key="i" :class="l.kind">
          <td>
            {{ l.day_words }} <span class="fig">{{ l.at_words }}</span>
          </td>
          <td>
            {{ l.words }}<span v-if="l.odd" class="small brick block">{{ l.odd }}</span>
          </td>
          <td class="fig right quiet">{{ l.expected }}</td>
          <td class="fig right">{{ l.level }}</td>
        </tr>
      </tbody>
    </table>
    <button
      v-if="ledger.lines.length > FEW"
      type="button"
      class="link min-h-8 phone:min-h-11"
      @click="all = !all"
    >
      {{ all ? 'fewer lines' : `all ${ledger.lines.length} lines` }}
    </button>
    <p class="small quiet">
      {{ texts.RECKONED_FOR_A_TANK }}
    </p>
  </section>
</template>

<style scoped>
.lines thead th {
  font-size: 12.5px;
  font-weight: 400;
  color: var(--ink2);
  text-align: left;
}
.lines th.right {
  text-align: right;
}
.lines td {
  border-top: 1px solid var(--rule);
  height: 34px;
  padding-right: 12px;
}
.lines td.right {
  padding-right: 0;
}
.lines td:first-child {
  white-space: nowrap;
}
@media (max-width: 759px) {
  .lines td:nth-child(3),
  .lines th:nth-child(3) {
    display: none;
  }
}
</style>
