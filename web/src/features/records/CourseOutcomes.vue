<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import { COURSE_OUTCOMES } from '@/shared/choices'
import * as texts from './words'

/** The courses of a case and how each did, as its keeper judged it. */
defineProps<{ courses: Schemas['CourseOut'][] }>()
const session = useSession()
const judging = ref<Schemas['CourseOut'] | null>(null)
const outcome = ref<Schemas['JudgeIn']['outcome'] | null>(null)
const note = ref('')
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/courses/{course_id}/outcome', {
      params: { path: { ...session.inRoom(), course_id: judging.value?.uid ?? '' } },
      body: { write_id, outcome: outcome.value ?? 'unclear', note: note.value },
    }),
  ),
)
function ask(course: Schemas['CourseOut']) {
  judging.value = course
  outcome.value = (course.outcome || null) as Schemas['JudgeIn']['outcome'] | null
  note.value = course.outcome_note
}
async function save() {
  if (outcome.value && (await write.run())) judging.value = null
}
</script>

<template>
  <section aria-label="Courses" class="courses mb-6">
    <h2 class="block-head">Courses</h2>
    <ul class="rows">
      <li v-for="c in courses" :key="c.uid" data-testid="case-course">
        <b>{{ c.name }}</b>
        <span class="small quiet">{{ c.words }}{{ c.running ? ', running' : '' }}</span>
        <span v-if="c.outcome_words" class="font-600"
          >{{ c.outcome_words
          }}<span v-if="c.outcome_note" class="small quiet">: {{ c.outcome_note }}</span></span
        >
        <button
          type="button"
          class="link small"
          :aria-label="`${c.outcome ? 'judge anew' : texts.HOW_DID_IT_DO}, ${c.name}`"
          @click="ask(c)"
        >
          {{ c.outcome ? 'judge anew' : texts.HOW_DID_IT_DO }}
        </button>
      </li>
    </ul>
    <Dialog
      v-if="judging"
      visible
      modal
      :header="texts.howDidItDo(judging.name)"
      @update:visible="judging = null"
    >
      <EntryForm
        label="Keep this"
        :busy="write.busy.value"
        :problem="write.problem.value"
        :fields="['note']"
        :disabled="!outcome"
        testid="save-outcome"
        @save="save"
      >
        <SelectButton
          v-model="outcome"
          :options="COURSE_OUTCOMES"
          option-label="label"
          option-value="value"
          :aria-label="texts.HOW_IT_DID"
          class="flex-wrap mb-2"
        />
        <TextField
          v-model="note"
          label="In words"
          field="note"
          :problem="write.problem.value"
          maxlength="300"
        />
      </EntryForm>
    </Dialog>
  </section>
</template>

<style scoped>
li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  align-items: baseline;
  padding: 8px 0;
}
</style>
