<script setup lang="ts">
import { computed } from 'vue'
import type { Frame } from '@/shared/axis'
import * as texts from '@/shared/words'

const props = defineProps<{ frame: Frame; shared?: boolean }>()
const step = computed(() => props.frame.width / props.frame.days.length)
const narrow = computed(() => step.value < 16)
/** never narrower than its two figures */
const box = computed(() => Math.max(step.value, 17))
const todayAt = computed(() => props.frame.days.findIndex((d) => d.today))
const MONTH_PX = 68
const BACK_PX = 92
const AHEAD_PX = 112
/** where the months’ names stand: what else stands in their line gives way */
const months = computed(() => props.frame.days.flatMap((d, i) => (d.month ? [i * step.value] : [])))
const backAt = computed(() => {
  const next = months.value.find((m) => m > MONTH_PX) ?? Infinity
  const at = Math.min(step.value * 9.2, next - BACK_PX)
  return at > (months.value.includes(0) ? MONTH_PX : 0) ? at : null
})
const aheadFits = computed(() => months.value.every((m) => m < props.frame.width - AHEAD_PX - MONTH_PX))
</script>

<template>
  <svg class="axis" :width="frame.width" height="48" aria-hidden="true" focusable="false">
    <rect
      v-if="todayAt >= 0"
      class="today fill-ink"
      :x="todayAt * step - (box - step) / 2"
      y="17"
      :width="box"
      height="31"
    />
    <template v-for="(d, i) in frame.days" :key="i">
      <text v-if="d.month" class="text-12 font-650" :x="i * step" y="10">{{ d.month }}</text>
      <path v-if="d.month && i" class="edge stroke-rule2" :d="`M${i * step - 1} 2V48`" />
      <text
        class="text-11 [text-anchor:middle] fill-ink2"
        :class="{ now: d.today }"
        :x="(i + 0.5) * step"
        y="30"
      >
        {{ d.letter }}
      </text>
      <text
        v-if="!narrow || d.today || i % 2 === todayAt % 2"
        class="fig number text-11 [text-anchor:middle] fill-ink2"
        :class="{ now: d.today }"
        :x="(i + 0.5) * step"
        y="43"
      >
        {{ d.number }}
      </text>
    </template>
    <text
      v-if="shared && frame.width > 560 && backAt !== null"
      class="quiet text-12 fill-ink2"
      :x="backAt"
      y="10"
    >
      {{ texts.TWO_WEEKS_BACK }}
    </text>
    <text
      v-if="shared && frame.width > 560 && aheadFits"
      class="quiet text-12 fill-ink2 [text-anchor:end]"
      :x="frame.width"
      y="10"
    >
      {{ texts.THREE_WEEKS_AHEAD }}
    </text>
    <path class="stroke-ink" :d="`M0 47.5H${frame.width}`" />
  </svg>
</template>

<style scoped>
.axis text.now {
  fill: var(--paper);
  font-weight: 700;
}
</style>
