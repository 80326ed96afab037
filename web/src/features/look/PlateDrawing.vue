<script setup lang="ts">
import { computed } from 'vue'
import droppings from './plate/droppings.svg?raw'
import gill from './plate/gill.svg?raw'
import group from './plate/group.svg?raw'
import scope from './plate/scope.svg?raw'
import top from './plate/top.svg?raw'
import vent from './plate/vent.svg?raw'
import water from './plate/water.svg?raw'

/** One of our own drawings, inlined so that it takes the colours of day and night. */
const props = defineProps<{
  name: 'top' | 'gill' | 'vent' | 'droppings' | 'group' | 'water' | 'scope'
}>()
const drawings = { top, gill, vent, droppings, group, water, scope }
const svg = computed(() => drawings[props.name])
</script>

<template>
  <span class="drawing" v-html="svg" />
</template>

<style>
.drawing {
  display: block;
}
.drawing svg {
  width: 100%;
  height: 100%;
}
.plate .body {
  fill: var(--plate);
  stroke: var(--ink);
  stroke-width: 1.5;
  stroke-linejoin: round;
}
.plate .tiny .body {
  stroke-width: 1;
}
.plate .mem {
  fill: var(--plate);
  stroke: var(--ink);
  stroke-width: 1;
  stroke-linejoin: round;
}
.plate .ray {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.55;
  opacity: 0.8;
}
.plate .lead {
  fill: none;
  stroke: var(--ink);
  stroke-linecap: round;
}
.plate .sc {
  fill: none;
  stroke: var(--ink);
}
.plate .sc.b {
  stroke-width: 0.65;
  opacity: 0.66;
}
.plate .sc.f {
  stroke-width: 0.55;
  opacity: 0.5;
}
.plate .sc.g {
  stroke-width: 0.5;
  opacity: 0.45;
}
.plate .f-plate {
  fill: var(--plate);
}
.plate.tint {
  --flesh: var(--tint);
}
.plate.fish .body,
.plate.fish .mem,
.plate.fish .flesh,
.plate.fish .vent,
.plate.lens .body,
.plate.lens .mem,
.plate.lens .flesh,
.plate.lens .vent {
  fill: var(--flesh, var(--plate));
}
.plate.fish .ll,
.plate.lens .ll {
  stroke: var(--flesh, var(--plate));
}
.plate path {
  stroke-linejoin: round;
}
.plate .sc.s {
  stroke-width: 0.9;
  opacity: 0.85;
}
.plate .dot {
  fill: none;
  stroke-linecap: round;
}
.plate .hat.e {
  stroke: var(--ink);
  stroke-width: 0.7;
}
.plate .oc {
  fill: var(--plate);
  stroke: var(--ink);
  stroke-width: 1;
}
.plate .gr,
.plate .nod {
  fill: #fff;
  stroke: var(--ink);
  stroke-width: 1.1;
}
.plate .hair {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.6;
  opacity: 0.62;
}
.plate .lift {
  fill: var(--flesh, var(--plate));
  stroke: var(--ink);
  stroke-width: 1.1;
}
.plate .und {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.95;
  opacity: 0.62;
}
.plate .edge,
.plate .oper {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
  stroke-linecap: round;
}
.plate .stip {
  fill: var(--ink);
  opacity: 0.75;
}
.plate .ll {
  fill: none;
  stroke: var(--plate);
  stroke-width: 2.6;
}
.plate .pore {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.1;
  stroke-linecap: round;
}
.plate .thin {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.8;
  stroke-linecap: round;
}
.plate .thin.f-plate {
  fill: var(--plate);
}
.plate .thin2 {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.5;
  opacity: 0.7;
  stroke-linecap: round;
}
.plate .mouth {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.3;
  stroke-linecap: round;
}
.plate .eye0 {
  fill: var(--plate);
  stroke: var(--ink);
  stroke-width: 1;
}
.plate .eye1 {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.9;
}
.plate .pupil,
.plate .nos,
.plate .f-ink {
  fill: var(--ink);
}
.plate .f-ink2 {
  fill: var(--ink2);
}
.plate .glint {
  fill: var(--plate);
}
.plate .vent {
  fill: var(--plate);
  stroke: var(--ink);
  stroke-width: 1.2;
}
.plate [data-s='ink'] {
  stroke: var(--ink);
}
.plate [data-s='ink2'] {
  stroke: var(--ink2);
}
.plate [data-s='plate'] {
  stroke: var(--plate);
}
</style>
