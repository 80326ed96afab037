<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import * as texts from './words'

/** The days ahead: one column a day, one row a kind of task. */
const props = defineProps<{ steps: Schemas['StepOut'][]; ends: string }>()
type Kind = Schemas['StepOut']['kind']
/** the row that each kind of step stands in, from top to bottom */
const ROW: Record<Kind, string> = {
  dose: 'dose',
  bath: texts.BATH_OR_SWAB,
  dip: texts.BATH_OR_SWAB,
  swab: texts.BATH_OR_SWAB,
  food: 'food',
  feed: 'food',
  transfer: texts.MOVE,
  remove: texts.MOVE,
  water_change: 'water change',
  temperature: texts.WARMTH_OR_SALINITY,
  salinity: texts.WARMTH_OR_SALINITY,
  water_test: 'water test',
  look: 'look',
  carbon_in: 'see to',
  carbon_out: 'see to',
  lights: 'see to',
  disinfect: 'see to',
  tell: 'see to',
}
const KINDS = Object.keys(ROW) as Kind[]
const days = computed(() => Math.max(1, ...props.steps.map((s) => s.day)))
const rows = computed(() =>
  KINDS.filter((kind, i) => KINDS.findIndex((k) => ROW[k] === ROW[kind]) === i)
    .map((kind) => {
      const label = ROW[kind]
      const steps = props.steps.filter((s) => ROW[s.kind] === label)
      const byDay = new Map<number, Schemas['StepOut'][]>()
      for (const s of steps) byDay.set(s.day, [...(byDay.get(s.day) ?? []), s])
      return { kind, label, byDay, count: steps.length }
    })
    .filter((r) => r.count),
)
function words(steps: Schemas['StepOut'][]): string {
  return steps
    .map((s) => `${s.at_words} ${s.title}${s.amount ? `, ${s.amount}` : ''}${s.text ? `. ${s.text}` : ''}`)
    .join('; ')
}
</script>

<template>
  <section class="days" :aria-label="texts.THE_DAYS_AHEAD">
    <h2 class="block-head">
      <span>Day board</span><span class="small quiet">{{ ends }}</span>
    </h2>
    <div
      class="relative overflow-x-auto"
      tabindex="0"
      role="group"
      :aria-label="texts.DAY_BOARD_SCROLLS_SIDEWAYS"
    >
      <table class="border-collapse text-13">
        <thead>
          <tr>
            <th scope="col" class="kind line-b-ink h-6.5">day</th>
            <th
              v-for="d in days"
              :key="d"
              scope="col"
              class="fig line-b-ink h-6.5 w-6.5 min-w-6.5 text-center font-400 text-12"
            >
              {{ d }}
            </th>
            <th scope="col" class="fig line-b-ink h-6.5 min-w-6.5 text-center w-6.5 font-400 text-12">
              in all
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rows" :key="r.kind">
            <th scope="row" class="kind line-b-rule h-7">{{ r.label }}</th>
            <td
              v-for="d in days"
              :key="d"
              class="w-6.5 min-w-6.5 text-center font-400 text-12 line-b-rule h-7"
            >
              <span v-if="r.byDay.get(d)" :title="words(r.byDay.get(d)!)">
                <svg
                  class="my-0 mx-auto"
                  width="14"
                  height="16"
                  viewBox="0 0 14 16"
                  aria-hidden="true"
                  focusable="false"
                  :class="r.kind"
                >
                  <path v-if="r.kind === 'dose'" d="M7 1V15" class="dose" />
                  <path v-else-if="r.kind === 'water_change'" d="M2 4l5 8 5 -8Z" class="change" />
                  <path v-else-if="r.kind === 'bath'" d="M2 5V13H12V5M2 8H12" class="thin" />
                  <path v-else-if="r.kind === 'transfer'" d="M1 8H12M8 4l4 4 -4 4" class="thin" />
                  <path v-else-if="r.kind === 'food'" d="M4 8a3 3 0 1 0 6 0a3 3 0 1 0 -6 0" class="change" />
                  <path v-else-if="r.kind === 'carbon_in'" d="M7 4V12M3 8H11" class="thin" />
                  <path v-else-if="r.kind === 'temperature'" d="M7 14V3M3 7l4 -4 4 4" class="thin" />
                  <circle
                    v-else-if="r.kind === 'water_test'"
                    cx="7"
                    cy="8"
                    r="3"
                    class="thin fill-none stroke-ink"
                  />
                  <path v-else d="M3 8H11" class="look" />
                </svg>
                <span class="unseen">{{ words(r.byDay.get(d)!) }}</span>
              </span>
            </td>
            <td class="fig w-6.5 min-w-14 text-right font-400 text-12 line-b-rule h-7">{{ r.count }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.days {
  margin-top: 24px;
}
.kind {
  text-align: left;
  font-weight: 400;
  width: 116px;
  min-width: 116px;
  white-space: nowrap;
}
path {
  fill: none;
  stroke: var(--ink);
}
.dose {
  stroke-width: 3;
}
.change {
  fill: var(--water);
  fill-opacity: 0.28;
}
.look {
  stroke-width: 1.6;
}
</style>
