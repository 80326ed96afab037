<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

/** One day of the fish alive: the bands of nothing done and of the best way, and three lines that step down to its end. */
const props = defineProps<{ reveal: Schemas['RevealOut']; day: number }>()
const fish = computed(() => props.reveal.fish)
function step(values: number[]): string {
  const before = values[Math.min(props.day - 1, values.length - 1)]!
  const after = values[Math.min(props.day, values.length - 1)]!
  return `M${before} 0V100H${after}`
}
function span(band: Schemas['AliveBandOut']) {
  const place = Math.min(props.day, band.low.length - 1)
  return { x: band.low[place]!, width: Math.max(band.high[place]! - band.low[place]!, 0.05) }
}
</script>

<template>
  <svg
    class="absolute inset-0 w-full h-full"
    :viewBox="`-0.3 0 ${fish + 0.6} 100`"
    preserveAspectRatio="none"
    aria-hidden="true"
    focusable="false"
  >
    <path v-for="n in fish + 1" :key="n" :d="`M${n - 1} 0V100`" class="stroke-rule" />
    <rect v-bind="span(reveal.nothing)" y="0" height="100" class="fill-ink2 op-16" />
    <rect v-bind="span(reveal.best)" y="0" height="100" class="fill-leaf op-22" />
    <path :d="step(reveal.nothing.middle)" class="line pen-2 stroke-ink2 [stroke-dasharray:2_3]" />
    <path :d="step(reveal.best.middle)" class="line pen-2.5 stroke-leaf" />
    <path
      v-if="day < reveal.alive.length || day === 1"
      :d="step(reveal.alive)"
      class="line pen-3 stroke-ink"
    />
  </svg>
</template>

<style scoped>
path {
  vector-effect: non-scaling-stroke;
  fill: none;
}
</style>
