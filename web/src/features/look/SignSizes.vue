<script setup lang="ts">
import type { Schemas } from '@/api/client'

/** How much there is of a sign that was seen: pressed again it is taken back. */
defineProps<{ sign: Schemas['SignOut']; size: number | undefined }>()
const emit = defineEmits<{ pick: [size: number] }>()
</script>

<template>
  <div class="sizes flex flex-wrap gap-1 pb-1.5" role="group" :aria-label="`${sign.short}: how much`">
    <button
      v-for="(word, i) in sign.sizes"
      :key="word"
      type="button"
      class="size line-rule2 rounded bare text-ink text-12 min-h-6.5 py-0.25 px-2 cursor-pointer phone:text-14 phone:min-h-11 phone:flex-[1_0_auto] phone:px-1.5 hover:bg-shade"
      :aria-pressed="size === i + 1"
      :data-testid="`size-${sign.id}-${i + 1}`"
      @click="emit('pick', i + 1)"
    >
      {{ word }}
    </button>
  </div>
</template>

<style scoped>
.size[aria-pressed='true'] {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--paper);
}
</style>
