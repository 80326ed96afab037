<script setup lang="ts">
import * as texts from './words'
/** The tank as a box, with what was typed at its edges; not to scale. */
defineProps<{ length: string; width: string; depth: string; sand: boolean; rock: boolean; sump: boolean }>()
</script>

<template>
  <svg viewBox="0 0 460 230" class="w-full max-w-115 h-auto" aria-hidden="true" focusable="false">
    <path class="glass thin" d="M162 20H406V150M162 20V150L92 188M162 150H406" />
    <path class="fill-water op-24" d="M92 68L162 30H406L336 68Z" />
    <path class="water fill-water op-12" d="M92 68H336V188H92Z" />
    <path v-if="sand" class="fill-tannin op-35" d="M92 172Q150 166 214 172T336 170V188H92Z" />
    <path
      v-if="rock"
      class="fill-shade stroke-ink2"
      d="M236 186Q232 150 262 142Q282 128 300 150Q322 156 320 186Z"
    />
    <path class="glass" d="M92 56H336V188H92ZM92 56L162 18H406L336 56M336 188L406 150V18" />
    <path class="fill-none stroke-water pen-1.2" d="M92 68H336L406 30" />
    <g v-if="sump">
      <path d="M360 196h84v26h-84z" class="glass" />
      <path d="M360 204h84v18h-84z" class="water fill-water op-12" />
      <text class="text-14" x="402" y="218" text-anchor="middle">sump</text>
    </g>
    <path
      class="measure stroke-ink2 fill-none"
      d="M92 204V212M336 204V212M92 208H336M72 68V188M68 68H76M68 188H76M348 192L412 158M345 186L351 198M409 152L415 164"
    />
    <text class="fig text-14" x="214" y="225" text-anchor="middle">{{ length || 'length' }}</text>
    <text class="fig text-14" x="62" y="133" text-anchor="end">{{ depth || 'depth' }}</text>
    <text class="fig text-14" x="392" y="186">{{ width || 'width' }}</text>
    <text class="small text-12 fill-ink2" x="92" y="12">{{ texts.INSIDE_TO_THE_WATER }}</text>
  </svg>
</template>

<style scoped>
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
</style>
