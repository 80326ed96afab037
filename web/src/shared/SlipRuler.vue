<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { scale } from './scales'
import * as texts from './words'

/** Where the dose brings the level: the band of the uncertain water, the range to keep. */
const props = defineProps<{ ruler: Schemas['RulerOut']; unit: string }>()
const WIDTH = 500
const across = computed(() => scale([props.ruler.low_mg_per_l, props.ruler.high_mg_per_l], [8, WIDTH - 8]))
const x = (v: number) => across.value(v)
</script>

<template>
  <svg class="w-full h-auto pt-2" :viewBox="`0 0 ${WIDTH} 56`" aria-hidden="true" focusable="false">
    <rect
      class="range fill-shade"
      :x="x(ruler.range_low_mg_per_l)"
      y="10"
      :width="x(ruler.range_high_mg_per_l) - x(ruler.range_low_mg_per_l)"
      height="26"
    />
    <path
      class="stroke-ink fill-none"
      :d="`M${x(ruler.range_low_mg_per_l)} 6V36M${x(ruler.range_high_mg_per_l)} 6V36`"
    />
    <text
      class="text-11 fill-ink2"
      :x="(x(ruler.range_low_mg_per_l) + x(ruler.range_high_mg_per_l)) / 2"
      y="6"
      text-anchor="middle"
    >
      {{ texts.RANGE_TO_KEEP }}
    </text>
    <path class="stroke-ink fill-none" :d="`M8 36H${WIDTH - 8}`" />
    <g v-for="t in ruler.ticks" :key="t.at_mg_per_l">
      <path class="stroke-ink fill-none" :d="`M${x(t.at_mg_per_l)} 36V41`" />
      <text class="fig text-11 fill-ink2" :x="x(t.at_mg_per_l)" y="53" text-anchor="middle">
        {{ t.figure }}
      </text>
    </g>
    <path
      class="stroke-leaf pen-2.6 fill-none"
      :d="`M${x(ruler.reach_low_mg_per_l)} 24H${x(ruler.reach_high_mg_per_l)}M${x(ruler.reach_low_mg_per_l)} 19V29M${x(ruler.reach_high_mg_per_l)} 19V29`"
    />
    <circle class="fill-leaf" :cx="x(ruler.reach_mg_per_l)" cy="24" r="5" />
  </svg>
</template>
