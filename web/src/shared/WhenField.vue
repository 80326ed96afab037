<script setup lang="ts">
import { computed, watch } from 'vue'
import DateText from './DateText.vue'
import { useClock } from './useClock'
import { readInstant } from './when'
import * as texts from './words'

/**
 * An instant that has been, as the API takes it; nothing where nothing is written, and that is now. A day and an hour on the
 * fishroom's clock, never in the future.
 */
withDefaults(defineProps<{ label?: string; field?: string; problem: Error | null; hint?: string }>(), {
  label: 'When',
  field: 'happened_at',
  hint: texts.NOW_IF_EMPTY,
})
const at = defineModel<string | null>({ required: true })
/** what is typed, and whether it can't be read: for whoever keeps it, or sends without a form */
const text = defineModel<string>('text', { default: '' })
const unread = defineModel<boolean>('unread', { default: false })
const clock = useClock()
const read = (typed: string) => readInstant(typed, clock())
const found = computed(() => (text.value.trim() ? read(text.value) : null))
watch(
  found,
  (now) => {
    at.value = now && 'at' in now ? now.at.toISOString() : null
    unread.value = !!now && 'fault' in now
  },
  { immediate: true },
)
</script>

<template>
  <DateText
    v-model="text"
    :label="label"
    :field="field"
    :problem="problem"
    :hint="hint"
    placeholder="e.g. 24 Nov 21:30"
    :read="read"
  />
</template>
