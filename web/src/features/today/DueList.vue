<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import { useRouter } from 'vue-router'
import { answer, api, type Schemas } from '@/api/client'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import { isKept, waitsFor } from './waiting'
import DueForms from './DueForms.vue'
import UpkeepList from './UpkeepList.vue'
import * as said from '@/shared/words'
import * as texts from './words'

type Due = Schemas['DueOut']
type Done = Schemas['DoneOut']
const props = defineProps<{
  due: Due[]
  done: Done[]
  waiting: string[]
  tomorrow: Schemas['TomorrowOut'][]
  upkeep: Schemas['StandingOut'][]
}>()

const session = useSession()
const router = useRouter()
const sections = computed(() =>
  (
    [
      ['late', 'Late'],
      ['now', 'Now'],
      ['later', 'Later today'],
    ] as const
  )
    .map(([id, label]) => ({ id, label, items: props.due.filter((d) => d.section === id) }))
    .filter((s) => s.items.length),
)

/** kinds whose word says all of it */
const PLAIN = ['dose', 'water_change', 'temperature', 'salinity', 'water_test', 'look']
const forms = useTemplateRef('forms')
const pressed = ref('')

function dueOf(task: string): Due {
  const due = props.due.find((d) => d.task === task)
  if (!due) throw new Error(texts.TASK_GONE)
  return due
}
const give = useWrite(
  (write_id) => {
    const due = dueOf(pressed.value)
    return answer(
      api.POST('/api/rooms/{room_id}/tasks/{task_id}/dose', {
        params: { path: { ...session.inRoom(), task_id: due.task } },
        body: { write_id, amount: due.press_amount },
      }),
    )
  },
  () => {
    const due = dueOf(pressed.value)
    return waitsFor(session.inRoom(), due, 'dose', { amount: due.press_amount }, `${due.press_amount} given`)
  },
)
const strike = useWrite((write_id) => {
  const done = props.done.find((d) => d.entry === pressed.value)
  if (!done) throw new Error(texts.ENTRY_GONE)
  return answer(
    api.POST('/api/rooms/{room_id}/strike', {
      params: { path: session.inRoom() },
      body: {
        write_id,
        ledger: done.ledger as Schemas['StrikeIn']['ledger'],
        entry: done.entry,
        reason: texts.UNDONE,
      },
    }),
  )
})

const tick = useWrite(
  (write_id) =>
    answer(
      api.POST('/api/rooms/{room_id}/tasks/{task_id}/done', {
        params: { path: { ...session.inRoom(), task_id: pressed.value } },
        body: { write_id, given: '', minutes: '', happened_at: null },
      }),
    ),
  () => waitsFor(session.inRoom(), dueOf(pressed.value), 'done', { given: '', minutes: '' }, 'done'),
)

const leave = useWrite(
  (write_id) =>
    answer(
      api.POST('/api/rooms/{room_id}/tasks/{task_id}/leave-out', {
        params: { path: { ...session.inRoom(), task_id: pressed.value } },
        body: { write_id },
      }),
    ),
  () => ({
    ...waitsFor(session.inRoom(), dueOf(pressed.value), 'leave-out', {}, 'left out'),
    timed: false,
  }),
)
async function leaveOut(due: Due) {
  pressed.value = due.task
  await leave.run()
}

async function press(due: Due) {
  pressed.value = due.task
  // what is run by the clock is begun there, also where its task is a dose: the run records it
  if (due.use) {
    await router.push({ name: 'bath-new', query: { group: due.group, use: due.use, task: due.task } })
  } else if (due.kind === 'dose') {
    // a warning is read before the press counts
    if (due.warning) forms.value?.open({ form: 'dose', due })
    else await give.run()
  } else if (due.kind === 'water_change') forms.value?.open({ form: 'change', due })
  else if (due.kind === 'temperature' || due.kind === 'salinity') forms.value?.open({ form: 'warm', due })
  else if (due.kind === 'water_test')
    await router.push({
      name: 'tank',
      params: { tank: due.tank },
      query: { log: 'test', reads: due.reads.join(',') },
    })
  else if (due.kind === 'look') await router.push({ name: 'look-at', params: { group: due.group } })
  else await tick.run()
}

/** A press says what it does: it opens the run, or records what it names. */
const wordOf = (d: Due) => (d.kind === 'swab' ? 'Swab it' : d.use ? texts.STAND_AT_IT : d.press)

/** What is run by the clock and was done without it is written down; a dose that begins it as any dose. */
function tickOff(due: Due) {
  forms.value?.open({ form: due.kind === 'dose' ? 'dose' : 'already', due })
}

const takeUp = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/tasks/{task_id}/take-up', {
      params: { path: { ...session.inRoom(), task_id: pressed.value } },
      body: { write_id },
    }),
  ),
)

async function undo(done: Done) {
  pressed.value = done.entry
  await (done.ledger === 'task' ? takeUp : strike).run()
}
</script>

