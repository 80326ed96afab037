<script setup lang="ts">
import { computed } from 'vue'
import { Problem } from '@/api/client'

/** A problem that no field of the form shows. */
const props = defineProps<{ problem: Error | null; fields?: string[] }>()
const field = computed(() => (props.problem instanceof Problem ? (props.problem.body.field ?? '') : ''))
</script>

<template>
  <p
    v-if="problem && !fields?.includes(field)"
    class="flex gap-2 items-start text-brick line-brick rounded bg-plate py-2 px-2.5 my-2"
    role="alert"
    data-testid="problem"
  >
    <svg class="flex-none mt-0.25" width="18" height="18" viewBox="0 0 18 18" aria-hidden="true">
      <path d="M9 1.5L17 16H1Z" fill="none" stroke="currentColor" stroke-width="1.5" />
      <path d="M9 6.5V11M9 12.8V14" stroke="currentColor" stroke-width="1.6" />
    </svg>
    <span>{{ problem.message }}</span>
  </p>
</template>
