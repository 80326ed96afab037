<script setup lang="ts">
import '@/shared/plate.css'
import { useLens } from './queries'

/** One sign seen near, beside the words on how to see it. */
const props = defineProps<{ shape: string; drawn: string; label: string }>()
const { data } = useLens(
  () => props.shape,
  () => props.drawn,
)
</script>

<template>
  <svg
    v-if="data"
    class="plate tint block w-45 h-30 mx-0 mt-0 mb-1.5 bg-plate line-rule2 overflow-hidden phone:w-35 phone:h-23.5"
    :viewBox="data.box"
    role="img"
    :aria-label="`Drawing: ${label}`"
    data-testid="lens"
    v-html="data.svg"
  />
</template>