<template>
  <section class="due" :aria-label="said.WHAT_IS_DUE">
    <ProblemNote
      :problem="
        give.problem.value ??
        tick.problem.value ??
        strike.problem.value ??
        takeUp.problem.value ??
        leave.problem.value
      "
    />
    <template v-for="s in sections" :key="s.id">
      <h2 :class="s.id">
        {{ s.label }}<span class="fig">{{ s.items.length }}</span>
      </h2>
      <ol>
        <li v-for="d in s.items" :key="d.task" :data-testid="`due-${d.kind}`">
          <span class="fig pt-0.25"
            >{{ d.at_words
            }}<b v-if="d.late_words" class="brick nowrap block font-600">{{ d.late_words }}</b></span
          >
          <span class="task">
            <b>{{ d.tank_name }}</b>
            <span>{{ d.what }}</span>
            <span v-if="!PLAIN.includes(d.kind)" class="small quiet">{{ d.title }}</span>
            <span v-if="d.tool_words" class="small quiet">{{ d.tool_words }}</span>
            <span v-if="d.text" class="small quiet">{{ d.text }}</span>
            <span v-if="d.where_words" class="small quiet">{{ d.where_words }}</span>
            <span v-if="d.reaches && !d.warning" class="small quiet">reaches {{ d.reaches }}</span>
            <span v-if="d.warning" class="small tannin">{{ d.warning_short }}</span>
            <span v-if="d.moves_words" class="small tannin">{{ d.moves_words }}</span>
            <span v-if="d.hangs_words" class="small" :class="d.hangs === 'applies' ? '' : 'tannin'">{{
              d.hangs_words
            }}</span>
          </span>
          <span v-if="isKept(d)" class="small tannin max-w-32" data-testid="kept-here">{{
            said.WRITTEN_DOWN_HERE_IT
          }}</span>
          <span v-else class="presses flex flex-col items-stretch gap-0.5">
            <Button
              :label="wordOf(d)"
              :severity="
                s.id === 'later' || d.warning || (d.hangs && d.hangs !== 'applies') ? 'secondary' : undefined
              "
              :loading="(give.busy.value || tick.busy.value) && pressed === d.task"
              :aria-label="`${wordOf(d)}, ${d.tank_name}, ${d.what}`"
              @click="press(d)"
            />
            <Button
              v-if="d.hangs === 'does_not'"
              label="Leave out"
              :loading="leave.busy.value && pressed === d.task"
              :aria-label="`Leave out, ${d.tank_name}, ${d.what}`"
              @click="leaveOut(d)"
            />
            <button
              v-if="d.use"
              class="link small phone:min-h-11"
              type="button"
              :aria-label="`done already, ${d.tank_name}, ${d.what}`"
              @click="tickOff(d)"
            >
              done already
            </button>
            <button
              v-if="d.kind === 'dose' && !d.use"
              class="link small phone:min-h-11"
              type="button"
              :aria-label="`other amount, ${d.tank_name}, ${d.what}`"
              @click="forms?.open({ form: 'dose', due: d })"
            >
              other amount
            </button>
          </span>
        </li>
      </ol>
    </template>
    <UpkeepList :upkeep="upkeep" />
    <p v-if="!due.length && !upkeep.length" class="line-t-rule py-2">{{ texts.NOTHING_ELSE_IS_DUE }}</p>
    <template v-if="done.length">
      <h2>
        Done<span class="fig">{{ done.length }}</span>
      </h2>
      <ol class="done">
        <li v-for="d in done" :key="d.entry" data-testid="done">
          <span class="fig pt-0.25">{{ d.at_words }}</span>
          <span
            >{{ d.words }}, <span class="nowrap">{{ d.by }}</span></span
          >
          <span class="links flex gap-2">
            <button
              v-if="d.task && d.ledger === 'dose'"
              class="link phone:min-h-11"
              type="button"
              :aria-label="`correct: ${d.words}`"
              @click="forms?.open({ form: 'correct', done: d })"
            >
              correct
            </button>
            <button
              class="link phone:min-h-11"
              type="button"
              :aria-label="`undo: ${d.words}`"
              @click="undo(d)"
            >
              undo
            </button>
          </span>
        </li>
      </ol>
    </template>
    <template v-if="tomorrow.length">
      <h2>
        {{ texts.READY_FOR_TOMORROW }}<span class="fig">{{ tomorrow.length }}</span>
      </h2>
      <ol data-testid="tomorrow">
        <li
          v-for="t in tomorrow"
          :key="`${t.tank} ${t.at_words} ${t.title}`"
          class="grid-cols-[56px_1fr] pt-1 pb-1.25"
        >
          <span class="fig pt-0.25">{{ t.at_words }}</span>
          <span
            ><b>{{ t.tank_name }}</b> {{ t.prepare }}</span
          >
        </li>
      </ol>
    </template>
    <template v-if="waiting.length">
      <h2>{{ texts.WAITING_FOR_YOU }}</h2>
      <p v-for="w in waiting" :key="w" class="line-t-rule py-2">{{ w }}</p>
    </template>
    <DueForms ref="forms" />
  </section>
</template>

<style scoped>
h2 {
  border-top: 2px solid var(--ink);
  font-size: 14px;
  line-height: 20px;
  padding: 4px 0 3px;
  display: flex;
  justify-content: space-between;
  margin-top: 10px;
}
h2:first-of-type {
  margin-top: 0;
}
h2.late {
  border-top: 4px solid var(--brick);
  color: var(--brick);
  padding-top: 3px;
}
li {
  display: grid;
  grid-template-columns: 56px 1fr auto;
  align-items: start;
  column-gap: 4px;
  border-top: 1px solid var(--rule);
  padding: 6px 0 7px;
  font-size: 13px;
  line-height: 17px;
}
.task > * {
  display: block;
}
.task b {
  font-size: 14px;
}
.presses :deep(.p-button) {
  min-width: 108px;
  padding: 7px 8px;
  font-size: 13px;
}
.link {
  padding: 2px 0;
  color: var(--ink);
}
.done li {
  color: var(--ink2);
  font-size: 12.5px;
  line-height: 16px;
  padding: 4px 0;
}
@media (max-width: 759px) {
  .presses :deep(.p-button) {
    min-height: 56px;
    min-width: 124px;
    font-size: 15px;
  }
  li {
    font-size: 14px;
    line-height: 19px;
  }
  .task b {
    font-size: 16px;
  }
  .done .links {
    gap: 16px;
  }
}
</style>
