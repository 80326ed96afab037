<script setup lang="ts">
import { useTimeoutFn } from '@vueuse/core'
import { ref } from 'vue'
import * as texts from './words'

/** A press that a wet thumb can't make: once to say it, and once more, a moment later, to mean it. */
defineProps<{ words: string; sure: string; small?: string; busy?: boolean; alarm?: boolean }>()
const emit = defineEmits<{ done: [] }>()
const APART_MS = 500
const LASTS_MS = 6000
const armed = ref(0)
const forget = useTimeoutFn(() => (armed.value = 0), LASTS_MS, { immediate: false })
function press() {
  const now = Date.now()
  if (!armed.value) {
    armed.value = now
    forget.start()
  } else if (now - armed.value >= APART_MS) {
    forget.stop()
    armed.value = 0
    emit('done')
  }
}
</script>

<template>
  <button
    type="button"
    class="take w-full min-h-23 line-none rounded bg-leaf text-on-leaf font-words font-700 text-28 leading-8.5 cursor-pointer"
    :class="{ alarm, armed }"
    :disabled="busy"
    data-testid="take-out"
    @click="press"
  >
    {{ armed ? sure : words
    }}<span v-if="small" class="block text-15 leading-5 font-500">{{
      armed ? texts.PRESS_ONCE_MORE : small
    }}</span>
  </button>
</template>

<style scoped>
.take.alarm {
  background: var(--brick);
  color: var(--paper);
}
.take.armed {
  outline: 4px solid var(--ink);
  outline-offset: 2px;
}
</style>
