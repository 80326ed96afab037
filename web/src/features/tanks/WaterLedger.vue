<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { capital } from '@/shared/capital'
import FigureText from '@/shared/FigureText.vue'

/** One medicine in this water, line by line: what happened, what it did to the level, what a reading should have said. */
const props = defineProps<{ ledger: Schemas['WaterLedgerOut'] }>()
const FEW = 8
const all = ref(false)
const lines = computed(() => (all.value ? props.ledger.lines : props.ledger.lines.slice(0, FEW)))
</script>

<template>
  <section
    class="ledger"
    :aria-label="`${ledger.name} in the water`"
    :data-testid="`ledger-${ledger.medicine}`"
  >
    <h2 class="block-head">
      <span>{{ capital(ledger.name) }} in the water</span>
    </h2>
    <div class="both">
      <dl>
        <dt>now</dt>
        <dd class="big"><FigureText :figure="ledger.level.figure" :unit="ledger.level.unit" /></dd>
        <dt>most likely</dt>
        <dd class="fig">{{ ledger.band_words }}</dd>
        <template v-if="ledger.window_words">
          <dt>range</dt>
          <dd class="fig">{{ ledger.window_words }}</dd>
          <dt>in range, as reckoned</dt>
          <dd class="fig">{{ ledger.hours_words }}</dd>
          <dt>ahead</dt>
          <dd>{{ ledger.leaves_words }}</dd>
        </template>
      </dl>
      <table class="parts">
        <caption class="small quiet">
          where all of it went
        </caption>
        <tbody>
          <tr v-for="p in ledger.parts" :key="p.name">
            <th scope="row">{{ p.name }}</th>
            <td class="fig right">{{ p.amount }}</td>
            <td class="fig right quiet">{{ p.share_words }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <table class="lines">
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
            {{ l.words }}<span v-if="l.odd" class="small brick odd">{{ l.odd }}</span>
          </td>
          <td class="fig right quiet">{{ l.expected }}</td>
          <td class="fig right">{{ l.level }}</td>
        </tr>
      </tbody>
    </table>
    <button v-if="ledger.lines.length > FEW" type="button" class="link" @click="all = !all">
      {{ all ? 'fewer lines' : `all ${ledger.lines.length} lines` }}
    </button>
    <p class="small quiet">
      Reckoned for a tank kept at its line. What evaporates leaves the medicine behind: a tank down by a tenth
      holds about a tenth more in each litre, until it is topped up with plain water.
    </p>
  </section>
</template>

<style scoped>
.ledger {
  margin-bottom: 28px;
  max-width: 900px;
}
.both {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 24px;
  padding: 8px 0 12px;
  align-items: start;
}
dl {
  display: grid;
  grid-template-columns: 130px 1fr;
  gap: 4px 12px;
  align-items: baseline;
}
dt {
  color: var(--ink2);
}
.big {
  font-size: 28px;
  line-height: 32px;
  font-weight: 600;
}
table {
  border-collapse: collapse;
  width: 100%;
}
caption {
  text-align: left;
}
.parts th {
  font-weight: 400;
  text-align: left;
}
.parts th,
.parts td {
  border-top: 1px solid var(--rule);
  height: 28px;
}
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
.odd {
  display: block;
}
.link {
  min-height: 32px;
}
@media (max-width: 759px) {
  .both {
    grid-template-columns: 1fr;
    gap: 12px;
  }
  .lines td:nth-child(3),
  .lines th:nth-child(3) {
    display: none;
  }
  .link {
    min-height: 44px;
  }
}
</style>
