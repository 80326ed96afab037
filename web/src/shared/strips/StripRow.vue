<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import type { Schemas } from '@/api/client'
import type { Frame } from '@/shared/axis'
import FigureText from '@/shared/FigureText.vue'
import StateMark from '@/shared/StateMark.vue'
import StripPlot from './StripPlot.vue'

const props = defineProps<{ strip: Schemas['StripOut']; frame: Frame; wide: boolean }>()
const tone = computed(
  () =>
    ({ in_range: 'leaf', above: 'brick', below: 'brick', unknown: 'tannin', none: 'quiet' })[
      props.strip.state
    ],
)
const to = computed(() =>
  props.strip.case
    ? { name: 'case', params: { case: props.strip.case } }
    : { name: 'tank', params: { tank: props.strip.tank } },
)
const curve = computed(() => props.strip.curves[0] ?? null)
function lift(value: number): string {
  const c = curve.value
  return c ? `${24 + (value / c.top_mg_per_l) * 42 - 8}px` : '0'
}
</script>

<template>
  <article class="strip" :class="{ quiet: strip.quiet, wide }" :data-testid="`strip-${strip.name}`">
    <div class="who">
      <h2>
        <RouterLink :to="to"
          ><span class="fig code">{{ strip.code }}</span
          >{{ strip.name }}</RouterLink
        >
      </h2>
      <p class="fish">{{ strip.fish }}</p>
      <template v-if="!strip.quiet">
        <p class="what">{{ strip.medicine }}</p>
        <p class="state">
          <StateMark :state="strip.state" class="mark" /><span :class="tone">{{ strip.state_words }}</span>
        </p>
        <p v-if="strip.level" class="level">
          <FigureText :figure="strip.level.figure" :unit="wide ? undefined : strip.level.unit" /><span
            v-if="wide"
            class="unit small quiet"
            >{{ strip.level.unit }}</span
          >
        </p>
      </template>
    </div>
    <template v-if="!strip.quiet">
      <StripPlot :strip="strip" :frame="frame" />
      <div v-if="curve && wide" class="scale fig" aria-hidden="true">
        <span :style="{ bottom: lift(curve.low_mg_per_l) }">{{ curve.low.figure }}</span>
        <span :style="{ bottom: lift(curve.high_mg_per_l) }">{{ curve.high.figure }}</span>
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
.who {
  position: relative;
  width: 190px;
  margin-right: 4px;
  height: 98px;
  padding: 7px 0 0 25px;
  border-bottom: 1px solid var(--rule2);
  font-size: 12.5px;
  line-height: 17px;
  flex: none;
}
.who p {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
h2 {
  font-size: 16px;
  line-height: 20px;
  font-weight: 700;
  margin-left: -25px;
}
h2 a {
  text-decoration: none;
}
h2 a:hover {
  text-decoration: underline;
}
.code {
  display: inline-block;
  width: 25px;
  font-size: 12.5px;
  font-weight: 400;
  color: var(--ink2);
}

.who p.what {
  font-size: 12px;
  letter-spacing: -0.01em;
  color: var(--ink2);
}
.who .state {
  display: flex;
  gap: 9px;
  align-items: center;
  margin-left: -25px;
  line-height: 24px;
  font-weight: 600;
}
.who .level {
  position: absolute;
  right: 4px;
  bottom: 4px;
  font-size: 19px;
  line-height: 24px;
  font-weight: 600;
  overflow: visible;
  background: var(--paper);
}
.unit {
  font-size: 11px;
  font-weight: 400;
  margin-left: 4px;
}
.strip.quiet .who {
  height: 36px;
  width: 100%;
  padding-top: 8px;
  display: flex;
  gap: 12px;
  align-items: baseline;
}
.strip.quiet {
  color: var(--ink);
}
.scale {
  position: relative;
  width: 36px;
  font-size: 11px;
  color: var(--ink2);
}
.scale span {
  position: absolute;
  left: 5px;
  line-height: 16px;
}
.strip:not(.wide) .who {
  width: 100%;
  height: auto;
  border: 0;
  padding-bottom: 4px;
}
.strip:not(.wide) .who .level {
  top: 7px;
  bottom: auto;
}
</style>
