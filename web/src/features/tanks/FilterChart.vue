<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { scale, through } from '@/shared/scales'
import { useWidth } from '@/shared/useWidth'
import * as texts from './words'

/** Ammonia, nitrite and nitrate of a filter: what was read as dots, what is expected as a line in a band, and the day it is ready. */
type Name = 'ammonia' | 'nitrite' | 'nitrate'
const props = defineProps<{ forecast: Schemas['ForecastOut'] }>()
const box = ref<HTMLElement | null>(null)
const width = useWidth(box)
const ROW = 96
const HEAD = 22
const RIGHT = 34
const NAMES: Name[] = ['ammonia', 'nitrite', 'nitrate']
const across = computed(() =>
  scale(
    [Date.parse(props.forecast.begins_at), Date.parse(props.forecast.ends_at)],
    [0, Math.max(120, width.value - RIGHT)],
  ),
)
const x = (at: string) => across.value(Date.parse(at))
const now = computed(() => x(props.forecast.now))
/** each in its own row, from its foot to a head that leaves room for the name */
const y = (name: Name, value: number) => {
  const foot = HEAD + (NAMES.indexOf(name) + 1) * ROW - 6
  return scale([0, props.forecast.highest[name] ?? 1], [foot, foot - ROW + 22])(value)
}
type Edge = keyof Schemas['ForecastOut']['curve'][number][Name]
const along = (name: Name, edge: Edge, ahead: boolean) =>
  props.forecast.curve
    .map((p) => ({ x: x(p.at), y: y(name, p[name][edge]) }))
    .filter((p) => (ahead ? p.x >= now.value : p.x <= now.value + 4))
const line = (name: Name, ahead: boolean) => through(along(name, 'middle', ahead))
const band = (name: Name) => {
  const edge = [...along(name, 'high', true), ...along(name, 'low', true).reverse()]
  return edge.length ? `${through(edge)}Z` : ''
}
const foot = computed(() => HEAD + NAMES.length * ROW)
</script>

<template>
  <div ref="box">
    <svg
      :width="width"
      :height="foot + 30"
      role="img"
      :aria-label="texts.ammoniaNitriteAndNitrate(forecast.ready_words)"
    >
      <g v-for="d in forecast.days" :key="d.at">
        <path class="day stroke-rule" :d="`M${x(d.at)} ${HEAD - 6}V${foot}`" />
        <text class="fig small text-11 fill-ink2" :x="Math.max(16, x(d.at))" y="11" text-anchor="middle">
          {{ d.words }}
        </text>
      </g>
      <g v-for="name in NAMES" :key="name">
        <path class="stroke-ink2" :d="`M0 ${y(name, 0)}H${width - RIGHT}`" />
        <clipPath :id="`row-${name}`">
          <rect x="0" :y="y(name, 0) - ROW + 18" :width="width" :height="ROW - 18" />
        </clipPath>
        <path class="fill-water [fill-opacity:0.16]" :d="band(name)" :clip-path="`url(#row-${name})`" />
        <path class="fill-none stroke-ink pen-1.4" :d="line(name, false)" />
        <path class="fill-none stroke-ink pen-1.3 [stroke-dasharray:4_3]" :d="line(name, true)" />
        <template v-for="r in forecast.read" :key="r.at">
          <circle v-if="r[name] !== null" class="dot fill-ink" :cx="x(r.at)" :cy="y(name, r[name]!)" r="3" />
        </template>
        <text
          class="name text-12 font-650 [paint-order:stroke] stroke-paper pen-4"
          x="4"
          :y="y(name, 0) - ROW + 26"
        >
          {{ name }}
        </text>
        <text
          class="fig small text-11 fill-ink2"
          :x="width"
          :y="y(name, forecast.highest[name] ?? 1) + 4"
          text-anchor="end"
        >
          {{ forecast.highest_words[name] }}
        </text>
        <text class="fig small text-11 fill-ink2" :x="width" :y="y(name, 0) + 4" text-anchor="end">0</text>
      </g>
      <path class="now stroke-ink pen-1.6" :d="`M${now} ${HEAD - 6}V${foot}`" />
      <g v-if="forecast.ready_at" class="ready">
        <path class="stroke-leaf pen-1.8" :d="`M${x(forecast.ready_at)} ${HEAD - 6}V${foot + 12}`" />
        <path
          v-if="forecast.ready_from"
          class="stroke-leaf pen-1.8"
          :d="`M${x(forecast.ready_from)} ${foot + 12}H${forecast.ready_until ? x(forecast.ready_until) : width - RIGHT}`"
        />
        <circle class="fill-leaf" :cx="x(forecast.ready_at)" :cy="foot + 12" r="4" />
      </g>
    </svg>
  </div>
</template>
