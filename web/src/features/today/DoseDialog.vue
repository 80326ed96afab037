<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import TextField from '@/shared/TextField.vue'
import WhenField from '@/shared/WhenField.vue'
import { waitsFor } from './waiting'
import * as texts from './words'

/** Another amount or another time than planned; or the correction of a dose already written. */
const props = defineProps<{ due?: Schemas['DueOut']; done?: Schemas['DoneOut'] }>()
const emit = defineEmits<{ close: [] }>()
const session = useSession()
const amount = ref(props.due?.press_amount ?? props.done?.amount ?? '')
const at = ref<string | null>(null)
const sure = ref(false)
const sent = () => ({
  amount: amount.value,
  confirm_unusual: sure.value,
  happened_at: at.value,
  corrects: props.done?.entry ?? null,
})
const write = useWrite(
  (write_id) =>
    answer(
      api.POST('/api/rooms/{room_id}/tasks/{task_id}/dose', {
        params: { path: { ...session.inRoom(), task_id: props.due?.task ?? props.done?.task ?? '' } },
        body: { write_id, ...sent() },
      }),
    ),
  // a correction is made where its answer is seen
  () => (props.due ? waitsFor(session.inRoom(), props.due, 'dose', sent(), `${amount.value} given`) : null),
)
const leave = useWrite(
  (write_id) =>
    answer(
      api.POST('/api/rooms/{room_id}/tasks/{task_id}/leave-out', {
        params: { path: { ...session.inRoom(), task_id: props.due?.task ?? '' } },
        body: { write_id },
      }),
    ),
  () =>
    props.due
      ? { ...waitsFor(session.inRoom(), props.due, 'leave-out', {}, 'left out'), timed: false }
      : null,
)
const unusual = computed(() => write.problem.value?.kind === 'unusual')
// another amount is another question
watch([amount, at], () => write.forget())
async function save() {
  sure.value = unusual.value
  if (await write.run()) emit('close')
}
async function leaveOut() {
  if (await leave.run()) emit('close')
}
const title = computed(() => (props.done ? 'Correct a dose' : `${props.due?.tank_name}, ${props.due?.what}`))
</script>

<template>
  <Dialog visible modal :header="title" class="dose" @update:visible="emit('close')">
    <form novalidate @submit.prevent="save">
      <p v-if="due?.warning" class="tannin pb-2">{{ due.warning }}</p>
      <TextField
        v-model="amount"
        figure
        label="Amount"
        field="amount"
        :problem="write.problem.value"
        autofocus
        inputmode="text"
      />
      <WhenField v-model="at" :problem="write.problem.value" />
      <ProblemNote
        :problem="write.problem.value ?? leave.problem.value"
        :fields="['amount', 'happened_at']"
      />
      <div class="presses flex flex-wrap gap-2 mt-4">
        <Button
          type="submit"
          :label="unusual ? texts.isTrueRecordIt(amount) : done ? `It was ${amount}` : `Gave ${amount}`"
          :severity="unusual ? 'danger' : undefined"
          :loading="write.busy.value"
          data-testid="save-dose"
        />
        <Button v-if="due" type="button" severity="secondary" :label="texts.LEAVE_IT_OUT" @click="leaveOut" />
        <Button type="button" severity="secondary" label="Back" @click="emit('close')" />
      </div>
    </form>
  </Dialog>
</template>

<style scoped>
form {
  width: min(420px, 78vw);
}
.presses :deep(.p-button) {
  min-height: 44px;
}
</style>
