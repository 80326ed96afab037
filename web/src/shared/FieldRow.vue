<script setup lang="ts">
import { computed, useId } from 'vue'
import { Problem } from '@/api/client'

/** A labelled control with its unit or hint beside it and its error beneath, tied together for screen readers. */
const props = defineProps<{
  label: string
  /** its name in an answer that says what is wrong; several where one control stands for them */
  field?: string | string[]
  problem?: Error | null
  hint?: string
  /** what is wrong with what is typed, before it was sent */
  fault?: string
  wide?: boolean
  /** the control is a group that is named by this id, not one input */
  labelId?: string
}>()
const id = useId()
const error = computed(
  () =>
    props.fault ||
    (props.problem instanceof Problem && [props.field ?? []].flat().includes(props.problem.body.field ?? '')
      ? props.problem.message
      : ''),
)
const described = computed(() => (error.value ? `${id}-error` : props.hint ? `${id}-hint` : undefined))
</script>

<template>
  <div
    class="row grid grid-cols-[minmax(96px,min(200px,44%))_1fr] items-center gap-y-0 gap-x-3 min-h-11 py-1 line-b-rule phone:grid-cols-[minmax(96px,38%)_1fr] phone:min-h-14"
    :class="{ wide, wrong: error }"
  >
    <span v-if="labelId" :id="labelId" data-word>{{ label }}</span>
    <label v-else :for="id" data-word>{{ label }}</label>
    <div class="control in-row gap-2.5 min-w-0">
      <slot :id="id" :described="described" :invalid="!!error" />
      <span v-if="hint" :id="`${id}-hint`" class="small quiet flex-[1_1_60px]">{{ hint }}</span>
    </div>
    <p
      v-if="error"
      :id="`${id}-error`"
      class="error small col-span-full text-brick font-600 pt-1 pb-0.5"
      role="alert"
    >
      {{ error }}
    </p>
  </div>
</template>

<style scoped>
.row.wide {
  grid-template-columns: 1fr;
}
.row.wide .control {
  padding: 4px 0;
}
.control :deep(input),
.control :deep(.p-select),
.control :deep(.p-multiselect) {
  max-width: 100%;
  min-width: 0;
}
</style>
