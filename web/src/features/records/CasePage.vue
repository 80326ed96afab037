<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { answer, api, type Schemas } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useStrike } from '@/shared/useStrike'
import { useWrite } from '@/shared/useWrite'
import CaseSummary from './CaseSummary.vue'
import CloseForm from './CloseForm.vue'
import CourseOutcomes from './CourseOutcomes.vue'
import LookBack from './LookBack.vue'
import KindMark from '@/shared/KindMark.vue'
import LinkButton from '@/shared/LinkButton.vue'
import { useCase } from './queries'
import * as said from '@/shared/words'
import * as texts from './words'

const props = defineProps<{ caseId: string }>()
const session = useSession()
const path = computed(() => ({ ...session.inRoom(), case_id: props.caseId }))
const { data: story, error } = useCase(() => props.caseId)
const days = computed(() => {
  const byDay: { day: number; words: string; lines: Schemas['LineOut'][] }[] = []
  for (const line of story.value?.lines ?? []) {
    const last = byDay.at(-1)
    if (last?.day === line.day) last.lines.push(line)
    else byDay.push({ day: line.day, words: line.day_words, lines: [line] })
  }
  return byDay
})
const closing = ref(false)
const stopping = ref<Schemas['CourseOut'] | null>(null)
const reason = ref('')
const stop = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/courses/{course_id}/stop', {
      params: { path: { ...session.inRoom(), course_id: stopping.value?.uid ?? '' } },
      body: { write_id, reason: reason.value },
    }),
  ),
)
async function stopNow() {
  if (await stop.run()) stopping.value = null
}
const struck = ref<Schemas['LineOut'] | null>(null)
const { strike, busy: striking, problem: strikeProblem } = useStrike()
async function strikeNow() {
  const line = struck.value
  if (line && (await strike(line.ledger as Schemas['StrikeIn']['ledger'], line.entry, reason.value)))
    struck.value = null
}
const file = computed(() => `/api/rooms/${path.value.room_id}/cases/${props.caseId}`)
</script>

