<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { inside, x, type Frame } from '@/shared/axis'
import { scale } from '@/shared/scales'

/** One tank on the shared axis. Draws what the server reckoned; reckons nothing itself. */
const props = defineProps<{ strip: Schemas['StripOut']; frame: Frame }>()

const HEIGHT = 98
const BASE = 74
const ROOM = 42
const curve = computed(() => props.strip.curves[0] ?? null)
const nowX = computed(() => x(props.frame, props.frame.now))
const step = computed(() => props.frame.width / props.frame.days.length)

const up = computed(() => scale([0, curve.value?.top_mg_per_l ?? 1], [BASE, BASE - ROOM]))
function y(value: number): number {
  return Math.round(up.value(value) * 100) / 100
}
function clamp(px: number): number {
  return Math.min(Math.max(px, 0), props.frame.width)
}
function line(points: Schemas['PointOut'][]): string {
  return points
    .map((p, i) => `${i ? 'L' : 'M'}${clamp(x(props.frame, p.at))} ${y(p.concentration_mg_per_l)}`)
    .join('')
}
function area(points: Schemas['PointOut'][]): string {
  const first = points[0]
  const last = points.at(-1)
  if (!first || !last) return ''
  return `${line(points)}L${clamp(x(props.frame, last.at))} ${BASE}L${clamp(x(props.frame, first.at))} ${BASE}Z`
}
/** From the first dose on: a flat nothing before it says nothing. */
const past = computed(() => {
  const points = curve.value?.past ?? []
  const start = points.findIndex((p) => p.concentration_mg_per_l > 0)
  return start < 0 ? [] : points.slice(Math.max(0, start - 1))
})
const ahead = computed(() => curve.value?.ahead ?? [])
const rangeFrom = computed(() => (past.value[0] ? clamp(x(props.frame, past.value[0].at)) : nowX.value))
const rangeTo = computed(() => {
  const gone = ahead.value.find((p) => p.concentration_mg_per_l < (curve.value?.low_mg_per_l ?? 0) * 0.5)
  return gone ? clamp(x(props.frame, gone.at)) : props.frame.width
})
const weekends = computed(() => props.frame.days.map((d, i) => ({ ...d, i })).filter((d) => d.weekend))
const marks = computed(() => {
  const within = (list: Schemas['MarkOut'][]) => list.filter((m) => inside(props.frame, m.at))
  return {
    doses: within(props.strip.doses),
    changes: within(props.strip.changes),
    readings: within(props.strip.readings),
    upkeep: within(props.strip.upkeep),
    losses: within(props.strip.losses),
    arrivals: within(props.strip.arrivals),
  }
})
const windows = computed(() =>
  props.strip.windows
    .map((w) => ({ ...w, from: clamp(x(props.frame, w.starts_at)), to: clamp(x(props.frame, w.ends_at)) }))
    .filter((w) => w.to > w.from),
)
const blocks = computed(() =>
  props.strip.days_done
    .map((d) => ({ from: clamp(x(props.frame, d.starts_at)), to: clamp(x(props.frame, d.ends_at)) }))
    .filter((d) => d.to - d.from > 0.5),
)
const count = computed(() => {
  const c = props.strip.day_count
  return c ? { ...c, to: clamp(x(props.frame, c.ends_at)) } : null
})
const endText = computed(() => {
  if (!count.value) return null
  const room = count.value.to - nowX.value
  if (count.value.to >= props.frame.width - 1) return { at: props.frame.width - 4, anchor: 'end' as const }
  return room < 100
    ? { at: Math.max(count.value.to + 6, nowX.value + 96), anchor: 'start' as const }
    : { at: count.value.to, anchor: 'end' as const }
})
</script>

