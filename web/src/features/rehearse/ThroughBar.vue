<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

/** A share and its band on a scale that both courses have. Draws what the server reckoned. */
const props = defineProps<{ course: Schemas['WhatIfCourseOut']; top: number }>()
const WIDTH = 220
const ENDS = [0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1]
const end = computed(() => ENDS.find((e) => e >= props.top) ?? 1)
const at = (share: number) => 6 + (Math.min(share, end.value) / end.value) * (WIDTH - 34)
const ticks = computed(() => [0, end.value / 2, end.value])
const per = (share: number) => `${Number((share * 100).toPrecision(2))}`
</script>

<template>
  <svg
    class="block phone:hidden"
    :width="WIDTH"
    height="30"
    role="img"
    :aria-label="`${course.through} %, ${course.through_band}`"
  >
    <path class="stroke-rule2 fill-none" :d="`M6 16.5H${at(end)}`" />
    <g v-for="t in ticks" :key="t">
      <path class="stroke-rule2 fill-none" :d="`M${at(t)} 13v7`" />
      <text class="fig text-11 fill-ink2" :x="at(t)" y="29" :text-anchor="t ? 'middle' : 'start'">
        {{ per(t) }}
      </text>
    </g>
    <path class="stroke-ink pen-2" :d="`M${at(course.through_low)} 9H${at(course.through_high)}`" />
    <circle class="dot fill-ink" :cx="at(course.through_middle)" cy="9" r="3.4" />
  </svg>
</template>

<style scoped>
/* beside the figure and its band in words there is no room for a scale */
</style>
