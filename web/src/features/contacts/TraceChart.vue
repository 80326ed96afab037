<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { frameOf, x } from '@/shared/axis'
import StripAxis from '@/shared/strips/StripAxis.vue'
import { useWidth } from '@/shared/useWidth'
import * as texts from './words'

/** Tanks on one time axis with a line for every contact: whole where it surely went over, broken where perhaps, dotted where hardly. */
const props = defineProps<{ trace: Schemas['SpreadOut'] }>()
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 600)
const ROW = 62
const frame = computed(() => frameOf(props.trace, width.value))
const y = computed(() => new Map(props.trace.rows.map((r, i) => [r.id, i * ROW + ROW / 2])))
const clamp = (at: string) => Math.max(0, Math.min(frame.value.width, x(frame.value, at)))
const lines = computed(() =>
  props.trace.lines
    .filter((l) => y.value.has(l.source) && y.value.has(l.target))
    .map((l) => ({ ...l, x: clamp(l.at), from: y.value.get(l.source)!, to: y.value.get(l.target)! })),
)
/** labels that would lie on each other stand one step lower */
const labelled = computed(() => {
  const placed: { x: number; y: number }[] = []
  return lines.value.map((l) => {
    // beside the arrow, between the last two rows it crosses
    let at = l.to > l.from ? l.to - ROW / 2 : l.to + ROW / 2
    while (placed.some((p) => Math.abs(p.x - l.x) < 60 && Math.abs(p.y - at) < 14)) at += 14
    placed.push({ x: l.x, y: at })
    return { ...l, label_y: at, left: l.x > frame.value.width - 70 }
  })
})
const bars = computed(() =>
  props.trace.rows.map((r) => {
    const begin = r.sick ? clamp(props.trace.since) : r.reached_at ? clamp(r.reached_at) : 0
    const end = r.watch_until ? clamp(r.watch_until) : clamp(props.trace.now)
    return { ...r, y: y.value.get(r.id)!, begin, width: Math.max(2, end - begin) }
  }),
)
const height = computed(() => props.trace.rows.length * ROW)
const now = computed(() => clamp(props.trace.now))
</script>

<template>
  <div
    class="grid grid-cols-[200px_minmax(0,1fr)] gap-y-0 gap-x-3 phone:grid-cols-[104px_minmax(0,1fr)] phone:gap-y-0 phone:gap-x-1.5"
  >
    <ul class="pt-12">
      <li
        v-for="r in trace.rows"
        :key="r.id"
        class="grid content-center line-b-rule"
        :style="{ height: `${ROW}px` }"
      >
        <slot name="row" :row="r" />
      </li>
    </ul>
    <div ref="box" class="plot">
      <StripAxis :frame="frame" />
      <svg :width="frame.width" :height="height" role="img" :aria-label="texts.CONTACTS_BETWEEN_TANKS_DAY">
        <defs>
          <marker id="tip" viewBox="0 0 8 8" refX="7" refY="4" markerWidth="7" markerHeight="7" orient="auto">
            <path d="M0 0L8 4L0 8Z" class="fill-ink" />
          </marker>
          <pattern id="may" width="6" height="6" patternUnits="userSpaceOnUse">
            <path d="M0 6L6 0" class="stroke-tannin pen-1" />
          </pattern>
        </defs>
        <path
          v-for="(r, i) in trace.rows"
          :key="r.id"
          class="stroke-rule"
          :d="`M0 ${(i + 1) * ROW}H${frame.width}`"
        />
        <g v-for="b in bars" :key="b.id">
          <path class="stroke-ink2 pen-0.8" :d="`M0 ${b.y}H${frame.width}`" />
          <rect
            :class="b.sick ? 'sick' : 'may'"
            :x="b.begin"
            :y="b.y - 6"
            :width="b.width"
            height="12"
            :fill="b.sick ? undefined : 'url(#may)'"
          />
        </g>
        <g v-for="(l, i) in labelled" :key="i" :class="l.likelihood">
          <path
            class="carry stroke-ink pen-2 fill-none"
            :d="`M${l.x} ${l.from}V${l.to > l.from ? l.to - 7 : l.to + 7}`"
            marker-end="url(#tip)"
          />
          <circle class="fill-paper stroke-ink pen-1.3" :cx="l.x" :cy="l.from" r="3" />
          <text
            class="text-12 [paint-order:stroke] stroke-paper pen-4"
            :x="l.left ? l.x - 6 : l.x + 6"
            :y="l.label_y + 4"
            :text-anchor="l.left ? 'end' : 'start'"
          >
            {{ l.label }}
          </text>
        </g>
        <path class="now" :d="`M${now} 0V${height}`" />
      </svg>
    </div>
  </div>
</template>

<style scoped>
.sick {
  fill: var(--brick);
}
.may {
  stroke: var(--tannin);
  stroke-width: 0.9;
}
.perhaps .carry {
  stroke-dasharray: 5 3;
  stroke-width: 1.5;
}
.hardly .carry {
  stroke-dasharray: 1.5 3;
  stroke-width: 1.3;
}
.now {
  stroke: var(--ink);
  stroke-width: 1.6;
}
</style>
