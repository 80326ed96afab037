<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { scale, through } from '@/shared/scales'
import { useWidth } from '@/shared/useWidth'
import * as texts from './words'

/** The ranking over the looks: one line a condition, named at its end; a mark where another took the lead. */
const props = defineProps<{ days: Schemas['OverDaysOut'] }>()
const box = ref<HTMLElement | null>(null)
const width = useWidth(box)
const HEIGHT = 190
const LEFT = 34
const NAMES = 150
const TOP = 14
const BOTTOM = 34
const DASHES = ['', '7 3', '2 3', '9 3 2 3', '1 4']
const at = (iso: string) => new Date(iso).getTime()
const right = computed(() => Math.max(width.value - NAMES, LEFT + 60))
const across = computed(() => {
  const times = props.days.looks.map((l) => at(l.at))
  return scale([Math.min(...times), Math.max(...times)], [LEFT + 8, right.value - 8])
})
const x = (iso: string) => across.value(at(iso))
const y = scale([100, 0], [TOP, HEIGHT - BOTTOM])
const lines = computed(() =>
  props.days.lines.map((line, i) => {
    const points = props.days.looks.map((l) => ({ x: x(l.at), y: y(l.shares[line.condition] ?? 0) }))
    return {
      ...line,
      dash: DASHES[i] ?? '',
      points,
      d: through(points),
      end: points.at(-1)?.y ?? 0,
      now: props.days.looks.at(-1)?.shares[line.condition] ?? 0,
    }
  }),
)
// names at the right, pushed apart so that none covers another
const names = computed(() => {
  const placed = [...lines.value].sort((a, b) => a.end - b.end).map((l) => ({ ...l, label: l.end }))
  for (let i = 1; i < placed.length; i++)
    placed[i]!.label = Math.max(placed[i]!.label, placed[i - 1]!.label + 16)
  const over = (placed.at(-1)?.label ?? 0) - (HEIGHT - BOTTOM + 4)
  return over > 0 ? placed.map((p) => ({ ...p, label: p.label - over })) : placed
})
const dayMarks = computed(() => {
  const seen = new Set<number>()
  return props.days.looks
    .filter((l) => !seen.has(l.day) && seen.add(l.day))
    .map((l) => ({ day: l.day, x: x(l.at) }))
    .filter((m, i, all) => i === 0 || m.x - all[i - 1]!.x > 20)
})
const turned = computed(() => props.days.turns.map((t) => x(props.days.looks[t.look]!.at)))
const told = computed(
  () =>
    `${props.days.looks.length} looks. ` +
    lines.value.map((l) => `${l.name}: ${l.points.length ? `${l.now} in 100 now` : ''}`).join(', '),
)
</script>

<template>
  <figure ref="box" class="mb-2">
    <figcaption class="block-head">
      <h2 class="text-14">{{ texts.WHAT_FITTED_LOOK_BY }}</h2>
      <span class="small quiet fig">in 100</span>
    </figcaption>
    <svg v-if="width" :width="width" :height="HEIGHT" role="img" :aria-label="told">
      <g v-for="s in [0, 50, 100]" :key="s">
        <path class="stroke-rule fill-none" :d="`M${LEFT} ${y(s)}H${right}`" />
        <text class="fig text-11 fill-ink2" :x="LEFT - 6" :y="y(s) + 4" text-anchor="end">{{ s }}</text>
      </g>
      <g v-for="(t, i) in turned" :key="i" class="turn">
        <path
          class="stroke-water pen-1.2 [stroke-dasharray:3_3] fill-none"
          :d="`M${t} ${TOP - 6}V${HEIGHT - BOTTOM}`"
        />
        <path
          class="stroke-none pen-1.2 [stroke-dasharray:3_3] fill-water"
          :d="`M${t - 5} ${TOP - 8}h10l-5 7z`"
        />
      </g>
      <g v-for="l in lines" :key="l.condition">
        <path class="line fill-none stroke-ink pen-1.8" :d="l.d" :stroke-dasharray="l.dash" />
        <circle
          v-for="(p, i) in l.points"
          :key="i"
          class="dot fill-paper stroke-ink pen-1.5"
          :cx="p.x"
          :cy="p.y"
          r="3"
        />
      </g>
      <g v-for="n in names" :key="n.condition">
        <path
          class="lead fill-none stroke-rule2 pen-0.7"
          :d="`M${(n.points.at(-1)?.x ?? 0) + 5} ${n.end}L${right + 6} ${n.label}`"
        />
        <path
          class="line fill-none stroke-ink pen-1.8"
          :d="`M${right + 8} ${n.label}h18`"
          :stroke-dasharray="n.dash"
        />
        <text :x="right + 31" :y="n.label + 4" class="name text-12">{{ n.name }}</text>
      </g>
      <g v-for="m in dayMarks" :key="m.day">
        <path class="stroke-rule fill-none" :d="`M${m.x} ${HEIGHT - BOTTOM}v5`" />
        <text class="fig text-11 fill-ink2" :x="m.x" :y="HEIGHT - BOTTOM + 17" text-anchor="middle">
          {{ m.day }}
        </text>
      </g>
      <text :x="LEFT" :y="HEIGHT - 3" class="text-11 fill-ink2">day</text>
    </svg>
  </figure>
</template>
