<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { capital } from '@/shared/capital'
import { framed, x, type Frame } from '@/shared/axis'
import { useWidth } from '@/shared/useWidth'
import * as texts from '@/shared/words'

/**
 * The life cycle under a course: when a parasite that settled on the first day is in which stage, and where it can be met.
 * On the frame of a strip where one is given, else on its own days.
 */
const props = defineProps<{ stages: Schemas['StagesOut']; frame?: Frame; wide?: boolean }>()
const chart = ref<HTMLElement | null>(null)
const width = useWidth(chart, 836)
const LABEL = 194
const roomy = computed(() => props.wide ?? width.value >= 600)
const own = computed<Frame>(() => {
  const from = Date.parse(props.stages.starts_at)
  const ends = [props.stages.ends_at, ...props.stages.stages.map((s) => s.to_at)].map((t) => Date.parse(t))
  return framed(from, Math.max(...ends), roomy.value ? Math.max(240, width.value - LABEL - 36) : width.value)
})
const frame = computed(() => props.frame ?? own.value)
function at(time: string): number {
  return Math.min(frame.value.width, Math.max(0, x(frame.value, time)))
}
const rows = computed(() =>
  props.stages.stages.map((s) => ({
    ...s,
    left: at(s.from_at),
    span: Math.max(0, at(s.to_at) - at(s.from_at)),
    sureLeft: s.sure_from_at ? at(s.sure_from_at) : 0,
    sureSpan: s.sure_from_at && s.sure_to_at ? Math.max(0, at(s.sure_to_at) - at(s.sure_from_at)) : 0,
  })),
)
/** shares at whole weeks, and at the end */
const marks = computed(() => {
  const last = props.stages.left[props.stages.left.length - 1]
  const found = props.stages.left.filter((l) => l.day > 0 && (l.day % 7 === 0 || l === last))
  const kept: typeof found = []
  for (const mark of found) {
    const before = kept[kept.length - 1]
    if (x(frame.value, mark.at) > frame.value.width || x(frame.value, mark.at) < 0) continue
    if (before && at(mark.at) - at(before.at) < 46) {
      if (mark === last) kept[kept.length - 1] = mark
      continue
    }
    kept.push(mark)
  }
  return kept
})
const short = (share: number) =>
  share < 0.001 ? '<0.1 %' : share < 0.1 ? `${(share * 100).toFixed(1)} %` : `${Math.round(share * 100)} %`
</script>

<template>
  <section ref="chart" class="stages" :aria-label="texts.lifeCycleOf(stages.parasite)" data-testid="stages">
    <h3 class="text-14 font-650 pt-2 pb-1">
      {{ capital(stages.parasite) }} at {{ stages.warmth
      }}<span class="small quiet font-400 pl-2.5">{{ texts.oneThatSettledOn(stages.by) }}</span>
    </h3>
    <div v-for="s in rows" :key="s.name" class="line" :class="{ roomy }">
      <span class="label small flex-none block">{{ s.name }}</span>
      <svg
        :width="frame.width"
        height="18"
        role="img"
        :aria-label="`${s.name}: ${s.reached ? 'reached' : 'not reached'}`"
      >
        <path class="stroke-rule fill-none" :d="`M0 17.5H${frame.width}`" />
        <rect
          class="may fill-none stroke-ink2 [stroke-dasharray:2_2]"
          :class="{ met: s.reached }"
          :x="s.left"
          y="5"
          :width="s.span"
          height="8"
        />
        <rect
          v-if="s.sureSpan"
          class="sure fill-shade stroke-ink2"
          :class="{ met: s.reached }"
          :x="s.sureLeft"
          y="3"
          :width="s.sureSpan"
          height="12"
        />
        <path
          v-if="frame.now"
          class="now stroke-ink fill-none"
          :d="`M${at(new Date(frame.now).toISOString())} 0V18`"
        />
      </svg>
    </div>
    <div class="line" :class="{ roomy }">
      <span class="label small flex-none block">{{ texts.COMES_THROUGH_IF_ENDED }}</span>
      <svg :width="frame.width" height="30" aria-hidden="true" focusable="false">
        <template v-for="m in marks" :key="m.day">
          <path class="stroke-ink fill-none" :d="`M${at(m.at)} 0V6`" />
          <text
            class="fig text-11 fill-ink"
            :x="Math.min(frame.width - 2, Math.max(2, at(m.at)))"
            y="18"
            :text-anchor="at(m.at) > frame.width - 30 ? 'end' : at(m.at) < 30 ? 'start' : 'middle'"
          >
            {{ short(m.share) }}
          </text>
          <text
            class="fig day text-11 fill-ink2"
            :x="Math.min(frame.width - 2, Math.max(2, at(m.at)))"
            y="29"
            :text-anchor="at(m.at) > frame.width - 30 ? 'end' : at(m.at) < 30 ? 'start' : 'middle'"
          >
            day {{ m.day }}
          </text>
        </template>
      </svg>
    </div>
    <p class="unseen">
      {{ marks.map((m) => texts.endedOnDayCome(m.day, m.words)).join(' ') }}
    </p>
  </section>
</template>

<style scoped>
.line.roomy {
  display: flex;
}
.roomy .label {
  width: 190px;
  margin-right: 4px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.may.met {
  stroke: var(--leaf);
  fill: var(--leaf);
  fill-opacity: 0.25;
  stroke-dasharray: none;
}
.sure.met {
  fill: var(--leaf);
  stroke: var(--leaf);
}
</style>
