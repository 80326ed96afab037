<script setup lang="ts">
import { useTimeoutFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import * as texts from './words'

/** Breaths a minute, by tapping along with the gills: from the time between the first tap and the last. */
const breaths = defineModel<number | null>({ required: true })
const LEAST = 4
const IDLE_MS = 4000
const taps = ref<number[]>([])
const idle = useTimeoutFn(() => (taps.value = []), IDLE_MS, { immediate: false })
function tap() {
  const now = performance.now()
  taps.value = [...taps.value, now]
  const count = taps.value.length - 1
  const spent = now - taps.value[0]!
  if (count >= LEAST && spent > 0) breaths.value = Math.round((count / spent) * 60_000)
  idle.start()
}
const words = computed(() =>
  taps.value.length && taps.value.length <= LEAST
    ? `${LEAST + 1 - taps.value.length} more`
    : breaths.value
      ? `${breaths.value} a minute`
      : texts.TAP,
)
</script>

<template>
  <div class="flex gap-2">
    <button
      type="button"
      class="tap active:bg-shade"
      data-testid="breath-tap"
      @pointerdown.prevent="tap"
      @keydown.space.prevent="tap"
    >
      breathing<span class="fig">{{ words }}</span>
    </button>
    <button
      v-if="breaths"
      type="button"
      class="clear min-w-18 bare line-none text-ink underline [font:inherit] cursor-pointer"
      aria-label="count again"
      @click="((breaths = null), (taps = []))"
    >
      again
    </button>
  </div>
</template>

<style scoped>
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
</style>
