<script setup lang="ts" generic="V">
import { computed } from 'vue'
import FieldRow from '@/shared/FieldRow.vue'

/** A labelled list to choose from, and its error beneath. */
defineOptions({ inheritAttrs: false })
const props = withDefaults(
  defineProps<{
    label: string
    options: readonly unknown[]
    optionLabel?: string
    optionValue?: string
    field?: string | string[]
    problem?: Error | null
    hint?: string
    wide?: boolean
  }>(),
  { optionLabel: 'label', optionValue: 'value', field: undefined, problem: null, hint: undefined },
)
// a list of plain words is its own label
const plain = computed(() => typeof props.options[0] === 'string')
const chosen = defineModel<V>({ required: true })
</script>

<template>
  <FieldRow v-slot="f" :label="label" :field="field" :problem="problem" :hint="hint" :wide="wide">
    <Select
      v-model="chosen"
      :options="[...options]"
      :option-label="plain ? undefined : optionLabel"
      :option-value="plain ? undefined : optionValue"
      :label-id="f.id"
      :aria-label="label"
      v-bind="$attrs"
    />
  </FieldRow>
</template>
