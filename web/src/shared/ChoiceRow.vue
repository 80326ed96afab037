<script setup lang="ts" generic="T extends string | boolean">
import { useId } from 'vue'
import FieldRow from '@/shared/FieldRow.vue'

/** A labelled row of a few choices, one of them chosen. */
const props = defineProps<{
  label: string
  choices: readonly { value: T; label: string }[]
  field?: string
  problem?: Error | null
  /** nothing chosen is an answer too */
  empty?: boolean
}>()
const chosen = defineModel<T | null>({ required: true })
const id = useId()
</script>

<template>
  <FieldRow :label="label" :label-id="id" :field="field" :problem="problem">
    <SelectButton
      v-model="chosen"
      :options="[...props.choices]"
      option-label="label"
      option-value="value"
      :allow-empty="!!empty"
      :aria-labelledby="id"
      class="flex-wrap py-1 px-0"
    />
  </FieldRow>
</template>
