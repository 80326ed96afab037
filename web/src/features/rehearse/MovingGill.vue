<script setup lang="ts">
import { onBeforeUnmount, ref, watch } from 'vue'

/** A gill cover that opens so many times a minute, laid over a plate. */
const props = defineProps<{ outline: string; perMinute: number }>()
const cover = ref<SVGPathElement | null>(null)
let moving: Animation | undefined
watch(
  [cover, () => props.perMinute, () => props.outline],
  () => {
    moving?.cancel()
    // it is what is learnt here, not an ornament: it moves where other things stand still too
    moving = cover.value?.animate?.(
      [{ transform: 'scaleX(1)' }, { transform: 'scaleX(1.16)', offset: 0.45 }, { transform: 'scaleX(1)' }],
      { duration: 60_000 / props.perMinute, iterations: Infinity, easing: 'ease-in-out' },
    )
  },
  { flush: 'post' },
)
onBeforeUnmount(() => moving?.cancel())
</script>

<template>
  <path
    ref="cover"
    class="gill [transform-box:fill-box] [transform-origin:left_center] fill-tint stroke-ink pen-1.6"
    :d="outline"
  />
</template>
