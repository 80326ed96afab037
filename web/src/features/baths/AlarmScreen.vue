<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import ProblemNote from '@/shared/ProblemNote.vue'
import TakeOut from './TakeOut.vue'
import { clock } from './useTimer'
import * as texts from './words'

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
  <p
    class="bg-brick text-paper figure-mid leading-11.5 font-700 py-5 px-4 rounded"
    role="alert"
    data-testid="take-them-out"
  >
    {{ run.say.alarm }}
  </p>
  <p class="line flex justify-between text-16">
    <b v-if="run.sign">{{ run.sign }}</b><b v-else>{{ texts.overItsTime(clock(over)) }}</b
    ><span class="fig">{{ clock(seconds) }}</span>
  </p>
  <ol class="text-20 leading-6.75 pl-6.5 list-decimal grid gap-2">
    <li v-for="r in run.rescue" :key="r">{{ r }}</li>
  </ol>
  <ProblemNote :problem="problem" />
  <TakeOut
    class="mt-auto sticky bottom-3"
    :words="run.say.alarm_done"
    :sure="run.say.alarm_sure"
    :small="run.say.stop_small"
    alarm
    :busy="busy"
    @done="emit('out')"
  />
</template>
