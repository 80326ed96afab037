<script setup lang="ts">
/** Seen: a solid disc with a tick; not there: a square with a bar; not looked at: a dotted diamond. */
withDefaults(defineProps<{ state: 'seen' | 'absent' | 'unknown'; size?: number }>(), { size: 20 })
</script>

<template>
  <svg
    class="flex-none"
    :width="size"
    :height="size"
    viewBox="0 0 20 20"
    aria-hidden="true"
    focusable="false"
  >
    <template v-if="state === 'seen'">
      <circle class="disc fill-ink" cx="10" cy="10" r="7.6" />
      <path class="fill-none stroke-plate pen-2" d="M6.3 10.2L9 12.8L13.8 7.4" />
    </template>
    <template v-else-if="state === 'absent'">
      <rect class="square fill-none stroke-ink pen-1.5" x="3.2" y="3.2" width="13.6" height="13.6" rx="1.5" />
      <path class="stroke-ink pen-1.8" d="M6 10H14" />
    </template>
    <path
      v-else
      class="diamond fill-none stroke-tannin pen-1.6 [stroke-dasharray:2_1.8]"
      d="M10 2L18 10L10 18L2 10Z"
    />
  </svg>
</template>
