<script setup lang="ts" generic="V, O">
import { computed } from 'vue'
import FieldRow from '@/shared/FieldRow.vue'

/** A labelled list to choose from, and its error beneath. */
defineOptions({ inheritAttrs: false })
const props = withDefaults(
  defineProps<{
    label: string
    options: O[]
    optionLabel?: string
    optionValue?: string
    field?: string | string[]
    problem?: Error | null
    hint?: string
    wide?: boolean
    /** long words: the list takes all the width there is */
    long?: boolean
  }>(),
  { optionLabel: 'label', optionValue: 'value', field: undefined, problem: null, hint: undefined },
)
// a list of plain words is its own label
const plain = computed(() => typeof props.options[0] === 'string')
// the list shows no label for an empty value: what it stands for is said as the placeholder
const empty = computed(() => {
  const found = props.options.find(
    (o) => !plain.value && (o as Record<string, unknown>)[props.optionValue] === '',
  )
  return found ? String((found as Record<string, unknown>)[props.optionLabel]) : undefined
})
defineSlots<{ option?(slot: { option: O }): unknown }>()
const chosen = defineModel<V>({ required: true })
</script>

<template>
  <FieldRow v-slot="f" :label="label" :field="field" :problem="problem" :hint="hint" :wide="wide">
    <Select
      v-model="chosen"
      :options="options"
      :option-label="plain ? undefined : optionLabel"
      :option-value="plain ? undefined : optionValue"
      :label-id="f.id"
      :aria-label="label"
      :placeholder="empty"
      :class="{ long }"
      v-bind="$attrs"
    >
      <template v-if="$slots.option" #option="{ option }"><slot name="option" :option="option" /></template>
    </Select>
  </FieldRow>
</template>

<style scoped>
.long {
  width: 100%;
}
</style>
