<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import * as texts from './words'

/** The tank with what is to stand in it: each item numbered as in the list, filled in once it is ticked; not to scale. */
const props = defineProps<{ items: Schemas['SetupItemOut'][]; measures: string }>()
/** where an item sits: its number, and the spot it points to; an item that is on no list here is left to the list below */
const PLACES: Record<string, { at: [number, number]; to: [number, number] }> = {
  lid: { at: [296, 16], to: [330, 62] },
  thermometer: { at: [150, 16], to: [198, 92] },
  covered: { at: [584, 74], to: [528, 126] },
  badge: { at: [262, 110], to: [234, 132] },
  hides: { at: [388, 156], to: [386, 206] },
  air: { at: [318, 178], to: [286, 238] },
  heater: { at: [470, 124], to: [436, 152] },
  light: { at: [430, 16], to: [404, 34] },
  floor_bare: { at: [110, 294], to: [118, 248] },
  floor_sand: { at: [110, 294], to: [150, 248] },
  flow: { at: [62, 180], to: [104, 168] },
  leak: { at: [420, 294], to: [420, 268] },
  tools: { at: [34, 226], to: [30, 160] },
  tests: { at: [590, 226], to: [572, 176] },
}
const marks = computed(() =>
  props.items.flatMap((item, i) => {
    const place = PLACES[item.id]
    return place ? [{ item, number: i + 1, ...place }] : []
  }),
)
const has = (id: string) => props.items.some((i) => i.id === id)
const done = (id: string) => props.items.some((i) => i.id === id && i.entry)
</script>

<template>
  <svg
    viewBox="0 0 620 316"
    class="tank w-full max-w-155 h-auto"
    role="img"
    :aria-label="texts.THE_TANK_AND_WHAT"
  >
    <defs>
      <pattern id="mesh" width="7" height="7" patternUnits="userSpaceOnUse">
        <path d="M0 7L7 0M0 0L7 7" class="hair stroke-ink2 pen-0.6 fill-none" />
      </pattern>
      <pattern id="paper" width="6" height="6" patternUnits="userSpaceOnUse">
        <path d="M0 6L6 0" class="hair stroke-ink2 pen-0.6 fill-none" />
      </pattern>
    </defs>
    <path class="water fill-water op-12" d="M92 92H448V248H92Z" />
    <path class="fill-water op-24" d="M92 92L172 56H528L448 92Z" />
    <path v-if="done('covered')" d="M448 76L528 42V212L448 248Z" fill="url(#paper)" />
    <path v-if="done('lid')" d="M92 76L172 42H528L448 76Z" fill="url(#mesh)" />
    <path
      v-if="has('floor_sand')"
      class="fill-tannin op-40"
      :class="{ open: !done('floor_sand') }"
      d="M92 236q90 -8 178 0t178 -2V248H92Z"
    />
    <path
      class="thin fill-none stroke-ink pen-0.8 [stroke-linejoin:round] [stroke-dasharray:2_2]"
      d="M172 42V212M172 212H528M172 212L92 248"
    />
    <path
      class="fill-none stroke-ink pen-1.6 [stroke-linejoin:round]"
      d="M92 76H448V248H92ZM92 76L172 42H528L448 76M448 248L528 212V42"
    />
    <g v-if="has('hides')" class="part" :class="{ open: !done('hides') }">
      <path d="M340 248l18 -12h70l-18 12z" />
      <circle cx="358" cy="232" r="15" />
      <circle cx="392" cy="232" r="15" />
      <circle cx="375" cy="206" r="15" />
    </g>
    <g class="part" :class="{ open: !done('thermometer') }">
      <rect x="194" y="84" width="9" height="76" rx="4" />
      <circle cx="198.500" cy="163" r="7" />
    </g>
    <g v-if="has('heater')" class="part" :class="{ open: !done('heater') }">
      <rect x="430" y="118" width="9" height="84" rx="4" />
      <path d="M434 118V70" />
    </g>
    <g class="part" :class="{ open: !done('air') }">
      <rect x="276" y="236" width="20" height="9" rx="2" />
      <path d="M286 236C286 190 300 140 298 66" />
      <circle cx="270" cy="214" r="2.500" />
      <circle cx="276" cy="190" r="3" />
      <circle cx="268" cy="166" r="2.500" />
    </g>
    <circle class="part" :class="{ open: !done('badge') }" cx="228" cy="134" r="10" />
    <g class="part" :class="{ open: !done('light') }"><path d="M384 26h52l-6 12h-40z" /></g>
    <g v-if="has('flow')" class="part" :class="{ open: !done('flow') }">
      <rect x="98" y="158" width="18" height="20" rx="3" />
      <path d="M122 164h22M122 172h30" />
    </g>
    <g class="part" :class="{ open: !done('tools') }">
      <path d="M20 92H42M31 92V118" />
      <path d="M18 118H44Q46 150 31 162Q16 150 18 118Z" />
      <path d="M50 118C60 140 44 152 52 176" />
    </g>
    <g class="part" :class="{ open: !done('tests') }">
      <rect x="562" y="140" width="11" height="36" rx="4" />
      <rect x="578" y="140" width="11" height="36" rx="4" />
    </g>
    <path v-if="done('leak')" class="fill-shade stroke-ink2" d="M78 252H452L536 214V220L452 260H78Z" />
    <g v-for="m in marks" :key="m.item.id" :class="m.item.entry ? 'ticked' : 'waits'">
      <path class="stroke-ink pen-0.9" :d="`M${m.at[0]} ${m.at[1]}L${m.to[0]} ${m.to[1]}`" />
      <circle class="fill-ink" :cx="m.to[0]" :cy="m.to[1]" r="2" />
      <circle class="disc stroke-ink pen-1.4" :cx="m.at[0]" :cy="m.at[1]" r="11" />
      <text class="fig text-12 font-650" :x="m.at[0]" :y="m.at[1] + 4.5" text-anchor="middle">
        {{ m.number }}
      </text>
    </g>
    <text class="text-12 font-400 fill-ink2" x="270" y="288" text-anchor="middle">{{ measures }}</text>
  </svg>
</template>

<style scoped>
.part {
  fill: var(--plate);
  stroke: var(--ink);
  stroke-width: 1.3;
  stroke-linejoin: round;
}
.part path {
  fill: none;
}
.open {
  opacity: 0.55;
  stroke-dasharray: 3 2.5;
  fill: none;
}
.ticked .disc {
  fill: var(--ink);
}
.ticked text {
  fill: var(--paper);
}
.waits .disc {
  fill: var(--paper);
}
</style>
