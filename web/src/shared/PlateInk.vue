<script setup lang="ts">
import './plate.css'

/** The inside of a drawn fish as the server sends it, with the hatchings it asks for; `label` where it is more than an ornament. */
defineProps<{ svg: string; tint?: boolean; label?: string }>()
</script>

<template>
  <svg
    class="plate fish"
    :class="{ tint }"
    viewBox="-4 -8 648 346"
    :role="label ? 'img' : undefined"
    :aria-label="label"
    :aria-hidden="label ? undefined : 'true'"
    focusable="false"
  >
    <defs>
      <pattern id="hx" width="3.4" height="3.4" patternUnits="userSpaceOnUse" patternTransform="rotate(62)">
        <path class="thin" d="M0 1.7H3.4" />
      </pattern>
      <pattern id="hx2" width="2.8" height="2.8" patternUnits="userSpaceOnUse" patternTransform="rotate(62)">
        <path class="thin" d="M0 1.4H2.8" />
      </pattern>
      <pattern id="flat" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(-8)">
        <path class="thin2" d="M0 2.5H5" />
      </pattern>
      <pattern id="night" width="4" height="4" patternUnits="userSpaceOnUse">
        <path class="thin" d="M0 2H4" />
      </pattern>
    </defs>
    <g v-html="svg" />
    <slot />
  </svg>
</template>
