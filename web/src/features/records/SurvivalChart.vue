<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useWidth } from '@/shared/useWidth'

/** Steps of survival with their bands; every figure comes from the server. */
const props = defineProps<{ batches: Schemas['BatchOut'][]; days: number }>()
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 900)
const HEIGHT = 260
const LEFT = 44
const FOOT = 28
const span = computed(() => Math.max(1, props.days))
const x = (day: number) => LEFT + (day / span.value) * (width.value - LEFT - 12)
const y = (share: number) => 8 + (1 - share) * (HEIGHT - FOOT - 8)
const every = computed(() => [1, 2, 7, 14, 30, 60, 120, 365].find((n) => span.value / n <= 9) ?? 730)
const ticks = computed(() =>
  Array.from({ length: Math.floor(span.value / every.value) + 1 }, (_, i) => i * every.value),
)
type Point = Schemas['SurvivalPoint']
/** drawn as far as that batch was followed, and no further */
function steps(points: Point[], until: number): string {
  let path = `M${x(0)} ${y(1)}`
  for (const p of points) path += `H${x(p.day)}V${y(p.share)}`
  return `${path}H${x(until)}`
}
function band(points: Point[], until: number): string {
  if (!points.length) return ''
  let path = `M${x(points[0]!.day)} ${y(points[0]!.share_high)}`
  points.forEach((p, i) => {
    path += `V${y(p.share_high)}H${x(points[i + 1]?.day ?? until)}`
  })
  for (let i = points.length - 1; i >= 0; i--) path += `V${y(points[i]!.share_low)}H${x(points[i]!.day)}`
  return `${path}Z`
}
</script>

<template>
  <div ref="box" class="chart">
    <svg
      :width="width"
      :height="HEIGHT"
      role="img"
      :aria-label="batches.map((b) => `${b.name}: ${b.alive_words}`).join('; ')"
    >
      <g v-for="s in [0, 0.25, 0.5, 0.75, 1]" :key="s">
        <path class="grid" :d="`M${LEFT} ${y(s)}H${width - 12}`" />
        <text class="fig" :x="LEFT - 6" :y="y(s) + 4" text-anchor="end">{{ s * 100 }}</text>
      </g>
      <g v-for="t in ticks" :key="t">
        <path class="tick" :d="`M${x(t)} ${y(0)}v5`" />
        <text class="fig" :x="x(t)" :y="HEIGHT - 6" text-anchor="middle">{{ t }}</text>
      </g>
      <path
        v-for="(b, i) in batches"
        :key="`band ${b.name}`"
        :class="`band b${i}`"
        :d="band(b.curve, b.followed_days)"
      />
      <path
        v-for="(b, i) in batches"
        :key="b.name"
        :class="`batch-line l${i}`"
        :d="steps(b.curve, b.followed_days)"
      />
    </svg>
  </div>
</template>

<style scoped>
.chart {
  max-width: 1000px;
}
.grid {
  stroke: var(--rule);
}
.tick {
  stroke: var(--ink);
}
text {
  font-size: 11.5px;
  fill: var(--ink2);
}
.band {
  fill-opacity: 0.1;
  stroke: none;
}
.b0 {
  fill: var(--leaf);
}
.b1 {
  fill: var(--water);
}
.b2 {
  fill: var(--brick);
}
.b3 {
  fill: var(--tannin);
}
.b4 {
  fill: var(--m-violet);
}
.b5 {
  fill: var(--m-olive);
}
.b6 {
  fill: var(--ink);
}
.b7 {
  fill: var(--m-clear);
}
</style>
