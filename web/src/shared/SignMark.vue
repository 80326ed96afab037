<script setup lang="ts">
/** Seen: a solid disc with a tick; not there: a square with a bar; not looked at: a dotted diamond. */
withDefaults(defineProps<{ state: 'seen' | 'absent' | 'unknown'; size?: number }>(), { size: 20 })
</script>

<template>
  <svg class="sign" :width="size" :height="size" viewBox="0 0 20 20" aria-hidden="true" focusable="false">
    <template v-if="state === 'seen'">
      <circle class="disc" cx="10" cy="10" r="7.6" />
      <path class="tick" d="M6.3 10.2L9 12.8L13.8 7.4" />
    </template>
    <template v-else-if="state === 'absent'">
      <rect class="square" x="3.2" y="3.2" width="13.6" height="13.6" rx="1.5" />
      <path class="bar" d="M6 10H14" />
    </template>
    <path v-else class="diamond" d="M10 2L18 10L10 18L2 10Z" />
  </svg>
</template>

<style scoped>
.sign {
  flex: none;
}
.disc {
  fill: var(--ink);
}
.tick {
  fill: none;
  stroke: var(--plate);
  stroke-width: 2;
}
.square {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.bar {
  stroke: var(--ink);
  stroke-width: 1.8;
}
.diamond {
  fill: none;
  stroke: var(--tannin);
  stroke-width: 1.6;
  stroke-dasharray: 2 1.8;
}
</style>
