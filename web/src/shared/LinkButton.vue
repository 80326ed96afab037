<script setup lang="ts">
import { RouterLink, type RouteLocationRaw } from 'vue-router'

/** A link that looks like the press it is; the main one of a row is filled. */
defineProps<{ to: RouteLocationRaw; label: string; main?: boolean }>()
</script>

<template>
  <RouterLink
    class="act inline-flex items-center justify-center line-ink rounded bg-plate font-650 leading-5 no-underline py-2 px-3.5 phone:min-h-14 hover:bg-shade"
    :class="{ main }"
    :to="to"
    >{{ label }}</RouterLink
  >
</template>

<style scoped>
.main,
.main:hover {
  background: var(--leaf);
  border-color: var(--leaf);
  color: var(--on-leaf);
}
.main:hover {
  background: var(--leaf-deep);
}
</style>
