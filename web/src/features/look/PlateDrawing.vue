<script setup lang="ts">
import { computed } from 'vue'
import '@/shared/plate.css'
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
</style>
