<script setup lang="ts">
/** Never: filled square; care: triangle; know: circle. */
defineProps<{ level: 'never' | 'care' | 'know' }>()
</script>

<template>
  <svg
    class="flex-none"
    :class="level"
    width="18"
    height="18"
    viewBox="0 0 18 18"
    aria-hidden="true"
    focusable="false"
  >
    <template v-if="level === 'never'">
      <rect x="1" y="1" width="16" height="16" rx="1.5" fill="currentColor" />
      <path d="M5.5 5.5L12.5 12.5M12.5 5.5L5.5 12.5" stroke="var(--plate)" stroke-width="2.2" />
    </template>
    <template v-else-if="level === 'care'">
      <path
        d="M9 1.8L17 16.2H1Z"
        fill="none"
        stroke="currentColor"
        stroke-width="1.6"
        stroke-linejoin="round"
      />
      <path d="M9 6.8V11.2M9 12.8V14.2" stroke="currentColor" stroke-width="1.7" />
    </template>
    <template v-else>
      <circle cx="9" cy="9" r="7.6" fill="none" stroke="currentColor" stroke-width="1.6" />
      <path d="M9 8V13M9 4.8V6.4" stroke="currentColor" stroke-width="1.7" />
    </template>
  </svg>
</template>

<style scoped>
.never {
  color: var(--brick);
}
.care {
  color: var(--tannin);
}
.know {
  color: var(--water);
}
</style>
