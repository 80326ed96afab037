<script setup lang="ts">
import FieldRow from './FieldRow.vue'

/** An instant that has been: a day and a time, never in the future. */
defineProps<{ label: string; field: string; problem: Error | null; hint?: string }>()
const at = defineModel<Date | null>({ required: true })
</script>

<template>
  <FieldRow v-slot="f" :label="label" :field="field" :problem="problem" :hint="hint">
    <DatePicker
      v-model="at"
      :input-id="f.id"
      show-time
      hour-format="24"
      date-format="d M yy"
      :max-date="new Date()"
    />
  </FieldRow>
</template>
