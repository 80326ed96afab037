<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { answer, api, type Schemas } from '@/api/client'
import { capital } from '@/shared/capital'
import ProblemNote from '@/shared/ProblemNote.vue'
import { waiting, write } from '@/shared/outbox'
import { nowDate, nowMs } from '@/shared/now'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import AlarmScreen from './AlarmScreen.vue'
import BeginScreen from './BeginScreen.vue'
import MatchForm from './MatchForm.vue'
import StepScreen from './StepScreen.vue'
import TimerScreen from './TimerScreen.vue'
import { useTimer } from './useTimer'
import { useBath } from './queries'
import * as said from '@/shared/words'
import * as texts from './words'

/** A bath, one step a screen: prepare, match, measure, fish in, the timer, out. */
const props = defineProps<{ bath: string }>()
const session = useSession()
const path = computed(() => ({ ...session.inRoom(), bath_id: props.bath }))
const query = useBath(() => props.bath)
/** Without a connection the press is kept with its second, and the screen goes on by itself. */
const alone = ref<Pick<Schemas['RunOut'], 'phase' | 'in_at' | 'sign' | 'turn'> | null>(null)
const run = computed<Schemas['RunOut'] | null>(() => {
  const told = query.data.value
  if (!told || !alone.value) return told ?? null
  const in_at = alone.value.in_at ?? told.in_at
  const limit = in_at ? new Date(Date.parse(in_at) + told.minutes * 60_000).toISOString() : told.limit_at
  return { ...told, ...alone.value, in_at, limit_at: limit, sign: alone.value.sign || told.sign }
})
const { seconds, spoken, arm, beep } = useTimer(run)

/** the steps before fish go in: what is said up to the timer */
const before = computed(() => {
  const steps = run.value?.steps ?? []
  const first = steps.findIndex((s) => s.lasts_min)
  return steps.slice(0, first < 0 ? steps.length : first)
})
const place = ref(0)
const planned = ref(false)
const plan = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/baths/{bath_id}/plan', {
      params: { path: { ...session.inRoom(), bath_id: props.bath } },
      body: { write_id },
    }),
  ),
)
async function onToday() {
  if (await plan.run()) planned.value = true
}
type Screen = 'step' | 'match' | 'in' | 'timer' | 'out' | 'between' | 'done'
const screen = computed<Screen>(() => {
  const r = run.value
  if (!r) return 'step'
  if (r.phase === 'in') return 'timer'
  if (r.phase === 'take_out') return 'out'
  if (r.phase === 'between') return 'between'
  if (r.phase === 'done') return 'done'
  if (place.value < before.value.length) return 'step'
  return r.must_match && !r.matched ? 'match' : 'in'
})

const strip = ref('')
const kind = ref<Schemas['BathEventIn']['kind']>('in')
const at = ref<string | null>(null)
const note = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/baths/{bath_id}/events', {
      params: { path: path.value },
      body: {
        write_id,
        kind: kind.value,
        happened_at: at.value,
        strip: kind.value === 'strip' ? strip.value : '',
      },
    }),
  ),
)
async function happened(what: Schemas['BathEventIn']['kind']) {
  kind.value = what
  // the instant of the press, not of its arrival
  at.value = nowDate().toISOString()
  if (run.value && Math.abs(Date.parse(run.value.now) - nowMs()) > 120_000) at.value = null
  if (!(await note.run()) && note.problem.value?.kind === 'offline') await keep(what)
}
async function keep(what: Schemas['BathEventIn']['kind']) {
  const r = run.value
  if (!r) return
  // the same id and instant: what arrived without its answer is not written twice
  const body = { kind: what, ...(what === 'strip' ? { strip: strip.value } : {}), happened_at: at.value }
  await write(
    `/api/rooms/${session.room?.uid ?? ''}/baths/${r.uid}/events`,
    { ...body, write_id: note.handOver() },
    `${r.title}, ${r.tank_name}: ${what}`,
  )
  const sign = r.signs.find((s) => s.id === what)
  const { in_at, turn } = r
  if (what === 'in') alone.value = { phase: 'in', in_at: at.value ?? nowDate().toISOString(), sign: '', turn }
  else if (sign) alone.value = { phase: 'take_out', in_at, sign: sign.label, turn }
  else if (what === 'end') alone.value = { phase: 'done', in_at, sign: '', turn }
  else if (what === 'out')
    // fish go in again, where the mix serves further turns
    alone.value =
      turn < r.turns
        ? { phase: 'between', in_at, sign: '', turn: turn + 1 }
        : { phase: 'done', in_at, sign: '', turn }
}
watch(waiting, (now, was) => {
  if (now.length || !was.length) return
  alone.value = null
  void query.refetch()
})
async function begin() {
  // a phone that refuses sound must not keep the timer from starting
  void arm()
  await happened('in')
}
async function readStrip() {
  note.forget()
  await happened('strip')
}
async function sign(id: Schemas['BathEventIn']['kind']) {
  beep(2)
  await happened(id)
}
const left = computed(() => Math.max(0, Math.round((run.value?.minutes ?? 0) * 60) - seconds.value))
// at its end the page asks the server, which alone decides
watch(left, (now, was) => {
  if (was > 0 && now === 0) void query.refetch()
})
</script>

