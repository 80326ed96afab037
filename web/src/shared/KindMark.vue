<script setup lang="ts">
/** The kind of a story's line, in the strips' own shapes. */
defineProps<{ kind: string }>()
</script>

<template>
  <svg class="kind" width="16" height="16" viewBox="0 0 16 16" aria-hidden="true" focusable="false">
    <path v-if="kind === 'dose'" class="dose pen-3" d="M8 1V15" />
    <path v-else-if="kind === 'change'" class="change fill-water [fill-opacity:0.28]" d="M2 3l6 9 6 -9Z" />
    <circle v-else-if="kind === 'reading'" class="dot fill-ink stroke-ink pen-1.3" cx="8" cy="8" r="3" />
    <circle v-else-if="kind === 'loss'" class="loss fill-none stroke-brick pen-2" cx="8" cy="8" r="4.4" />
    <path v-else-if="kind === 'look'" class="thin" d="M1 8Q8 0 15 8Q8 16 1 8ZM8 5.6a2.4 2.4 0 1 0 0.01 0" />
    <path v-else-if="kind === 'course'" class="thin" d="M4 15V2H13L10.5 5L13 8H4" />
    <path v-else-if="kind === 'observation'" class="thin" d="M2 3H14V11H8L5 14V11H2Z" />
    <path v-else-if="kind === 'leaving' || kind === 'move'" class="thin" d="M2 8H13M9 4L13 8L9 12" />
    <path v-else-if="kind === 'recount'" class="thin" d="M3 3V13M6 3V13M9 3V13M12 3V13M1 11L14 5" />
    <path v-else-if="kind === 'scuffle'" class="thin" d="M2 4L7 8L2 12M14 4L9 8L14 12" />
    <path
      v-else-if="kind === 'photo'"
      class="thin"
      d="M1 4H5L6 2H10L11 4H15V13H1ZM8 6a2.5 2.5 0 1 0 0.01 0"
    />
    <path v-else-if="kind === 'bath'" class="thin" d="M2 5H14L12.5 14H3.5ZM4 8q2 -1.6 4 0t4 0" />
    <path v-else-if="kind === 'upkeep'" class="thin" d="M11 2L5 10M3 9L7 12L5 15H1Z" />
    <path v-else class="pen-2.4" d="M2 8H14" />
  </svg>
</template>

<style scoped>
path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.3;
}
</style>
