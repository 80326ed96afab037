<script setup lang="ts">
import type { Schemas } from '@/api/client'

/** One block of a sheet: when, what, and more. */
defineProps<{ title: string; lines: Schemas['SheetLineOut'][] }>()
</script>

<template>
  <section v-if="lines.length" :aria-label="title">
    <h2 class="block-head">{{ title }}</h2>
    <ul class="rows">
      <li v-for="(l, i) in lines" :key="i">
        <span class="fig small quiet">{{ l.when }}</span>
        <span>{{ l.words }}</span>
        <span class="small quiet">{{ l.detail }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  margin-bottom: 16px;
  break-inside: avoid;
}
li {
  display: grid;
  grid-template-columns: 104px minmax(0, 1.4fr) minmax(0, 1fr);
  gap: 0 12px;
  padding: 5px 0;
}
@media (max-width: 759px) {
  li {
    grid-template-columns: 1fr;
  }
}
</style>
