<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import FieldRow from '@/shared/FieldRow.vue'
import EntryForm from '@/shared/EntryForm.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import WhenField from '@/shared/WhenField.vue'
import { APPETITES, BREATHING } from '@/shared/choices'
import * as said from '@/shared/words'
import * as texts from './words'

const props = defineProps<{ group: string }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const appetite = ref<NonNullable<Schemas['ObservationIn']['appetite']> | null>(null)
const breathing = ref<NonNullable<Schemas['ObservationIn']['breathing']> | null>(null)
const note = ref('')
const at = ref<string | null>(null)
const sent = () => ({
  appetite: appetite.value ?? ('' as const),
  breathing: breathing.value ?? ('' as const),
  note: note.value,
  happened_at: at.value,
})
const write = useWrite(
  (write_id) =>
    answer(
      api.POST('/api/rooms/{room_id}/groups/{group_id}/observations', {
        params: { path: { ...session.inRoom(), group_id: props.group } },
        body: { write_id, ...sent() },
      }),
    ),
  () => ({
    path: `/api/rooms/${session.inRoom().room_id}/groups/${props.group}/observations`,
    body: sent(),
    words: texts.OBSERVED,
  }),
)
async function save() {
  if (await write.run()) emit('done')
}
</script>

<template>
  <EntryForm
    :label="said.WRITE_IT_DOWN"
    :busy="write.busy.value"
    :problem="write.problem.value"
    :fields="['happened_at', 'note']"
    testid="save-observation"
    @save="save"
  >
    <p id="appetite-label" class="pt-2.5 pb-1.5 font-650">Appetite</p>
    <SelectButton
      v-model="appetite"
      :options="APPETITES"
      option-label="label"
      option-value="value"
      aria-labelledby="appetite-label"
    />
    <p id="breathing-label" class="pt-2.5 pb-1.5 font-650">Breathing</p>
    <SelectButton
      v-model="breathing"
      :options="BREATHING"
      option-label="label"
      option-value="value"
      aria-labelledby="breathing-label"
    />
    <WhenField v-model="at" :problem="write.problem.value" />
    <FieldRow v-slot="f" :label="texts.IN_YOUR_WORDS" field="note" :problem="write.problem.value" wide>
      <Textarea
        :id="f.id"
        v-model="note"
        rows="3"
        maxlength="500"
        :invalid="f.invalid"
        :aria-describedby="f.described"
      />
    </FieldRow>
  </EntryForm>
</template>

<style scoped>
textarea {
  width: 100%;
}
@media (max-width: 759px) {
  :deep(.p-togglebutton) {
    min-height: 56px;
  }
}
</style>
