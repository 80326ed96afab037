<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useWidth } from '@/shared/useWidth'

/** A day of one measure; figures that are not believed lie beside the line as crosses. */
const props = defineProps<{ points: Schemas['SampleOut'][]; from: string; to: string }>()
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 200)
const HEIGHT = 26
const good = computed(() => props.points.filter((p) => p.seen === 'ok'))
const low = computed(() => Math.min(...good.value.map((p) => p.value)))
const high = computed(() => Math.max(...good.value.map((p) => p.value)))
const x = (at: string) =>
  ((Date.parse(at) - Date.parse(props.from)) / (Date.parse(props.to) - Date.parse(props.from))) * width.value
function y(value: number) {
  const span = high.value - low.value || 1
  return Math.min(HEIGHT - 3, Math.max(3, HEIGHT - 5 - ((value - low.value) / span) * (HEIGHT - 10)))
}
const path = computed(() =>
  good.value.map((p, i) => `${i ? 'L' : 'M'}${x(p.at).toFixed(1)} ${y(p.value).toFixed(1)}`).join(''),
)
const doubted = computed(() =>
  props.points
    .filter((p) => p.seen !== 'ok')
    .map((p) => `M${(x(p.at) - 2.5).toFixed(1)} ${y(p.value) - 2.5}l5 5m0 -5l-5 5`)
    .join(''),
)
</script>

<template>
  <span ref="box" class="line">
    <svg :width="width" :height="HEIGHT" aria-hidden="true" focusable="false">
      <path class="foot" :d="`M0 ${HEIGHT - 1}H${width}`" />
      <path class="good" :d="path" />
      <path class="doubted" :d="doubted" />
    </svg>
  </span>
</template>

<style scoped>
.line {
  min-width: 0;
  overflow: hidden;
}
path {
  fill: none;
}
.foot {
  stroke: var(--rule);
}
.good {
  stroke: var(--water);
  stroke-width: 1.3;
}
.doubted {
  stroke: var(--brick);
  stroke-width: 1;
}
</style>
