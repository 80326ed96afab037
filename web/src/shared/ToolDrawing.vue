<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

/** The tool that fits best, filled to the mark: a syringe, a scale's display, or spoons. */
const props = defineProps<{ tool: Schemas['ToolOut']; colour: string }>()
const LEFT = 60
const ROOM = 250
/** What the last fill holds: whole fills are said in words. */
const last = computed(() => {
  const rest = props.tool.reading - (props.tool.fills - 1) * props.tool.largest
  return Math.min(rest, props.tool.largest)
})
const mark = computed(() => LEFT + (last.value / props.tool.largest) * ROOM)
const ticks = computed(() => {
  const marks = 10
  return Array.from({ length: marks + 1 }, (_, i) => ({
    x: LEFT + (i / marks) * ROOM,
    long: i % 5 === 0,
    figure: i % 5 === 0 ? String(Math.round(((props.tool.largest * i) / marks) * 100) / 100) : '',
  }))
})
</script>

<template>
  <svg
    v-if="tool.shape === 'syringe'"
    class="tool"
    :class="colour"
    viewBox="0 0 400 62"
    aria-hidden="true"
    focusable="false"
  >
    <path class="line" d="M8 24H44L52 14H58M8 24V34H44L52 44H58" />
    <rect class="fill" :x="LEFT" y="12" :width="mark - LEFT" height="34" />
    <rect :fill="`url(#p-${colour})`" :x="LEFT" y="12" :width="mark - LEFT" height="34" />
    <rect class="fill-ink" :x="mark" y="12" width="10" height="34" />
    <path class="line thin" :d="`M${mark + 10} 25H372M${mark + 10} 33H372`" />
    <path class="line" d="M58 10H318V48H58ZM318 2V56H324V2ZM372 12V46H378V12Z" />
    <template v-for="t in ticks" :key="t.x">
      <path class="line thin" :d="`M${t.x} 46V${t.long ? 36 : 40}`" />
      <text v-if="t.figure" class="fig text-11" :x="t.x" y="60" text-anchor="middle">{{ t.figure }}</text>
    </template>
    <path class="fill-leaf" :d="`M${mark - 4} 0H${mark + 4}L${mark} 8Z`" />
  </svg>
  <svg
    v-else-if="tool.shape === 'scale'"
    class="tool"
    :class="colour"
    viewBox="0 0 400 62"
    aria-hidden="true"
    focusable="false"
  >
    <path class="line" d="M70 30H250M150 30V38M110 38H210L222 58H98Z" />
    <path class="fill stroke-ink" d="M120 30Q138 8 160 12T204 30Z" />
    <path :fill="`url(#p-${colour})`" d="M120 30Q138 8 160 12T204 30Z" />
    <rect class="line" x="128" y="42" width="64" height="12" rx="2" />
    <text class="fig text-11" x="160" y="52" text-anchor="middle">{{ tool.words }}</text>
  </svg>
</template>

<style scoped>
.brown {
  --hue: var(--m-brown);
}
.grey {
  --hue: var(--m-grey);
}
.clear {
  --hue: var(--m-clear);
}
.olive {
  --hue: var(--m-olive);
}
.teal {
  --hue: var(--m-teal);
}
.blue {
  --hue: var(--m-blue);
}
.violet {
  --hue: var(--m-violet);
}
.tool {
  width: 100%;
  max-width: 400px;
  height: auto;
  margin: 6px 0;
}
.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.thin {
  stroke-width: 0.8;
}
.fill {
  fill: var(--hue);
  opacity: 0.2;
}
</style>
