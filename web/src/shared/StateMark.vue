<script setup lang="ts">
/** In range: two hairlines with a dot between; above, below: a triangle outside; unknown: a dotted ring. */
defineProps<{ state: 'in_range' | 'above' | 'below' | 'unknown' | 'none' }>()
</script>

<template>
  <svg
    class="flex-none"
    :class="state"
    width="16"
    height="16"
    viewBox="0 0 16 16"
    aria-hidden="true"
    focusable="false"
  >
    <path class="lines stroke-ink fill-none" d="M1 4.5H15M1 11.5H15" />
    <circle v-if="state === 'in_range'" class="solid fill-leaf" cx="8" cy="8" r="2.3" />
    <path v-else-if="state === 'above'" class="solid fill-leaf" d="M8 -1L5 3.2h6z" />
    <path v-else-if="state === 'below'" class="solid fill-leaf" d="M8 17L5 12.8h6z" />
    <circle
      v-else-if="state === 'unknown'"
      class="fill-none stroke-tannin pen-1.3 [stroke-dasharray:1.8_1.5]"
      cx="8"
      cy="8"
      r="2.5"
    />
  </svg>
</template>

<style scoped>
.above .solid,
.below .solid {
  fill: var(--brick);
}
</style>
