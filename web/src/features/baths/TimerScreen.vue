<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import ProblemNote from '@/shared/ProblemNote.vue'
import ColourWatch from './ColourWatch.vue'
import TakeOut from './TakeOut.vue'
import TimerRuler from './TimerRuler.vue'
import { clock } from './useTimer'
import * as texts from './words'

/** The running clock, the colour, the fish: one press for each thing seen, two to end it. */
const props = defineProps<{
  run: Schemas['RunOut']
  seconds: number
  left: number
  spoken: string
  busy: boolean
  problem: Error | null
}>()
const emit = defineEmits<{
  happened: [kind: Schemas['BathEventIn']['kind']]
  sign: [kind: Schemas['BathEventIn']['kind']]
}>()
const until = computed(() =>
  props.run.limit_at
    ? new Date(props.run.limit_at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
    : '',
)
</script>

<template>
  <p
    class="clock fig figure-timer leading-none font-650 tracking-[-0.045em] -ml-1"
    :class="{ long: clock(seconds).length > 5 }"
    role="timer"
    data-testid="timer"
  >
    {{ clock(seconds).slice(0, -3) }}<i class="not-italic mx-[-0.165em] relative top-[-0.05em]">:</i
    >{{ clock(seconds).slice(-2) }}
  </p>
  <p class="line flex justify-between text-16">
    <span
      ><b class="fig">{{ clock(left) }}</b> to go</span
    ><span
      >{{ run.say.until }} <b class="fig">{{ until }}</b></span
    >
  </p>
  <TimerRuler :seconds="seconds" :minutes="run.minutes" :most="run.most_min" />
  <p class="unseen" role="status" aria-live="assertive">{{ spoken }}</p>
  <ColourWatch v-if="run.colours.length" :run="run" @seen="emit('happened', $event)" />
  <h2>
    The fish <span>{{ texts.PRESS_EACH_TIME_YOU }}</span>
  </h2>
  <div class="signs grid grid-cols-[1fr_1fr] gap-2">
    <button
      v-for="n in run.noted"
      :key="n.id"
      type="button"
      class="sign"
      @click="emit('happened', n.id as 'fast')"
    >
      {{ n.label }}<span class="fig">{{ n.count || '' }}</span>
    </button>
    <button
      v-for="s in run.signs"
      :key="s.id"
      type="button"
      class="sign out"
      :data-testid="`sign-${s.id}`"
      @click="emit('sign', s.id as 'rolled')"
    >
      {{ s.label
      }}<i class="not-italic font-400 text-13">{{
        run.in_tank ? texts.STOP_IT_AT_ONCE : texts.OUT_AT_ONCE
      }}</i>
    </button>
  </div>
  <p v-if="run.within_reach"><b>Within reach</b> {{ texts.lidOnAirOn(run.within_reach) }}</p>
  <ProblemNote :problem="problem" />
  <TakeOut
    class="mt-auto sticky bottom-3"
    :words="run.say.stop"
    :sure="run.say.stop_sure"
    :small="run.say.stop_small"
    :busy="busy"
    @done="emit('happened', 'out')"
  />
</template>

<style scoped>
.sign {
  min-height: 58px;
  border: 1.5px solid var(--ink);
  border-radius: 4px;
  background: var(--plate);
  color: var(--ink);
  font: 650 16px/20px var(--words);
  text-align: left;
  padding: 4px 12px;
  display: flex;
  justify-content: space-between;
  align-items: center;
  cursor: pointer;
}
.sign.out {
  border: 2.5px solid var(--brick);
  color: var(--brick);
  flex-direction: column;
  align-items: flex-start;
  justify-content: center;
}
.clock.long {
  font-size: var(--figure-timer-long);
}
</style>
