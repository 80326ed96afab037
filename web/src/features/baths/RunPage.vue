<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { answer, api, type Schemas } from '@/api/client'
import ProblemNote from '@/shared/ProblemNote.vue'
import { waiting, write } from '@/shared/outbox'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import MatchForm from './MatchForm.vue'
import TakeOut from './TakeOut.vue'
import TimerRuler from './TimerRuler.vue'
import { clock, useTimer } from './useTimer'

/** A bath, one step a screen: prepare, match, measure, fish in, the timer, out. */
const props = defineProps<{ bath: string }>()
const session = useSession()
const queries = useQueryClient()
const path = computed(() => ({ ...session.inRoom(), bath_id: props.bath }))
const key = ['bath', () => props.bath]
const query = useQuery({
  queryKey: key,
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/baths/{bath_id}', { params: { path: path.value } })),
  refetchInterval: 15_000,
})
/** Without a connection the press is kept with its second, and the screen goes on by itself. */
const alone = ref<{ phase: Schemas['RunOut']['phase']; in_at: string | null; sign: string } | null>(null)
const run = computed<Schemas['RunOut'] | null>(() => {
  const told = query.data.value
  if (!told || !alone.value) return told ?? null
  const in_at = alone.value.in_at ?? told.in_at
  const limit = in_at ? new Date(Date.parse(in_at) + told.minutes * 60_000).toISOString() : told.limit_at
  return { ...told, phase: alone.value.phase, in_at, limit_at: limit, sign: alone.value.sign || told.sign }
})
const { seconds, spoken, arm, beep } = useTimer(run)

/** the steps before fish go in: what is said up to the timer */
const before = computed(() => {
  const steps = run.value?.steps ?? []
  const first = steps.findIndex((s) => s.lasts_min)
  return steps.slice(0, first < 0 ? steps.length : first)
})
const place = ref(0)
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
const amount = computed(() => run.value?.measured.amounts[0] ?? null)

