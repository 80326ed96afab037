<script setup lang="ts">
/** Each medicine's own pattern, beside its colour; used by reference from any drawing on the page. */
</script>

<template>
  <svg width="0" height="0" class="absolute" aria-hidden="true" focusable="false">
    <defs>
      <pattern id="p-brown" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <path class="stroke-m-brown" d="M0 2.5H5" />
      </pattern>
      <pattern id="p-violet" width="3" height="6" patternUnits="userSpaceOnUse">
        <path class="stroke-m-violet" d="M1.5 0V6" />
      </pattern>
      <pattern id="p-teal" width="6" height="4" patternUnits="userSpaceOnUse">
        <path class="stroke-m-teal" d="M0 2H6" />
      </pattern>
      <pattern id="p-blue" width="8" height="5" patternUnits="userSpaceOnUse">
        <path class="stroke-m-blue" d="M0 2.5q2 -2.5 4 0t4 0" />
      </pattern>
      <pattern id="p-olive" width="6" height="6" patternUnits="userSpaceOnUse">
        <path class="stroke-m-olive" d="M3 1V5M1 3H5" />
      </pattern>
      <pattern id="p-grey" width="6" height="6" patternUnits="userSpaceOnUse">
        <path class="stroke-m-grey pen-1.6" d="M1 1.8H2.6M4 4.8H5.6" />
      </pattern>
      <pattern id="p-clear" width="6" height="6" patternUnits="userSpaceOnUse">
        <path class="clear stroke-m-clear pen-1.2" d="M1 1.5H2.2M4 4.5H5.2" />
      </pattern>
      <pattern
        id="p-observe"
        width="6"
        height="6"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(60)"
      >
        <path class="observe stroke-ink2" d="M0 3H6" />
      </pattern>
      <pattern id="p-seen" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path class="stroke-ink" d="M0 2H4" />
      </pattern>
      <pattern id="p-pick" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(30)">
        <path class="pick stroke-leaf" d="M0 2.5H5" />
      </pattern>
    </defs>
  </svg>
</template>

<style scoped>
path {
  fill: none;
  stroke-width: 1;
}
</style>
