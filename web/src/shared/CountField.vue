<script setup lang="ts">
import FieldRow from '@/shared/FieldRow.vue'

/** A labelled whole number, and its error beneath. */
defineProps<{
  label: string
  field?: string
  problem?: Error | null
  hint?: string
  max?: number
}>()
const count = defineModel<number | null>({ required: true })
/** what hangs on it is reckoned while it is typed, not when the field is left */
const typed = (event: { value: number | string | undefined }) =>
  (count.value = typeof event.value === 'number' ? event.value : null)
</script>

<template>
  <FieldRow v-slot="f" :label="label" :field="field" :problem="problem" :hint="hint">
    <InputNumber
      v-model="count"
      :input-id="f.id"
      :min="0"
      :max="max"
      :use-grouping="false"
      :invalid="f.invalid"
      input-class="fig count"
      @input="typed"
    />
  </FieldRow>
</template>

<style scoped>
:deep(.count) {
  width: 96px;
}
</style>
