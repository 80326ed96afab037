<script setup lang="ts">
/** A row of big answers, one of them or none. */
defineProps<{ label: string; options: { id: string; label: string }[] }>()
const chosen = defineModel<string>({ required: true })
</script>

<template>
  <div class="row" role="group" :aria-label="label">
    <button
      v-for="o in options"
      :key="o.id"
      type="button"
      class="pick"
      :aria-pressed="chosen === o.id"
      @click="chosen = chosen === o.id ? '' : o.id"
    >
      {{ o.label }}
    </button>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: 1fr;
  gap: 8px;
}
.pick {
  min-height: 56px;
  border: 1.5px solid var(--ink);
  border-radius: 4px;
  background: var(--plate);
  color: var(--ink);
  font: 650 16px/20px var(--words);
  cursor: pointer;
}
.pick[aria-pressed='true'] {
  background: var(--ink);
  color: var(--paper);
}
</style>
