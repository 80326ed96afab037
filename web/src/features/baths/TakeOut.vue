<script setup lang="ts">
import { onBeforeUnmount, ref } from 'vue'

/** A press that a wet thumb can't make: once to say it, and once more, a moment later, to mean it. */
defineProps<{ words: string; sure: string; small?: string; busy?: boolean; alarm?: boolean }>()
const emit = defineEmits<{ done: [] }>()
const APART_MS = 500
const LASTS_MS = 6000
const armed = ref(0)
let timer: ReturnType<typeof setTimeout> | undefined
function press() {
  const now = Date.now()
  if (!armed.value) {
    armed.value = now
    timer = setTimeout(() => (armed.value = 0), LASTS_MS)
  } else if (now - armed.value >= APART_MS) {
    clearTimeout(timer)
    armed.value = 0
    emit('done')
  }
}
onBeforeUnmount(() => clearTimeout(timer))
</script>

<template>
  <button
    type="button"
    class="take"
    :class="{ alarm, armed }"
    :disabled="busy"
    data-testid="take-out"
    @click="press"
  >
    {{ armed ? sure : words }}<span v-if="small">{{ armed ? 'press once more' : small }}</span>
  </button>
</template>

<style scoped>
.take {
  width: 100%;
  min-height: 92px;
  border: 0;
  border-radius: 4px;
  background: var(--leaf);
  color: var(--on-leaf);
  font: 700 28px/34px var(--words);
  cursor: pointer;
}
.take span {
  display: block;
  font-size: 15px;
  line-height: 20px;
  font-weight: 500;
}
.take.alarm {
  background: var(--brick);
  color: var(--paper);
}
.take.armed {
  outline: 4px solid var(--ink);
  outline-offset: 2px;
}
</style>
