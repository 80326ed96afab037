<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import type { Schemas } from '@/api/client'
import type { Frame } from '@/shared/axis'
import FigureText from '@/shared/FigureText.vue'
import StateMark from '@/shared/StateMark.vue'
import StripPlot from './StripPlot.vue'

const props = defineProps<{
  strip: Schemas['StripOut'] | Schemas['TankBelowOut']
  frame: Frame
  wide: boolean
}>()
/** what there is to draw: nothing of a quiet tank, and of one further down nothing yet */
const drawn = computed(() => ('curves' in props.strip && !props.strip.quiet ? props.strip : null))
const tone = computed(
  () =>
    ({ in_range: 'leaf', above: 'brick', below: 'brick', unknown: 'tannin', none: 'quiet' })[
      drawn.value?.state ?? 'none'
    ],
)
const to = computed(() =>
  drawn.value?.case
    ? { name: 'case', params: { case: drawn.value.case } }
    : { name: 'tank', params: { tank: props.strip.tank } },
)
const curve = computed(() => drawn.value?.curves[0] ?? null)
function lift(value: number): string {
  const c = curve.value
  return c ? `${24 + (value / c.top_mg_per_l) * 42 - 8}px` : '0'
}
</script>

<template>
  <article
    class="strip"
    :class="{ quiet: strip.quiet, waits: !strip.quiet && !drawn, wide }"
    :data-testid="`strip-${strip.name}`"
  >
    <div class="who relative w-47.5 mr-1 h-24.5 pl-6.25 pt-1.75 line-b-rule2 text-12 leading-4.25 flex-none">
      <h2 class="text-16 leading-5 font-700 -ml-6.25">
        <RouterLink class="no-underline hover:underline" :to="to"
          ><span class="fig inline-block w-6.25 text-12 font-400 text-ink2">{{ strip.code }}</span
          >{{ strip.name }}</RouterLink
        >
      </h2>
      <p class="fish">{{ strip.fish }}</p>
      <template v-if="drawn">
        <p class="text-12 tracking-[-0.01em] text-ink2">{{ drawn.medicine }}</p>
        <p class="flex gap-2.25 items-center -ml-6.25 leading-6 font-600">
          <StateMark :state="drawn.state" class="mark" /><span :class="tone">{{ drawn.state_words }}</span>
        </p>
        <p v-if="drawn.level" class="level">
          <FigureText :figure="drawn.level.figure" :unit="wide ? undefined : drawn.level.unit" /><span
            v-if="wide"
            class="unit small quiet text-11 font-400 ml-1"
            >{{ drawn.level.unit }}</span
          >
        </p>
      </template>
    </div>
    <template v-if="drawn">
      <StripPlot :strip="drawn" :frame="frame" />
      <div v-if="curve && wide" class="fig relative w-9 text-11 text-ink2" aria-hidden="true">
        <span class="absolute left-1.25 leading-4" :style="{ bottom: lift(curve.low_mg_per_l) }">{{
          curve.low.figure
        }}</span>
        <span class="absolute left-1.25 leading-4" :style="{ bottom: lift(curve.high_mg_per_l) }">{{
          curve.high.figure
        }}</span>
      </div>
    </template>
  </article>
</template>

<style scoped>
.strip {
  position: relative;
}
.strip.wide {
  display: flex;
}
.who p {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.who .level {
  position: absolute;
  right: 4px;
  bottom: 4px;
  font-size: 20px;
  line-height: 24px;
  font-weight: 600;
  overflow: visible;
  background: var(--paper);
}
.strip.quiet .who {
  height: 36px;
  width: 100%;
  padding-top: 8px;
  display: flex;
  gap: 12px;
  align-items: baseline;
}
.strip.quiet .who h2 {
  flex: none;
}
.strip.quiet:not(.wide) .who p {
  white-space: normal;
}
.strip.quiet {
  color: var(--ink);
}
.strip:not(.wide) .who {
  width: 100%;
  height: auto;
  border: 0;
  padding-bottom: 4px;
}
.strip.waits:not(.wide) {
  min-height: 188px;
}
.strip:not(.wide) .who .level {
  top: 7px;
  bottom: auto;
}
</style>
