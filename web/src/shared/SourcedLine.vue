<script setup lang="ts">
import type { Schemas } from '@/api/client'

/** A statement with where it comes from. */
defineProps<{ title: string; said: Schemas['SourcedText']; tone?: 'brick' | 'tannin' }>()
</script>

<template>
  <div class="said">
    <h2 v-if="title" :class="tone">{{ title }}</h2>
    <span v-else />
    <div>
      <p>{{ said.text }}</p>
      <p class="small quiet">{{ said.source }}{{ said.recalled ? ', recalled, not yet checked' : '' }}</p>
    </div>
  </div>
</template>

<style scoped>
.said {
  display: grid;
  grid-template-columns: 160px 1fr;
  gap: 4px 20px;
  padding: 10px 0;
  border-top: 1px solid var(--rule);
}
h2 {
  font-size: 14px;
}
p {
  max-width: 68ch;
}
@media (max-width: 759px) {
  .said {
    grid-template-columns: 1fr;
  }
}
</style>