<template>
  <svg class="plot" :width="frame.width" :height="HEIGHT" role="img" :aria-label="strip.label">
    <rect
      v-for="d in weekends"
      :key="d.i"
      class="fill-shade"
      :x="d.i * step"
      y="0"
      :width="step"
      :height="HEIGHT"
    />
    <g v-if="curve" :class="['curve', curve.colour]">
      <path v-if="past.length" class="wash fill-hue op-20" :d="area(past)" />
      <path v-if="past.length" class="pattern op-75" :fill="`url(#p-${curve.colour})`" :d="area(past)" />
      <path class="wash ahead fill-hue op-20" :d="area(ahead)" />
      <path class="planned" :d="line(ahead)" />
      <path
        v-if="past.length"
        class="given fill-none stroke-hue pen-1.8 [stroke-linejoin:round]"
        :d="line(past)"
      />
    </g>
    <g v-if="curve" class="range">
      <path
        class="stroke-ink pen-0.8"
        :d="`M${rangeFrom} ${y(curve.low_mg_per_l)}H${rangeTo}M${rangeFrom} ${y(curve.high_mg_per_l)}H${rangeTo}`"
      />
      <path
        class="stroke-rule2 pen-0.6 [stroke-dasharray:1_2]"
        :d="`M${rangeTo} ${y(curve.low_mg_per_l)}H${frame.width}M${rangeTo} ${y(curve.high_mg_per_l)}H${frame.width}`"
      />
    </g>
    <g v-for="(w, i) in windows" :key="`w${i}`">
      <rect :x="w.from" y="59" :width="w.to - w.from" height="15" fill="url(#p-observe)" />
      <path class="fill-none stroke-ink" :d="`M${w.from} 74V59H${w.to}V74`" />
      <text
        v-if="w.to - Math.max(w.from, 0) > 116"
        class="halo"
        :x="w.from < nowX && w.to > nowX + 40 ? nowX + 12 : w.from + 12"
        y="70.5"
      >
        {{ w.words }}
      </text>
    </g>
    <rect
      v-for="(b, i) in blocks"
      :key="`b${i}`"
      class="time-block fill-ink"
      :x="b.from + 1"
      y="21"
      :width="Math.max(0.5, b.to - b.from - 1.6)"
      height="4"
    />
    <path
      v-if="count && count.to > nowX"
      class="stroke-ink fill-none"
      :d="`M${nowX} 24.5H${count.to}M${count.to} 17V25`"
    />
    <path class="stroke-ink fill-none" :d="`M0 ${BASE + 0.5}H${frame.width}`" />
    <g
      v-for="(c, i) in marks.changes"
      :key="`c${i}`"
      class="change"
      :class="{ planned: !c.done, late: c.late }"
    >
      <title>{{ c.words }}</title>
      <path class="stroke-paper pen-2.4" :d="`M${x(frame, c.at) - 5} ${BASE + 0.5}h10`" />
      <path
        class="notch fill-water [fill-opacity:0.28] stroke-ink pen-1.2 [stroke-linejoin:round]"
        :d="`M${x(frame, c.at) - 5} ${BASE + 0.5}l5 7 5 -7`"
      />
    </g>
    <template v-for="(d, i) in marks.doses" :key="`d${i}`">
      <path v-if="d.done" class="dose" :d="`M${x(frame, d.at)} ${BASE + 0.5}v9.5`" />
      <path
        v-else-if="x(frame, d.at) > nowX + 1 && !d.late"
        class="dose-due fill-paper stroke-ink2"
        :d="`M${x(frame, d.at) - 1.5} ${BASE + 0.5}v9h3v-9`"
      />
      <path
        v-else-if="x(frame, d.at) > nowX + 1"
        class="dose-missed fill-none stroke-brick pen-1.3"
        :d="`M${x(frame, d.at) - 1.5} ${BASE + 0.5}v9h3v-9m4 0l-11 10`"
      >
        <title>{{ d.words }}</title>
      </path>
      <path
        v-else
        class="flag"
        :class="{ late: d.late }"
        :d="`M${nowX} ${BASE + 0.5}v17M${nowX} 84.5h8.5l-3 3.5 3 3.5h-8.5z`"
      />
    </template>
    <circle
      v-for="(r, i) in marks.readings"
      :key="`r${i}`"
      class="reading"
      :class="{ planned: !r.done, late: r.late }"
      :cx="x(frame, r.at)"
      cy="31"
      r="2.4"
    >
      <title>{{ r.words }}</title>
    </circle>
    <rect
      v-for="(u, i) in marks.upkeep"
      :key="`u${i}`"
      class="upkeep"
      :class="{ planned: !u.done, late: u.late }"
      :x="x(frame, u.at) - 2.5"
      y="88"
      width="5"
      height="5"
    >
      <title>{{ u.words }}</title>
    </rect>
    <circle
      v-for="(l, i) in marks.losses"
      :key="`l${i}`"
      class="loss fill-paper stroke-brick pen-1.7"
      :cx="x(frame, l.at)"
      cy="91"
      r="3.6"
    />
    <template v-for="(a, i) in marks.arrivals" :key="`a${i}`">
      <path class="stroke-rule2 pen-1" :d="`M${x(frame, a.at)} 30V${BASE}`" />
      <text
        v-if="!strip.curves.length"
        class="halo quiet fill-ink2"
        :x="x(frame, a.at) + (x(frame, a.at) > nowX - 110 ? -5 : 5)"
        :text-anchor="x(frame, a.at) > nowX - 110 ? 'end' : 'start'"
        y="50"
      >
        {{ a.words }}
      </text>
    </template>
    <text
      v-if="curve && past.length"
      :class="['halo', 'name', curve.colour]"
      :x="rangeFrom > 60 ? rangeFrom - 6 : 4"
      y="46"
      :text-anchor="rangeFrom > 60 ? 'end' : 'start'"
    >
      {{ curve.name }}
    </text>
    <path class="now stroke-ink pen-1.6" :d="`M${nowX} 0V${HEIGHT}`" />
    <text v-if="count?.words" class="halo days" :x="nowX + 6" y="15">{{ count.words }}</text>
    <text
      v-if="count && endText && endText.at - nowX > 110"
      class="halo quiet fill-ink2"
      :x="endText.at"
      :text-anchor="endText.anchor"
      y="15"
    >
      {{ count.end_words }}
    </text>
    <path class="foot stroke-rule2" :d="`M0 97.5H${frame.width}`" />
  </svg>
