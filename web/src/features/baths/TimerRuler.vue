<script setup lang="ts">
import { computed, ref } from 'vue'
import { clamped, stepped } from '@/shared/scales'
import { useWidth } from '@/shared/useWidth'
import * as texts from './words'

/** How far the bath is, on its own minutes: when they come out, and what is never passed. */
const props = defineProps<{ seconds: number; minutes: number; most: number }>()
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 358)
const top = computed(() => Math.max(props.most, props.minutes) * 1.08)
const across = computed(() => clamped([0, top.value], [0, width.value]))
const x = (minutes: number) => across.value(minutes)
const ticks = computed(() => stepped(top.value, [1, 2, 5, 10, 30, 60], 8))
const now = computed(() => x(props.seconds / 60))
</script>

<template>
  <div ref="box" class="ruler">
    <svg :width="width" height="62" role="img" :aria-label="texts.outAtMinutesNever(minutes, most)">
      <rect class="fill-leaf [fill-opacity:0.35]" x="0" y="20" :width="now" height="18" />
      <rect
        v-if="most > minutes"
        class="fill-brick [fill-opacity:0.18]"
        :x="x(minutes)"
        y="20"
        :width="Math.max(0, x(most) - x(minutes))"
        height="18"
      />
      <path class="stroke-ink fill-none" :d="`M0 38.5H${width}`" />
      <path class="stroke-ink pen-2 fill-ink" :d="`M${x(minutes)} 10V38`" />
      <path v-if="most > minutes" class="stroke-brick pen-3" :d="`M${x(most)} 10V38`" />
      <text class="text-13 fill-ink" :x="x(minutes) - 4" y="16" text-anchor="end">out</text>
      <text
        v-if="most > minutes"
        class="brick text-13 fill-brick font-650"
        :x="x(most) - 4"
        y="16"
        text-anchor="end"
      >
        never past
      </text>
      <path class="stroke-ink pen-2 fill-ink" :d="`M${now} 20V38M${now - 6} 12h12l-6 8Z`" />
      <g v-for="t in ticks" :key="t">
        <path class="stroke-ink fill-none" :d="`M${x(t)} 38V44`" />
        <text class="fig text-13 fill-ink" :x="x(t)" y="57" :text-anchor="t ? 'middle' : 'start'">
          {{ t }}
        </text>
      </g>
    </svg>
  </div>
</template>
