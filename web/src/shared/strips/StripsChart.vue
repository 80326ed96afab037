<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { frameOf } from '@/shared/axis'
import { useByFrames } from '@/shared/useByFrames'
import { useWidth } from '@/shared/useWidth'
import StripAxis from './StripAxis.vue'
import StripKey from './StripKey.vue'
import StripRow from './StripRow.vue'
import * as texts from '@/shared/words'

/** Tanks as strips, one above the other on one time axis; `plain` without the key, `own` on an axis of its own. */
const props = defineProps<{
  axis: Schemas['AxisOut']
  strips: Schemas['StripOut'][]
  label: string
  plain?: boolean
  own?: boolean
}>()
const drawn = useByFrames(() => props.strips.length, 6)
/** of a row that is not drawn yet: the page is as long from the start */
const ROW_PX = 98
const chart = ref<HTMLElement | null>(null)
const width = useWidth(chart, 836)
const wide = computed(() => width.value >= 600)
const frame = computed(() =>
  frameOf(props.axis, wide.value ? Math.max(280, width.value - 194 - 36) : width.value),
)
</script>

<template>
  <section ref="chart" class="chart" :aria-label="label" :aria-busy="drawn < strips.length">
    <div class="axis" :class="{ wide }">
      <div
        v-if="wide"
        class="w-47.5 mr-1 flex-none flex justify-between items-end text-12 leading-4 text-ink2 pb-0.75"
      >
        <template v-if="!plain"
          ><span>{{ texts.TANK_AND_FISH }}</span
          ><span>level now</span></template
        >
      </div>
      <StripAxis :frame="frame" :shared="!own" />
    </div>
    <StripRow v-for="s in strips.slice(0, drawn)" :key="s.tank" :strip="s" :frame="frame" :wide="wide" />
    <div v-if="drawn < strips.length" :style="{ height: `${(strips.length - drawn) * ROW_PX}px` }"></div>
    <slot :frame="frame" :wide="wide" />
    <StripKey v-if="!plain" />
  </section>
</template>

<style scoped>
.axis.wide {
  display: flex;
}
</style>
