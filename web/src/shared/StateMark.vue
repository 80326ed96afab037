<script setup lang="ts">
/** In range: two hairlines with a dot between; above, below: a triangle outside; unknown: a dotted ring. */
defineProps<{ state: 'in_range' | 'above' | 'below' | 'unknown' | 'none' }>()
</script>

<template>
  <svg
    class="state-mark"
    :class="state"
    width="16"
    height="16"
    viewBox="0 0 16 16"
    aria-hidden="true"
    focusable="false"
  >
    <path class="lines" d="M1 4.5H15M1 11.5H15" />
    <circle v-if="state === 'in_range'" class="solid" cx="8" cy="8" r="2.3" />
    <path v-else-if="state === 'above'" class="solid" d="M8 -1L5 3.2h6z" />
    <path v-else-if="state === 'below'" class="solid" d="M8 17L5 12.8h6z" />
    <circle v-else-if="state === 'unknown'" class="ring" cx="8" cy="8" r="2.5" />
  </svg>
</template>

<style scoped>
.state-mark {
  flex: none;
}
.lines {
  stroke: var(--ink);
  fill: none;
}
.solid {
  fill: var(--leaf);
}
.above .solid,
.below .solid {
  fill: var(--brick);
}
.ring {
  fill: none;
  stroke: var(--tannin);
  stroke-width: 1.3;
  stroke-dasharray: 1.8 1.5;
}
</style>
