<script setup lang="ts">
import ProblemNote from '@/shared/ProblemNote.vue'

/** The frame of every entry: its fields, what is wrong with the whole of it, and the press that records it. */
defineProps<{
  label: string
  busy: boolean
  problem: Error | null
  /** fields that show their own error */
  fields: string[]
  testid?: string
  disabled?: boolean
}>()
const emit = defineEmits<{ save: [] }>()
</script>

<template>
  <form class="w-[min(460px,80vw)]" novalidate @submit.prevent="emit('save')">
    <slot />
    <ProblemNote :problem="problem" :fields="fields" />
    <div class="presses flex flex-wrap gap-2 mt-4">
      <Button type="submit" :label="label" :loading="busy" :disabled="disabled" :data-testid="testid" />
      <slot name="presses" />
    </div>
  </form>
</template>

<style scoped>
.presses :deep(.p-button) {
  min-height: 48px;
}
@media (max-width: 759px) {
  .presses :deep(.p-button) {
    width: 100%;
    min-height: 56px;
  }
}
</style>
