<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useWidth } from '@/shared/useWidth'

/** Ammonia, nitrite and nitrate of a filter: what was read as dots, what is expected as a line in a band, and the day it is ready. */
type Name = 'ammonia' | 'nitrite' | 'nitrate'
const props = defineProps<{ forecast: Schemas['ForecastOut'] }>()
const box = ref<HTMLElement | null>(null)
const width = useWidth(box)
const ROW = 96
const HEAD = 22
const RIGHT = 34
const NAMES: Name[] = ['ammonia', 'nitrite', 'nitrate']
const from = computed(() => Date.parse(props.forecast.begins_at))
const to = computed(() => Date.parse(props.forecast.ends_at))
const x = (at: string) =>
  ((Date.parse(at) - from.value) / (to.value - from.value)) * Math.max(120, width.value - RIGHT)
const now = computed(() => x(props.forecast.now))
const y = (name: Name, value: number) =>
  HEAD + NAMES.indexOf(name) * ROW + ROW - 6 - (value / (props.forecast.highest[name] ?? 1)) * (ROW - 22)
const line = (name: Name, ahead: boolean) =>
  props.forecast.curve
    .filter((p) => (ahead ? x(p.at) >= now.value : x(p.at) <= now.value + 4))
    .map((p, i) => `${i ? 'L' : 'M'}${x(p.at).toFixed(1)} ${y(name, p[name].middle).toFixed(1)}`)
    .join('')
const band = (name: Name) => {
  const ahead = props.forecast.curve.filter((p) => x(p.at) >= now.value)
  const up = ahead.map((p) => `${x(p.at).toFixed(1)} ${y(name, p[name].high).toFixed(1)}`)
  const down = ahead.map((p) => `${x(p.at).toFixed(1)} ${y(name, p[name].low).toFixed(1)}`).reverse()
  return ahead.length ? `M${[...up, ...down].join('L')}Z` : ''
}
const foot = computed(() => HEAD + NAMES.length * ROW)
</script>

<template>
  <div ref="box">
    <svg
      :width="width"
      :height="foot + 30"
      role="img"
      :aria-label="`Ammonia, nitrite and nitrate since the filter was begun: ${forecast.ready_words}`"
    >
      <g v-for="d in forecast.days" :key="d.at">
        <path class="day" :d="`M${x(d.at)} ${HEAD - 6}V${foot}`" />
        <text class="fig small" :x="Math.max(16, x(d.at))" y="11" text-anchor="middle">{{ d.words }}</text>
      </g>
      <g v-for="name in NAMES" :key="name">
        <path class="base" :d="`M0 ${y(name, 0)}H${width - RIGHT}`" />
        <clipPath :id="`row-${name}`">
          <rect x="0" :y="y(name, 0) - ROW + 18" :width="width" :height="ROW - 18" />
        </clipPath>
        <path class="band" :d="band(name)" :clip-path="`url(#row-${name})`" />
        <path class="past" :d="line(name, false)" />
        <path class="ahead" :d="line(name, true)" />
        <template v-for="r in forecast.read" :key="r.at">
          <circle v-if="r[name] !== null" class="dot" :cx="x(r.at)" :cy="y(name, r[name]!)" r="3" />
        </template>
        <text class="name" x="4" :y="y(name, 0) - ROW + 26">{{ name }}</text>
        <text class="fig small" :x="width" :y="y(name, forecast.highest[name] ?? 1) + 4" text-anchor="end">
          {{ forecast.highest_words[name] }}
        </text>
        <text class="fig small" :x="width" :y="y(name, 0) + 4" text-anchor="end">0</text>
      </g>
      <path class="now" :d="`M${now} ${HEAD - 6}V${foot}`" />
      <g v-if="forecast.ready_at" class="ready">
        <path :d="`M${x(forecast.ready_at)} ${HEAD - 6}V${foot + 12}`" />
        <path
          v-if="forecast.ready_from"
          :d="`M${x(forecast.ready_from)} ${foot + 12}H${forecast.ready_until ? x(forecast.ready_until) : width - RIGHT}`"
        />
        <circle :cx="x(forecast.ready_at)" :cy="foot + 12" r="4" />
      </g>
    </svg>
  </div>
</template>

<style scoped>
.day {
  stroke: var(--rule);
}
.base {
  stroke: var(--ink2);
}
.past {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
}
.ahead {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.3;
  stroke-dasharray: 4 3;
}
.band {
  fill: var(--water);
  fill-opacity: 0.16;
}
.dot {
  fill: var(--ink);
}
.now {
  stroke: var(--ink);
  stroke-width: 1.6;
}
.ready path {
  stroke: var(--leaf);
  stroke-width: 1.8;
}
.ready circle {
  fill: var(--leaf);
}
.name {
  font-size: 12.5px;
  font-weight: 650;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}
.small {
  font-size: 11.5px;
  fill: var(--ink2);
}
</style>