<template>
  <div v-if="run" class="run" :class="screen" data-testid="bath-run">
    <header class="flex justify-between items-end gap-3 pb-2.25 [border-bottom:6px_double_var(--ink)]">
      <div>
        <h1 tabindex="-1">{{ run.title }}</h1>
        <span>{{ run.tank_name }}, {{ run.fish }}</span>
      </div>
      <div class="small flex-none text-right">
        <span v-if="run.turns > 1" class="fig">turn {{ run.turn }} of {{ run.turns }}</span>
        <span v-if="!run.swab" class="fig block">{{ run.minutes_words }}</span>
        <RouterLink
          v-if="screen === 'step' || screen === 'match' || screen === 'in'"
          :to="{ name: 'bath-new' }"
          >leave</RouterLink
        >
      </div>
    </header>
    <StepScreen
      v-if="screen === 'step'"
      :run="run"
      :place="place"
      :steps="before"
      @next="place++"
      @back="place--"
    />
    <template v-else-if="screen === 'match'">
      <p class="count small quiet">{{ texts.MATCH_THE_WATERS }}</p>
      <MatchForm :run="run" />
      <div class="foot">
        <button v-if="before.length" type="button" class="back" @click="place = before.length - 1">
          back
        </button>
      </div>
    </template>
    <BeginScreen
      v-else-if="screen === 'in'"
      :run="run"
      :busy="note.busy.value"
      :problem="note.problem.value"
      @begin="begin"
    />
    <TimerScreen
      v-else-if="screen === 'timer'"
      :run="run"
      :seconds="seconds"
      :left="left"
      :spoken="spoken"
      :busy="note.busy.value"
      :problem="note.problem.value"
      @happened="happened"
      @sign="sign"
    />
    <AlarmScreen
      v-else-if="screen === 'out'"
      :run="run"
      :seconds="seconds"
      :busy="note.busy.value"
      :problem="note.problem.value"
      @out="happened('out')"
    />
    <template v-else-if="screen === 'between'">
      <p class="say">Turn {{ run.turn - 1 }}: {{ run.ended_words || 'out' }}.</p>
      <p>{{ run.check_words || texts.IS_THE_MIX_STILL }}</p>
      <form v-if="run.strip_floor" class="strip" novalidate @submit.prevent="readStrip">
        <TextField
          v-model="strip"
          figure
          :label="texts.THE_STRIP_SHOWS"
          :hint="`mg/L; at least ${run.strip_floor}`"
          field="strip"
          :problem="note.problem.value"
          inputmode="decimal"
          data-testid="strip"
        />
        <Button type="submit" severity="secondary" :label="said.WRITE_IT_DOWN" :loading="note.busy.value" />
        <p v-if="run.strip_read" class="small">Read: {{ run.strip_read }}.</p>
      </form>
      <ProblemNote :problem="note.problem.value" :fields="run.strip_floor ? ['strip'] : []" />
      <div class="foot">
        <button type="button" class="back" @click="happened('end')">{{ texts.NO_MORE_FISH_END }}</button>
        <Button
          class="next"
          :label="texts.turnFishIn(run.turn)"
          :loading="note.busy.value"
          data-testid="fish-in"
          @click="begin"
        />
      </div>
    </template>
    <template v-else>
      <p class="say" data-testid="bath-ended">
        {{ capital(run.ended_words) || (run.in_at ? 'Out.' : texts.ENDED_BEFORE_ANY_FISH) }}
      </p>
      <ul v-if="run.log.length" class="log rows">
        <li v-for="(l, i) in run.log" :key="i">
          <span class="fig">{{ l.at_words }}</span> {{ l.words }}<span class="quiet small">, {{ l.by }}</span>
        </li>
      </ul>
      <p v-for="s in run.steps.slice(-2)" :key="s.text" class="small">{{ s.text }}</p>
      <template v-if="run.in_at">
        <ProblemNote :problem="plan.problem.value" />
        <p v-if="planned" role="status">{{ texts.WHAT_IT_ADVISES_FOR }}</p>
        <Button
          v-else
          severity="secondary"
          :label="said.PUT_THE_DAYS_AFTER"
          data-testid="plan-bath"
          @click="onToday"
        />
      </template>
      <div class="foot">
        <RouterLink :to="{ name: 'tank', params: { tank: run.tank } }">To {{ run.tank_name }}</RouterLink>
        <RouterLink :to="{ name: 'bath-new', query: { group: run.group } }">Another bath</RouterLink>
      </div>
    </template>
  </div>
  <ProblemNote v-else :problem="query.error.value" />
</template>

<style scoped>
.run {
  max-width: 460px;
  min-height: calc(100vh - 120px);
  display: flex;
  flex-direction: column;
  gap: 10px;
}
h1 {
  font-size: 20px;
  line-height: 24px;
}
.strip {
  display: grid;
  gap: 8px;
}
.log li {
  padding: 6px 0;
}
.run :deep(.say) {
  font-size: 28px;
  line-height: 34px;
  font-weight: 600;
}
.run :deep(h2) {
  border-top: 2px solid var(--ink);
  font-size: 15px;
  padding-top: 4px;
  display: flex;
  justify-content: space-between;
}
.run :deep(h2 span) {
  font-weight: 400;
  font-size: 14px;
}
.run :deep(.foot) {
  margin-top: auto;
  display: flex;
  gap: 16px;
  align-items: center;
  justify-content: space-between;
  padding-top: 16px;
}
.run :deep(.next) {
  min-height: 64px;
  font-size: 20px;
  flex: 1;
}
.run :deep(.back) {
  background: none;
  border: 0;
  min-height: 56px;
  padding: 0 8px;
  color: var(--ink);
  text-decoration: underline;
  font: inherit;
  cursor: pointer;
}
</style>