</template>

<style scoped>
.brown {
  --hue: var(--m-brown);
}
.violet {
  --hue: var(--m-violet);
}
.blue {
  --hue: var(--m-blue);
}
.olive {
  --hue: var(--m-olive);
}
.grey {
  --hue: var(--m-grey);
}
.teal {
  --hue: var(--m-teal);
}
.clear {
  --hue: var(--m-clear);
}
.wash.ahead {
  opacity: 0.09;
}
.planned {
  fill: none;
  stroke: var(--hue);
  stroke-width: 1.4;
  stroke-dasharray: 3.5 2.5;
}
.planned .notch {
  fill: var(--paper);
  fill-opacity: 1;
  stroke: var(--ink2);
  stroke-dasharray: 2 1.4;
}
.dose {
  stroke: var(--ink);
  stroke-width: 2.2;
}
.flag {
  stroke: var(--leaf);
  fill: var(--leaf);
  stroke-width: 1.6;
}
.flag.late {
  stroke: var(--brick);
  fill: var(--brick);
}
.reading,
.upkeep {
  fill: var(--ink);
  stroke: var(--paper);
}
.reading.planned,
.upkeep.planned {
  fill: var(--paper);
  stroke: var(--ink2);
  stroke-width: 1;
  stroke-dasharray: none;
}
.reading.late,
.upkeep.late,
.late .notch {
  stroke: var(--brick);
  stroke-width: 1.7;
}
.halo {
  font-size: 12.5px;
  stroke: var(--paper);
  stroke-width: 3.5;
  paint-order: stroke;
}
.name {
  font-weight: 650;
  fill: var(--hue);
}
.days {
  font-size: 12.5px;
}
</style>
