<script setup lang="ts">
import FieldRow from '@/shared/FieldRow.vue'

/** A labelled line of text or a figure with its unit, and its error beneath. */
defineOptions({ inheritAttrs: false })
defineProps<{
  label: string
  field?: string | string[]
  problem?: Error | null
  hint?: string
  figure?: boolean
}>()
const text = defineModel<string>({ required: true })
</script>

<template>
  <FieldRow v-slot="f" :label="label" :field="field" :problem="problem" :hint="hint">
    <InputText
      :id="f.id"
      v-model="text"
      v-bind="$attrs"
      :class="{ fig: figure, short: figure }"
      :invalid="f.invalid"
      :aria-describedby="f.described"
    />
  </FieldRow>
</template>

<style scoped>
.short {
  width: 112px;
}
</style>
