<script setup lang="ts">
import { RouterLink, type RouteLocationRaw } from 'vue-router'

/** A link that looks like the press it is; the main one of a row is filled. */
defineProps<{ to: RouteLocationRaw; label: string; main?: boolean }>()
</script>

<template>
  <RouterLink class="act" :class="{ main }" :to="to">{{ label }}</RouterLink>
</template>

<style scoped>
.act {
  display: inline-flex;
  align-items: center;
  justify-content: center;
  border: 1px solid var(--ink);
  border-radius: 4px;
  background: var(--plate);
  font-weight: 650;
  line-height: 20px;
  text-decoration: none;
  padding: 8px 14px;
}
.act:hover {
  background: var(--shade);
}
.main,
.main:hover {
  background: var(--leaf);
  border-color: var(--leaf);
  color: var(--on-leaf);
}
.main:hover {
  background: var(--leaf-deep);
}
@media (max-width: 759px) {
  .act {
    min-height: 56px;
  }
}
</style>
