<script setup lang="ts">
import type { Schemas } from '@/api/client'

/** How much there is of a sign that was seen: pressed again it is taken back. */
defineProps<{ sign: Schemas['SignOut']; size: number | undefined }>()
const emit = defineEmits<{ pick: [size: number] }>()
</script>

<template>
  <div class="sizes" role="group" :aria-label="`${sign.short}: how much`">
    <button
      v-for="(word, i) in sign.sizes"
      :key="word"
      type="button"
      class="size"
      :aria-pressed="size === i + 1"
      :data-testid="`size-${sign.id}-${i + 1}`"
      @click="emit('pick', i + 1)"
    >
      {{ word }}
    </button>
  </div>
</template>

<style scoped>
.sizes {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  padding-bottom: 6px;
}
.size {
  border: 1px solid var(--rule2);
  border-radius: 4px;
  background: none;
  color: var(--ink);
  font-size: 12.5px;
  min-height: 26px;
  padding: 1px 8px;
  cursor: pointer;
}
.size:hover {
  background: var(--shade);
}
.size[aria-pressed='true'] {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--paper);
}
@media (max-width: 759px) {
  .size {
    min-height: 44px;
    flex: 1 0 auto;
    padding-inline: 6px;
    font-size: 14px;
  }
}
</style>
