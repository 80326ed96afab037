<script setup lang="ts">
import { ref, watch } from 'vue'
import DateText from './DateText.vue'
import { useClock } from './useClock'
import { readDay } from './when'

/** A day as YYYY-MM-DD, empty where none is written; one that has been, or any where it may be to come. */
const props = defineProps<{
  label: string
  field: string
  problem: Error | null
  hint?: string
  ahead?: boolean
  example?: string
}>()
const day = defineModel<string>({ required: true })
const clock = useClock()
const text = ref(day.value)
const read = (typed: string) => readDay(typed, clock(), props.ahead ? 'any' : 'past')
watch(text, (typed) => {
  const found = typed.trim() ? read(typed) : null
  day.value = found && 'day' in found ? found.day : ''
})
</script>

<template>
  <DateText
    v-model="text"
    :label="label"
    :field="field"
    :problem="problem"
    :hint="hint"
    :placeholder="example ?? (ahead ? 'e.g. Nov 2027' : 'e.g. 24 Nov')"
    :read="read"
  />
</template>
