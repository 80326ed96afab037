<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import FieldRow from '@/shared/FieldRow.vue'
import SelectField from '@/shared/SelectField.vue'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import { useConditions } from '@/shared/queries'
import { CASE_OUTCOMES } from '@/shared/choices'
import * as said from '@/shared/words'
import * as texts from './words'

const props = defineProps<{ story: Schemas['StoryOut'] }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const outcome = ref<Schemas['CloseIn']['outcome'] | null>(null)
const condition = ref(props.story.condition)
const note = ref('')
const conditions = useConditions()
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/cases/{case_id}/close', {
      params: { path: { ...session.inRoom(), case_id: props.story.uid } },
      body: { write_id, outcome: outcome.value ?? 'unclear', note: note.value, condition: condition.value },
    }),
  ),
)
async function save() {
  if (outcome.value && (await write.run())) emit('done')
}
</script>

<template>
  <EntryForm
    :label="texts.CLOSE_THE_CASE"
    :busy="write.busy.value"
    :problem="write.problem.value"
    :fields="['condition', 'note', 'outcome']"
    testid="save-close"
    :disabled="!outcome"
    @save="save"
  >
    <p id="outcome-label" class="pb-2 font-650">{{ texts.HOW_DID_IT_END }}</p>
    <SelectButton
      v-model="outcome"
      :options="CASE_OUTCOMES"
      option-label="label"
      option-value="value"
      aria-labelledby="outcome-label"
      data-testid="outcome"
    />
    <p v-if="outcome === 'wrong'" class="small tannin">
      {{ texts.CHOOSE_WHAT_IT_TURNED }}
    </p>
    <SelectField
      v-model="condition"
      :label="said.WHAT_IT_WAS"
      field="condition"
      :problem="write.problem.value"
      :options="conditions.data.value ?? []"
      option-label="short_name"
      option-value="id"
      placeholder="never known"
      show-clear
    />
    <FieldRow v-slot="f" :label="texts.WHAT_YOU_WOULD_TELL" field="note" :problem="write.problem.value" wide>
      <Textarea :id="f.id" v-model="note" rows="3" maxlength="1000" />
    </FieldRow>
    <p v-if="story.courses.some((c) => c.running)" class="small tannin">
      {{ texts.THE_COURSE_THAT_IS }}
    </p>
  </EntryForm>
</template>

<style scoped>
textarea {
  width: 100%;
}
</style>