<template>
  <PageHead
    :title="story ? `Case ${story.number}, ${story.tank_name}` : 'Case'"
    :sentence="story?.sentence"
  />
  <ProblemNote :problem="error" />
  <template v-if="story">
    <CaseSummary :figures="story.figures" />
    <div class="presses in-row gap-y-2 gap-x-3 mb-5 print:hidden">
      <template v-if="story.open">
        <LinkButton main :to="{ name: 'look-at', params: { group: story.group } }" label="Look again" />
        <LinkButton
          :to="{
            name: 'course-for',
            params: { group: story.group },
            query: story.condition ? { condition: story.condition } : {},
          }"
          label="Choose a course"
        />
        <LinkButton :to="{ name: 'tank', params: { tank: story.tank } }" :label="texts.LOG_IN_THE_TANK" />
        <Button
          v-for="c in story.courses.filter((x) => x.running)"
          :key="c.uid"
          severity="secondary"
          :label="`Stop: ${c.name}`"
          @click="((stopping = c), (reason = ''))"
        />
        <Button
          severity="secondary"
          :label="texts.CLOSE_THE_CASE"
          data-testid="close-case"
          @click="closing = true"
        />
      </template>
      <RouterLink
        v-for="c in story.courses.filter((x) => x.running)"
        :key="`if ${c.uid}`"
        :to="{ name: 'what-if-running', params: { course: c.uid } }"
        data-testid="what-if"
        >What if</RouterLink
      >
      <RouterLink :to="{ name: 'vet-sheet', params: { case: caseId } }">{{ texts.FOR_THE_VET }}</RouterLink>
      <a :href="`${file}/file`" download data-testid="export-json">{{ texts.CASE_AS_JSON }}</a>
      <a :href="`${file}/calendar`" download data-testid="export-ics">{{ texts.TASKS_AS_CALENDAR }}</a>
    </div>
    <p v-if="story.taken_for_name" class="tannin mb-2">{{ texts.itHadBeenTaken(story.taken_for_name) }}</p>
    <p
      v-if="story.outcome_note"
      class="line-l-3-ink pl-3 pt-0.5 pb-0.5 mb-5 text-16 leading-5.75 max-w-[68ch]"
    >
      {{ story.outcome_note }}
    </p>
    <LookBack :case-id="caseId" :open="story.open" />
    <CourseOutcomes v-if="story.courses.length" :courses="story.courses" />
    <h2 class="block-head">{{ said.DAY_BY_DAY }}</h2>
    <ol class="story">
      <li
        v-for="d in days"
        :key="`${d.day}`"
        class="day grid grid-cols-[84px_1fr] line-t-rule2 phone:grid-cols-[1fr]"
      >
        <h2 class="pt-2 leading-5">
          <span class="fig block text-20 font-600 phone:inline phone:mr-2.5">{{ d.day }}</span><span
            class="small quiet font-400"
            >{{ d.words }}</span
          >
        </h2>
        <ol>
          <li
            v-for="(l, i) in d.lines"
            :key="i"
            class="first:line-t-none"
            :class="[l.kind, { off: l.struck || l.corrected }]"
            data-testid="story-line"
          >
            <span class="fig small quiet">{{ l.at_words }}</span>
            <KindMark :kind="l.kind" />
            <span class="words max-w-[78ch]">
              <b class="font-600">{{ l.words }}</b>
              <span v-if="l.corrected" class="small quiet">, corrected later</span>
              <span v-if="l.detail" class="small quiet block">{{ l.detail }}</span>
            </span>
            <span class="small quiet phone:col-[3] phone:text-left">{{ l.by }}</span>
            <button
              v-if="story.open && l.ledger && !l.struck"
              type="button"
              class="link small text-right print:hidden phone:text-left phone:col-[3]"
              :aria-label="`strike out: ${l.words}, ${l.at_words}`"
              @click="((struck = l), (reason = ''))"
            >
              strike out
            </button>
            <span v-else />
          </li>
        </ol>
      </li>
    </ol>
    <Dialog v-if="closing" visible modal :header="texts.CLOSE_THE_CASE" @update:visible="closing = false">
      <CloseForm :story="story" @done="closing = false" />
    </Dialog>
    <Dialog
      v-if="stopping"
      visible
      modal
      :header="`Stop: ${stopping.name}`"
      @update:visible="stopping = null"
    >
      <form class="ask grid gap-2.5 w-[min(420px,78vw)]" @submit.prevent="stopNow">
        <p>{{ texts.ITS_TASKS_FALL_AWAY }}</p>
        <label for="stop-reason">Why</label>
        <InputText id="stop-reason" v-model="reason" maxlength="200" />
        <ProblemNote :problem="stop.problem.value" />
        <Button type="submit" :label="texts.STOP_THE_COURSE" severity="danger" :loading="stop.busy.value" />
      </form>
    </Dialog>
    <Dialog v-if="struck" visible modal header="Strike out" @update:visible="struck = null">
      <form class="ask grid gap-2.5 w-[min(420px,78vw)]" @submit.prevent="strikeNow">
        <p>
          <b>{{ struck.words }}</b>{{ texts.itStaysInThe(struck.day_words, struck.at_words) }}
        </p>
        <label for="strike-reason">Why</label>
        <InputText id="strike-reason" v-model="reason" maxlength="200" />
        <ProblemNote :problem="strikeProblem" />
        <Button
          type="submit"
          :label="said.STRIKE_IT_OUT"
          severity="danger"
          :loading="striking"
          data-testid="save-strike"
        />
      </form>
    </Dialog>
  </template>
</template>

<style scoped>
.presses a:not(.act) {
  padding: 8px 4px;
}
.day li {
  display: grid;
  grid-template-columns: 48px 24px 1fr 90px 70px;
  gap: 0 8px;
  align-items: baseline;
  padding: 6px 0;
  border-top: 1px solid var(--rule);
}
.day li :deep(svg) {
  align-self: start;
  margin-top: 2px;
}
.loss .words b,
.close .words b {
  font-weight: 700;
}
.loss .words b {
  color: var(--brick);
}
.off .words b {
  text-decoration: line-through;
  font-weight: 400;
  color: var(--ink2);
}
@media (max-width: 759px) {
  .day li {
    grid-template-columns: 44px 22px 1fr;
  }
  .act,
  .presses :deep(.p-button) {
    min-height: 56px;
    display: inline-flex;
    align-items: center;
  }
}
</style>