const kind = ref<Schemas['BathEventIn']['kind']>('in')
const at = ref<string | null>(null)
const note = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/baths/{bath_id}/events', {
      params: { path: path.value },
      body: { write_id, kind: kind.value, happened_at: at.value },
    }),
  ),
)
async function happened(what: Schemas['BathEventIn']['kind']) {
  kind.value = what
  // the instant of the press, not of its arrival
  at.value = new Date().toISOString()
  if (run.value && Math.abs(Date.parse(run.value.now) - Date.now()) > 120_000) at.value = null
  if (!(await note.run()) && note.problem.value?.kind === 'offline') await keep(what)
}
async function keep(what: Schemas['BathEventIn']['kind']) {
  const r = run.value
  if (!r) return
  await write(
    `/api/rooms/${session.room?.uid ?? ''}/baths/${r.uid}/events`,
    { kind: what },
    `${r.title}, ${r.tank_name}: ${what}`,
  )
  note.forget()
  const sign = r.signs.find((s) => s.id === what)
  if (what === 'in') alone.value = { phase: 'in', in_at: new Date().toISOString(), sign: '' }
  else if (sign) alone.value = { phase: 'take_out', in_at: r.in_at, sign: sign.label }
  else if (what === 'out') alone.value = { phase: 'done', in_at: r.in_at, sign: '' }
}
watch(waiting, (now, was) => {
  if (now.length || !was.length) return
  alone.value = null
  void queries.invalidateQueries({ queryKey: ['bath'] })
})
async function fishIn() {
  await arm()
  await happened('in')
}
async function sign(id: string) {
  beep(2)
  await happened(id as Schemas['BathEventIn']['kind'])
}
const outAt = computed(() =>
  run.value?.limit_at
    ? new Date(run.value.limit_at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
    : '',
)
const left = computed(() => Math.max(0, Math.round((run.value?.minutes ?? 0) * 60) - seconds.value))
// at its end the page asks the server, which alone decides
watch(left, (now, was) => {
  if (was > 0 && now === 0) void queries.invalidateQueries({ queryKey: ['bath'] })
})
const over = computed(() => Math.max(0, seconds.value - Math.round((run.value?.minutes ?? 0) * 60)))
</script>

<template>
  <div v-if="run" class="run" :class="screen" data-testid="bath-run">
    <header class="top">
      <div>
        <h1 tabindex="-1">{{ run.title }}</h1>
        <span>{{ run.tank_name }}, {{ run.fish }}</span>
      </div>
      <div class="right small">
        <span v-if="run.turns > 1" class="fig">turn {{ run.turn }} of {{ run.turns }}</span>
        <span class="fig block">{{ run.minutes }} min</span>
        <RouterLink
          v-if="screen === 'step' || screen === 'match' || screen === 'in'"
          :to="{ name: 'bath-new' }"
          >leave</RouterLink
        >
      </div>
    </header>

    <template v-if="screen === 'step'">
      <p class="count small quiet">step {{ place + 1 }} of {{ before.length + (run.must_match ? 2 : 1) }}</p>
      <p class="say">{{ before[place]?.text }}</p>
      <div v-if="amount && place === before.length - 1" class="amount">
        <b class="fig">{{ amount.big.figure }} {{ amount.big.unit }}</b>
        <span>{{ amount.name }}</span>
      </div>
      <div class="foot">
        <button v-if="place" type="button" class="back" @click="place--">back</button>
        <Button class="next" label="Done, next" data-testid="next-step" @click="place++" />
      </div>
    </template>

    <template v-else-if="screen === 'match'">
      <p class="count small quiet">match the waters</p>
      <MatchForm :run="run" />
      <div class="foot">
        <button v-if="before.length" type="button" class="back" @click="place = before.length - 1">
          back
        </button>
      </div>
    </template>

    <template v-else-if="screen === 'in'">
      <p class="say">Fish in. The timer starts with the press, and runs on whatever happens to this phone.</p>
      <table v-if="run.pairs.length" class="pairs">
        <thead>
          <tr>
            <th scope="col"><span class="unseen">what</span></th>
            <th scope="col">bath</th>
            <th scope="col">theirs</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in run.pairs" :key="p.name">
            <th scope="row">{{ p.name }}</th>
            <td class="fig">{{ p.bath }}</td>
            <td class="fig">{{ p.home }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="run.within_reach" class="keep"><b>Within reach</b> {{ run.within_reach }}</p>
      <ProblemNote :problem="note.problem.value" />
      <div class="foot">
        <Button
          class="next"
          label="Fish in, start the timer"
          :loading="note.busy.value"
          data-testid="fish-in"
          @click="fishIn"
        />
      </div>
    </template>

    <template v-else-if="screen === 'timer'">
      <p class="clock fig" role="timer" data-testid="timer">
        {{ clock(seconds).slice(0, -3) }}<i>:</i>{{ clock(seconds).slice(-2) }}
      </p>
      <p class="line">
        <span
          ><b class="fig">{{ clock(left) }}</b> to go</span
        ><span
          >out at <b class="fig">{{ outAt }}</b></span
        >
      </p>
      <TimerRuler :seconds="seconds" :minutes="run.minutes" :most="run.most_min" />
      <p class="unseen" role="status" aria-live="assertive">{{ spoken }}</p>
      <template v-if="run.colours.length">
        <h2>Water colour</h2>
        <div class="colours">
          <button
            v-for="c in run.colours"
            :key="c.id"
            type="button"
            class="colour"
            :class="{ on: run.colour === c.id }"
            :aria-pressed="run.colour === c.id"
            @click="happened(c.id as 'violet')"
          >
            <span class="swatch" :class="c.id" aria-hidden="true" /><b>{{ c.label }}</b>
          </button>
        </div>
        <p v-if="run.colour" class="small" data-testid="colour-words">
          {{ run.colours.find((c) => c.id === run?.colour)?.words }}
        </p>
      </template>
      <h2>The fish <span>press each time you see it</span></h2>
      <div class="signs">
        <button
          v-for="n in run.noted"
          :key="n.id"
          type="button"
          class="sign"
          @click="happened(n.id as 'fast')"
        >
          {{ n.label }}<span class="fig">{{ n.count || '' }}</span>
        </button>
        <button
          v-for="s in run.signs"
          :key="s.id"
          type="button"
          class="sign out"
          :data-testid="`sign-${s.id}`"
          @click="sign(s.id)"
        >
          {{ s.label }}<i>out at once</i>
        </button>
      </div>
      <p v-if="run.within_reach" class="keep"><b>Within reach</b> {{ run.within_reach }} Lid on, air on.</p>
      <ProblemNote :problem="note.problem.value" />
      <TakeOut
        words="Take out"
        sure="They are out"
        small="stops the clock"
        :busy="note.busy.value"
        @done="happened('out')"
      />
    </template>

    <template v-else-if="screen === 'out'">
      <p class="alarm" role="alert" data-testid="take-them-out">Take them out now</p>
      <p class="line">
        <b v-if="run.sign">{{ run.sign }}</b><b v-else>{{ clock(over) }} over its time</b
        ><span class="fig">{{ clock(seconds) }}</span>
      </p>
      <ol class="rescue">
        <li v-for="r in run.rescue" :key="r">{{ r }}</li>
      </ol>
      <ProblemNote :problem="note.problem.value" />
      <TakeOut
        words="They are out"
        sure="Out, all of them"
        small="stops the clock"
        alarm
        :busy="note.busy.value"
        @done="happened('out')"
      />
    </template>

    <template v-else-if="screen === 'between'">
      <p class="say">Turn {{ run.turn - 1 }}: {{ run.ended_words }}.</p>
      <p>
        {{
          run.steps.find((s) => s.text.startsWith(`Before turn ${run?.turn}`))?.text ??
          'Is the mix still good?'
        }}
      </p>
      <ProblemNote :problem="note.problem.value" />
      <div class="foot">
        <button type="button" class="back" @click="happened('end')">no more fish, end here</button>
        <Button
          class="next"
          :label="`Turn ${run.turn}: fish in`"
          :loading="note.busy.value"
          data-testid="fish-in"
          @click="fishIn"
        />
      </div>
    </template>

    <template v-else>
      <p class="say" data-testid="bath-ended">{{ run.ended_words || 'Ended before any fish went in.' }}</p>
      <ul v-if="run.log.length" class="log rows">
        <li v-for="(l, i) in run.log" :key="i">
          <span class="fig">{{ l.at_words }}</span> {{ l.words }}<span class="quiet small">, {{ l.by }}</span>
        </li>
      </ul>
      <p v-for="s in run.steps.slice(-2)" :key="s.text" class="small">{{ s.text }}</p>
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
.top {
  display: flex;
  justify-content: space-between;
  align-items: flex-end;
  padding-bottom: 9px;
  border-bottom: 6px double var(--ink);
}
h1 {
  font-size: 20px;
  line-height: 24px;
}
.right {
  text-align: right;
}
.block {
  display: block;
}
.say {
  font-size: 26px;
  line-height: 34px;
  font-weight: 600;
}
.amount b {
  display: block;
  font-size: 64px;
  line-height: 72px;
}
.clock {
  font-size: clamp(96px, 33vw, 136px);
  line-height: 1;
  font-weight: 650;
  letter-spacing: -0.045em;
  margin-left: -4px;
}
.clock i {
  font-style: normal;
  margin: 0 -0.165em;
  position: relative;
  top: -0.05em;
}
.line {
  display: flex;
  justify-content: space-between;
  font-size: 16px;
}
h2 {
  border-top: 2px solid var(--ink);
  font-size: 15px;
  padding-top: 4px;
  display: flex;
  justify-content: space-between;
}
h2 span {
  font-weight: 400;
  font-size: 14px;
}
.signs {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
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
.sign i {
  font-style: normal;
  font-weight: 400;
  font-size: 13px;
}
.colours {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 8px;
}
.colour {
  border: 1.5px solid var(--rule2);
  border-radius: 4px;
  background: var(--plate);
  color: var(--ink);
  padding: 0 0 6px;
  min-height: 76px;
  overflow: hidden;
  cursor: pointer;
  font: inherit;
}
.colour.on {
  border: 3px solid var(--ink);
}
.swatch {
  display: block;
  height: 38px;
  margin-bottom: 4px;
  background-size: 9px 9px;
}
.swatch.violet {
  background-color: #6d2f82;
  background-image: repeating-linear-gradient(90deg, rgb(255 255 255 / 38%) 0 1px, transparent 1px 5px);
}
.swatch.pink {
  background-color: #c46a9d;
  background-image: repeating-linear-gradient(90deg, rgb(255 255 255 / 45%) 0 1px, transparent 1px 9px);
}
.swatch.tea {
  background-color: #a9773a;
  background-image: radial-gradient(rgb(255 255 255 / 60%) 1px, transparent 1.5px);
}
.swatch.brown {
  background-color: #64401f;
  background-image: radial-gradient(rgb(255 255 255 / 45%) 1px, transparent 1.5px);
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
.keep {
  font-size: 14px;
}
.pairs {
  border-collapse: collapse;
  font-size: 18px;
}
.pairs th,
.pairs td {
  text-align: left;
  border-top: 1px solid var(--rule);
  padding: 8px 12px 8px 0;
}
.log li {
  padding: 6px 0;
}
.foot,
.run > .take {
  margin-top: auto;
}
.run > .take {
  position: sticky;
  bottom: 12px;
}
.foot {
  display: flex;
  gap: 16px;
  align-items: center;
  justify-content: space-between;
  padding-top: 16px;
}
.next {
  min-height: 64px;
  font-size: 18px;
  flex: 1;
}
.back {
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
