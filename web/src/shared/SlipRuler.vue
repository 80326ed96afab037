<script setup lang="ts">
import type { Schemas } from '@/api/client'

/** Where the dose brings the level: the band of the uncertain water, the range to keep. */
const props = defineProps<{ ruler: Schemas['RulerOut']; unit: string }>()
const WIDTH = 500
const x = (v: number) =>
  8 + ((v - props.ruler.low_mg_per_l) / (props.ruler.high_mg_per_l - props.ruler.low_mg_per_l)) * (WIDTH - 16)
</script>

<template>
  <svg class="ruler" :viewBox="`0 0 ${WIDTH} 56`" aria-hidden="true" focusable="false">
    <rect
      class="range"
      :x="x(ruler.range_low_mg_per_l)"
      y="10"
      :width="x(ruler.range_high_mg_per_l) - x(ruler.range_low_mg_per_l)"
      height="26"
    />
    <path class="ends" :d="`M${x(ruler.range_low_mg_per_l)} 6V36M${x(ruler.range_high_mg_per_l)} 6V36`" />
    <text :x="(x(ruler.range_low_mg_per_l) + x(ruler.range_high_mg_per_l)) / 2" y="6" text-anchor="middle">
      range to keep
    </text>
    <path class="axis" :d="`M8 36H${WIDTH - 8}`" />
    <g v-for="t in ruler.ticks" :key="t.at_mg_per_l">
      <path class="axis" :d="`M${x(t.at_mg_per_l)} 36V41`" />
      <text class="fig" :x="x(t.at_mg_per_l)" y="53" text-anchor="middle">{{ t.figure }}</text>
    </g>
    <path
      class="band"
      :d="`M${x(ruler.reach_low_mg_per_l)} 24H${x(ruler.reach_high_mg_per_l)}M${x(ruler.reach_low_mg_per_l)} 19V29M${x(ruler.reach_high_mg_per_l)} 19V29`"
    />
    <circle :cx="x(ruler.reach_mg_per_l)" cy="24" r="5" />
  </svg>
</template>

<style scoped>
.ruler {
  width: 100%;
  height: auto;
  padding-top: 8px;
}
.range {
  fill: var(--shade);
}
.ends,
.axis {
  stroke: var(--ink);
  fill: none;
}
.band {
  stroke: var(--leaf);
  stroke-width: 2.6;
  fill: none;
}
circle {
  fill: var(--leaf);
}
text {
  font-size: 11px;
  fill: var(--ink2);
}
</style>
