<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { capital } from '@/shared/capital'
import * as said from '@/shared/words'
import * as texts from './words'

/** What must be ticked before a course starts, and the press. */
const props = defineProps<{
  slip: Schemas['SlipOut']
  stale: boolean
  busy: boolean
  /** it is written down later: it began already */
  began: boolean
  /** when it began can't be read as it is typed */
  unread: boolean
}>()
const emit = defineEmits<{ start: [] }>()
const confirmed = defineModel<number[]>('confirmed', { required: true })
const vetWord = defineModel<boolean>('vetWord', { required: true })
const reason = defineModel<string>('reason', { required: true })
const open = computed(
  () =>
    props.slip.confirm.length -
    confirmed.value.length +
    (props.slip.needs_vet && !vetWord.value ? 1 : 0) +
    (props.slip.cared.length && !reason.value.trim() ? 1 : 0),
)
</script>

<template>
  <form class="confirm pt-3" novalidate @submit.prevent="emit('start')">
    <div v-for="(c, i) in slip.confirm" :key="c.text" class="tick phone:min-h-14">
      <Checkbox v-model="confirmed" :value="i" :input-id="`c-${i}`" :data-testid="`confirm-${i}`" />
      <label :for="`c-${i}`">{{ c.text }}</label>
    </div>
    <div v-if="slip.cared.length" class="tick why flex-col phone:min-h-14">
      <label for="reason"
        >{{ capital(slip.cared.join('; ')) }}.
        <span class="small tannin">{{ texts.WHY_IS_IT_GIVEN }}</span></label
      >
      <Textarea id="reason" v-model="reason" rows="2" maxlength="300" data-testid="reason" />
    </div>
    <div v-if="slip.needs_vet" class="tick phone:min-h-14">
      <Checkbox v-model="vetWord" binary input-id="vet" data-testid="vet-word" />
      <label for="vet"
        >{{ said.A_VETERINARIAN_TOLD_ME }} <span class="small tannin">{{ slip.vet_reason }}</span></label
      >
    </div>
    <Button
      type="submit"
      :label="
        open
          ? texts.startAfterMore(open, open === 1 ? 'tick' : 'ticks')
          : began
            ? said.WRITE_IT_DOWN
            : 'Start now'
      "
      :disabled="open > 0 || stale || unread || slip.broken.length > 0"
      :loading="busy"
      data-testid="start-course"
    />
  </form>
</template>

<style scoped>
.tick {
  display: flex;
  gap: 12px;
  align-items: flex-start;
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
.why :deep(textarea) {
  width: 100%;
}
.confirm :deep(.p-button) {
  margin-top: 14px;
  min-height: 52px;
  font-size: 16px;
  min-width: 240px;
}
@media (max-width: 759px) {
  .confirm :deep(.p-button) {
    width: 100%;
    min-height: 56px;
  }
}
</style>
