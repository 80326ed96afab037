<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { scale, stepped } from '@/shared/scales'
import { useWidth } from '@/shared/useWidth'

/** Steps of survival with their bands; every figure comes from the server. */
const props = defineProps<{ batches: Schemas['BatchOut'][]; days: number }>()
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 900)
const HEIGHT = 260
const LEFT = 44
const FOOT = 28
const span = computed(() => Math.max(1, props.days))
const across = computed(() => scale([0, span.value], [LEFT, width.value - 12]))
const x = (day: number) => across.value(day)
const y = scale([1, 0], [8, HEIGHT - FOOT])
const ticks = computed(() => stepped(span.value, [1, 2, 7, 14, 30, 60, 120, 365], 9))
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
  <div ref="box" class="max-w-250">
    <svg
      :width="width"
      :height="HEIGHT"
      role="img"
      :aria-label="batches.map((b) => `${b.name}: ${b.alive_words}`).join('; ')"
    >
      <g v-for="s in [0, 0.25, 0.5, 0.75, 1]" :key="s">
        <path class="stroke-rule" :d="`M${LEFT} ${y(s)}H${width - 12}`" />
        <text class="fig text-11 fill-ink2" :x="LEFT - 6" :y="y(s) + 4" text-anchor="end">{{ s * 100 }}</text>
      </g>
      <g v-for="t in ticks" :key="t">
        <path class="stroke-ink" :d="`M${x(t)} ${y(0)}v5`" />
        <text class="fig text-11 fill-ink2" :x="x(t)" :y="HEIGHT - 6" text-anchor="middle">{{ t }}</text>
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
