<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

/** The colour of the water as it is seen, what it means, and what may be done where it is spent too soon. */
const props = defineProps<{ run: Schemas['RunOut'] }>()
const emit = defineEmits<{ seen: [kind: Schemas['BathEventIn']['kind']] }>()
const seen = computed(() => props.run.colours.find((c) => c.id === props.run.colour))
</script>

<template>
  <h2>Water colour</h2>
  <div class="grid grid-cols-[repeat(4,1fr)] gap-2">
    <button
      v-for="c in run.colours"
      :key="c.id"
      type="button"
      class="colour"
      :class="{ on: run.colour === c.id }"
      :aria-pressed="run.colour === c.id"
      @click="emit('seen', c.id as 'violet')"
    >
      <span class="swatch block h-9.5 mb-1 [background-size:9px_9px]" :class="c.id" aria-hidden="true" /><b>{{
        c.label
      }}</b>
    </button>
  </div>
  <p v-if="seen" class="small" data-testid="colour-words">{{ seen.words }}</p>
  <div v-if="run.again" class="again grid gap-1.5">
    <p class="tannin small">{{ run.again.careful }}</p>
    <Button
      severity="secondary"
      :label="run.again.words"
      data-testid="give-again"
      @click="emit('seen', 'again')"
    />
  </div>
</template>

<style scoped>
.again :deep(.p-button) {
  min-height: 56px;
}
.colour {
  border: 1.5px solid var(--rule2);
  border-radius: 4px;
  background: var(--plate);
  color: var(--ink);
  padding: 0 0 6px;
  min-height: 76px;
  overflow: hidden;
  cursor: pointer;
  font: inherit;
}
.colour.on {
  border: 3px solid var(--ink);
}
.swatch.violet {
  background-color: #6d2f82;
  background-image: repeating-linear-gradient(90deg, rgb(255 255 255 / 38%) 0 1px, transparent 1px 5px);
}
.swatch.pink {
  background-color: #c46a9d;
  background-image: repeating-linear-gradient(90deg, rgb(255 255 255 / 45%) 0 1px, transparent 1px 9px);
}
.swatch.tea {
  background-color: #a9773a;
  background-image: radial-gradient(rgb(255 255 255 / 60%) 1px, transparent 1.5px);
}
.swatch.brown {
  background-color: #64401f;
  background-image: radial-gradient(rgb(255 255 255 / 45%) 1px, transparent 1.5px);
}
</style>
