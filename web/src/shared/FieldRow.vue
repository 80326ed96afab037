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
  <div class="row" :class="{ wide, wrong: error }">
    <span v-if="labelId" :id="labelId">{{ label }}</span>
    <label v-else :for="id">{{ label }}</label>
    <div class="control">
      <slot :id="id" :described="described" :invalid="!!error" />
      <span v-if="hint" :id="`${id}-hint`" class="hint small quiet">{{ hint }}</span>
    </div>
    <p v-if="error" :id="`${id}-error`" class="error small" role="alert">{{ error }}</p>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(96px, min(200px, 44%)) 1fr;
  align-items: center;
  gap: 0 12px;
  min-height: 44px;
  padding: 4px 0;
  border-bottom: 1px solid var(--rule);
}
.row.wide {
  grid-template-columns: 1fr;
}
.row.wide .control {
  padding: 4px 0;
}
.control {
  display: flex;
  align-items: center;
  gap: 10px;
  flex-wrap: wrap;
  min-width: 0;
}
.control :deep(input),
.control :deep(.p-select),
.control :deep(.p-multiselect) {
  max-width: 100%;
  min-width: 0;
}
.hint {
  flex: 1 1 60px;
}
.error {
  grid-column: 1 / -1;
  color: var(--brick);
  font-weight: 600;
  padding: 4px 0 2px;
}
@media (max-width: 759px) {
  .row {
    grid-template-columns: minmax(96px, 38%) 1fr;
    min-height: 56px;
  }
}
</style>
