<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { scale, through } from '@/shared/scales'
import { useWidth } from '@/shared/useWidth'

/** A day of one measure; figures that are not believed lie beside the line as crosses. */
const props = defineProps<{ points: Schemas['SampleOut'][]; from: string; to: string }>()
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 200)
const HEIGHT = 26
const good = computed(() => props.points.filter((p) => p.seen === 'ok'))
const low = computed(() => Math.min(...good.value.map((p) => p.value)))
const high = computed(() => Math.max(...good.value.map((p) => p.value)))
const across = computed(() => scale([Date.parse(props.from), Date.parse(props.to)], [0, width.value]))
const x = (at: string) => across.value(Date.parse(at))
const up = computed(() => scale([low.value, high.value], [HEIGHT - 5, 5]))
/** a day that never changed lies at the foot; a doubted figure stays on the paper */
const y = (value: number) =>
  Math.min(HEIGHT - 3, Math.max(3, high.value > low.value ? up.value(value) : HEIGHT - 5))
const path = computed(() => through(good.value.map((p) => ({ x: x(p.at), y: y(p.value) }))))
const doubted = computed(() =>
  props.points
    .filter((p) => p.seen !== 'ok')
    .map((p) => `M${(x(p.at) - 2.5).toFixed(1)} ${y(p.value) - 2.5}l5 5m0 -5l-5 5`)
    .join(''),
)
</script>

<template>
  <span ref="box" class="line min-w-0 overflow-hidden">
    <svg :width="width" :height="HEIGHT" aria-hidden="true" focusable="false">
      <path class="foot fill-none stroke-rule" :d="`M0 ${HEIGHT - 1}H${width}`" />
      <path class="fill-none stroke-water pen-1.3" :d="path" />
      <path class="fill-none stroke-brick pen-1" :d="doubted" />
    </svg>
  </span>
</template>
