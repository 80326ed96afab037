<script setup lang="ts">
import { computed, ref } from 'vue'
import { useWidth } from '@/shared/useWidth'

/** How far the bath is, on its own minutes: when they come out, and what is never passed. */
const props = defineProps<{ seconds: number; minutes: number; most: number }>()
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 358)
const top = computed(() => Math.max(props.most, props.minutes) * 1.08)
const x = (minutes: number) => Math.min(width.value, (minutes / top.value) * width.value)
const every = computed(() => [1, 2, 5, 10, 30, 60].find((n) => top.value / n <= 8) ?? 120)
const ticks = computed(() =>
  Array.from({ length: Math.floor(top.value / every.value) + 1 }, (_, i) => i * every.value),
)
const now = computed(() => x(props.seconds / 60))
</script>

<template>
  <div ref="box" class="ruler">
    <svg :width="width" height="62" role="img" :aria-label="`out at ${minutes} minutes, never past ${most}`">
      <rect class="done" x="0" y="20" :width="now" height="18" />
      <rect
        v-if="most > minutes"
        class="risk"
        :x="x(minutes)"
        y="20"
        :width="Math.max(0, x(most) - x(minutes))"
        height="18"
      />
      <path class="base" :d="`M0 38.5H${width}`" />
      <path class="out" :d="`M${x(minutes)} 10V38`" />
      <path v-if="most > minutes" class="never" :d="`M${x(most)} 10V38`" />
      <text :x="x(minutes) - 4" y="16" text-anchor="end">out</text>
      <text v-if="most > minutes" class="brick" :x="x(most) - 4" y="16" text-anchor="end">never past</text>
      <path class="mark" :d="`M${now} 20V38M${now - 6} 12h12l-6 8Z`" />
      <g v-for="t in ticks" :key="t">
        <path class="tick" :d="`M${x(t)} 38V44`" />
        <text class="fig" :x="x(t)" y="57" :text-anchor="t ? 'middle' : 'start'">{{ t }}</text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.done {
  fill: var(--leaf);
  fill-opacity: 0.35;
}
.risk {
  fill: var(--brick);
  fill-opacity: 0.18;
}
.base,
.tick {
  stroke: var(--ink);
  fill: none;
}
.out,
.mark {
  stroke: var(--ink);
  stroke-width: 2;
  fill: var(--ink);
}
.never {
  stroke: var(--brick);
  stroke-width: 3;
}
text {
  font-size: 13px;
  fill: var(--ink);
}
text.brick {
  fill: var(--brick);
  font-weight: 650;
}
</style>
