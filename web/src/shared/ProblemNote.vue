<script setup lang="ts">
import { computed } from 'vue'
import { Problem } from '@/api/client'

/** A problem that no field of the form shows. */
const props = defineProps<{ problem: Error | null; fields?: string[] }>()
const field = computed(() => (props.problem instanceof Problem ? (props.problem.body.field ?? '') : ''))
</script>

<template>
  <p v-if="problem && !fields?.includes(field)" class="problem" role="alert" data-testid="problem">
    <svg width="18" height="18" viewBox="0 0 18 18" aria-hidden="true">
      <path d="M9 1.5L17 16H1Z" fill="none" stroke="currentColor" stroke-width="1.5" />
      <path d="M9 6.5V11M9 12.8V14" stroke="currentColor" stroke-width="1.6" />
    </svg>
    <span>{{ problem.message }}</span>
  </p>
</template>

<style scoped>
.problem {
  display: flex;
  gap: 8px;
  align-items: flex-start;
  color: var(--brick);
  border: 1px solid var(--brick);
  border-radius: 4px;
  background: var(--plate);
  padding: 8px 10px;
  margin: 8px 0;
}
svg {
  flex: none;
  margin-top: 1px;
}
</style>
