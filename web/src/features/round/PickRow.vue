<script setup lang="ts">
/** A row of big answers, one of them or none. */
defineProps<{ label: string; options: { value: string; label: string }[] }>()
const chosen = defineModel<string>({ required: true })
</script>

<template>
  <div class="grid grid-flow-col auto-cols-[1fr] gap-2" role="group" :aria-label="label">
    <button
      v-for="o in options"
      :key="o.value"
      type="button"
      class="pick min-h-14 [border:1.5px_solid_var(--ink)] rounded bg-plate text-ink font-words font-650 text-16 leading-5 cursor-pointer"
      :aria-pressed="chosen === o.value"
      @click="chosen = chosen === o.value ? '' : o.value"
    >
      {{ o.label }}
    </button>
  </div>
</template>

<style scoped>
.pick[aria-pressed='true'] {
  background: var(--ink);
  color: var(--paper);
}
</style>
