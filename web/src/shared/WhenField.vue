<script setup lang="ts">
import { ref, watch } from 'vue'
import DateText from './DateText.vue'
import { useClock } from './useClock'
import { readInstant } from './when'

/** An instant that has been: a day and an hour on the fishroom's clock, never in the future. */
defineProps<{ label: string; field: string; problem: Error | null; hint?: string }>()
const at = defineModel<Date | null>({ required: true })
const clock = useClock()
const text = ref('')
const read = (typed: string) => readInstant(typed, clock())
watch(text, (typed) => {
  const found = typed.trim() ? read(typed) : null
  at.value = found && 'at' in found ? found.at : null
})
</script>

<template>
  <DateText
    v-model="text"
    :label="label"
    :field="field"
    :problem="problem"
    :hint="hint"
    placeholder="24 Nov 21:30"
    :read="read"
  />
</template>
