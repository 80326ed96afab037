<script setup lang="ts">
import { computed, onBeforeUnmount, ref } from 'vue'

/** Breaths a minute, by tapping along with the gills: from the time between the first tap and the last. */
const breaths = defineModel<number | null>({ required: true })
const LEAST = 4
const IDLE_MS = 4000
const taps = ref<number[]>([])
let timer: ReturnType<typeof setTimeout> | undefined
function tap() {
  const now = performance.now()
  taps.value = [...taps.value, now]
  const count = taps.value.length - 1
  const spent = now - taps.value[0]!
  if (count >= LEAST && spent > 0) breaths.value = Math.round((count / spent) * 60_000)
  clearTimeout(timer)
  timer = setTimeout(() => (taps.value = []), IDLE_MS)
}
onBeforeUnmount(() => clearTimeout(timer))
const words = computed(() =>
  taps.value.length && taps.value.length <= LEAST
    ? `${LEAST + 1 - taps.value.length} more`
    : breaths.value
      ? `${breaths.value} a minute`
      : 'tap with each breath',
)
</script>

<template>
  <div class="breath">
    <button
      type="button"
      class="tap"
      data-testid="breath-tap"
      @pointerdown.prevent="tap"
      @keydown.space.prevent="tap"
    >
      breathing<span class="fig">{{ words }}</span>
    </button>
    <button
      v-if="breaths"
      type="button"
      class="clear"
      aria-label="count again"
      @click="((breaths = null), (taps = []))"
    >
      again
    </button>
  </div>
</template>

<style scoped>
.breath {
  display: flex;
  gap: 8px;
}
.tap {
  flex: 1;
  min-height: 64px;
  border: 1.5px dashed var(--ink);
  border-radius: 4px;
  background: var(--plate);
  color: var(--ink);
  font: 650 16px/20px var(--words);
  display: flex;
  justify-content: space-between;
  align-items: center;
  padding: 0 14px;
  cursor: pointer;
  touch-action: manipulation;
  user-select: none;
}
.tap:active {
  background: var(--shade);
}
.clear {
  min-width: 72px;
  background: none;
  border: 0;
  color: var(--ink);
  text-decoration: underline;
  font: inherit;
  cursor: pointer;
}
</style>
