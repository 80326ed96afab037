<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { scale, through } from '@/shared/scales'

/** One measure over the days: its limits as hairlines, a keeper's readings as dots, an instrument's as a line. */
const props = defineProps<{
  row: Schemas['WaterRowOut']
  ticks: Schemas['TickOut'][]
  from: number
  to: number
  width: number
}>()
const HEIGHT = 84
const across = computed(() => scale([props.from, props.to], [4, props.width - 4]))
const x = (at: string) => across.value(Date.parse(at))
const up = computed(() => scale([props.row.foot, props.row.top], [HEIGHT - 8, 8]))
const y = (v: number) => up.value(v)
const hand = computed(() => props.row.points.filter((p) => p.by_hand))
const machine = computed(() => props.row.points.filter((p) => !p.by_hand))
const line = (points: { at: string; value: number }[]) =>
  through(points.map((p) => ({ x: x(p.at), y: y(p.value) })))
const last = computed(() => props.row.points.at(-1)!)
const band = computed(() => {
  const top = props.row.high === null ? 0 : y(props.row.high)
  const foot = props.row.low === null ? HEIGHT : y(props.row.low)
  return { y: Math.max(0, top), height: Math.max(0, Math.min(HEIGHT, foot) - Math.max(0, top)) }
})
const limited = computed(() => props.row.low !== null || props.row.high !== null)
const STATE = { in_range: 'in range', above: 'above', below: 'below', unknown: 'no limit' }
</script>

<template>
  <div class="measure" :class="last.state">
    <div class="name grid">
      <b>{{ row.label }}</b>
      <span class="small quiet">{{ row.unit }}</span>
      <span class="small quiet">{{ row.limit_words }}</span>
    </div>
    <svg
      :width="width"
      :height="HEIGHT"
      role="img"
      :aria-label="`${row.label}: last ${last.words} ${row.unit}, ${STATE[last.state]}; ${row.points.length} readings`"
    >
      <rect v-if="limited" class="band" x="0" :width="width" :y="band.y" :height="band.height" />
      <path v-for="t in ticks" :key="t.at" class="day stroke-rule" :d="`M${x(t.at)} 0V${HEIGHT}`" />
      <path v-if="row.high !== null" class="limit" :d="`M0 ${y(row.high)}H${width}`" />
      <path v-if="row.low !== null" class="limit" :d="`M0 ${y(row.low)}H${width}`" />
      <path
        v-if="row.curve.length"
        class="curve fill-none stroke-m-brown pen-1.4 [stroke-dasharray:4_3]"
        :d="line(row.curve)"
      />
      <path v-if="machine.length" class="machine" :d="line(machine)" />
      <template v-for="p in hand" :key="p.at">
        <path
          v-if="p.state === 'above' || p.state === 'below'"
          class="fill-brick"
          :d="`M${x(p.at) - 5} ${y(p.value) + 4}h10l-5 -9z`"
        />
        <circle v-else class="dot fill-ink" :cx="x(p.at)" :cy="y(p.value)" r="3.4" />
      </template>
    </svg>
    <div class="last">
      <span class="fig">{{ last.words }}</span>
      <span class="small" :class="last.state === 'above' || last.state === 'below' ? 'brick' : 'quiet'">{{
        STATE[last.state]
      }}</span>
      <span v-if="last.expected" class="small quiet">expected {{ last.expected }}</span>
    </div>
  </div>
</template>

<style scoped>
.measure {
  display: grid;
  grid-template-columns: 132px minmax(0, 1fr) 128px;
  gap: 0 12px;
  align-items: center;
  border-top: 1px solid var(--rule);
}
.last {
  display: grid;
}
.last .fig {
  font-size: 20px;
  font-weight: 600;
}
.above .last .fig,
.below .last .fig {
  color: var(--brick);
}
.band {
  fill: var(--leaf);
  fill-opacity: 0.07;
}
.limit {
  stroke: var(--leaf);
  stroke-width: 1;
}
.machine {
  fill: none;
  stroke: var(--water);
  stroke-width: 1.2;
}
@media (max-width: 759px) {
  .measure {
    grid-template-columns: minmax(0, 1fr) auto;
    padding: 8px 0;
  }
  .measure svg {
    grid-column: 1 / -1;
    grid-row: 2;
  }
}
</style>
