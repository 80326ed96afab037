<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import ProblemNote from '@/shared/ProblemNote.vue'
import TakeOut from './TakeOut.vue'
import { clock } from './useTimer'

/** The time is up, or a sign of distress was seen: what is done at once, and nothing else. */
const props = defineProps<{
  run: Schemas['RunOut']
  seconds: number
  busy: boolean
  problem: Error | null
}>()
const emit = defineEmits<{ out: [] }>()
const over = computed(() => Math.max(0, props.seconds - Math.round(props.run.minutes * 60)))
</script>

<template>
  <p class="alarm" role="alert" data-testid="take-them-out">{{ run.say.alarm }}</p>
  <p class="line">
    <b v-if="run.sign">{{ run.sign }}</b><b v-else>{{ clock(over) }} over its time</b
    ><span class="fig">{{ clock(seconds) }}</span>
  </p>
  <ol class="rescue">
    <li v-for="r in run.rescue" :key="r">{{ r }}</li>
  </ol>
  <ProblemNote :problem="problem" />
  <TakeOut
    class="end"
    :words="run.say.alarm_done"
    :sure="run.say.alarm_sure"
    :small="run.say.stop_small"
    alarm
    :busy="busy"
    @done="emit('out')"
  />
</template>

<style scoped>
.line {
  display: flex;
  justify-content: space-between;
  font-size: 16px;
}
.alarm {
  background: var(--brick);
  color: var(--paper);
  font-size: 40px;
  line-height: 46px;
  font-weight: 700;
  padding: 20px 16px;
  border-radius: 4px;
}
.rescue {
  font-size: 20px;
  line-height: 27px;
  padding-left: 26px;
  list-style: decimal;
  display: grid;
  gap: 8px;
}
.end {
  margin-top: auto;
  position: sticky;
  bottom: 12px;
}
</style>
