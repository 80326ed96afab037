<script setup lang="ts">
/** The tank as a box, with what was typed at its edges; not to scale. */
defineProps<{ length: string; width: string; depth: string; sand: boolean; rock: boolean; sump: boolean }>()
</script>

<template>
  <svg viewBox="0 0 460 230" class="box" aria-hidden="true" focusable="false">
    <path class="glass thin" d="M162 20H406V150M162 20V150L92 188M162 150H406" />
    <path class="surface" d="M92 68L162 30H406L336 68Z" />
    <path class="water" d="M92 68H336V188H92Z" />
    <path v-if="sand" class="sand" d="M92 172Q150 166 214 172T336 170V188H92Z" />
    <path v-if="rock" class="rock" d="M236 186Q232 150 262 142Q282 128 300 150Q322 156 320 186Z" />
    <path class="glass" d="M92 56H336V188H92ZM92 56L162 18H406L336 56M336 188L406 150V18" />
    <path class="level" d="M92 68H336L406 30" />
    <g v-if="sump" class="sump">
      <path d="M360 196h84v26h-84z" class="glass" />
      <path d="M360 204h84v18h-84z" class="water" />
      <text x="402" y="218" text-anchor="middle">sump</text>
    </g>
    <path
      class="measure"
      d="M92 204V212M336 204V212M92 208H336M72 68V188M68 68H76M68 188H76M348 192L412 158M345 186L351 198M409 152L415 164"
    />
    <text class="fig" x="214" y="225" text-anchor="middle">{{ length || 'length' }}</text>
    <text class="fig" x="62" y="133" text-anchor="end">{{ depth || 'depth' }}</text>
    <text class="fig" x="392" y="186">{{ width || 'width' }}</text>
    <text class="small" x="92" y="12">inside, to the water line</text>
  </svg>
</template>

<style scoped>
.box {
  width: 100%;
  max-width: 460px;
  height: auto;
}
.glass {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
  stroke-linejoin: round;
}
.thin {
  stroke-width: 0.8;
  stroke-dasharray: 2 2;
}
.water {
  fill: var(--water);
  opacity: 0.12;
}
.surface {
  fill: var(--water);
  opacity: 0.24;
}
.level {
  fill: none;
  stroke: var(--water);
  stroke-width: 1.2;
}
.sand {
  fill: var(--tannin);
  opacity: 0.35;
}
.rock {
  fill: var(--shade);
  stroke: var(--ink2);
}
.measure {
  stroke: var(--ink2);
  fill: none;
}
text {
  font-size: 14px;
}
.small {
  font-size: 12.5px;
  fill: var(--ink2);
}
</style>
