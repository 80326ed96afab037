<script setup lang="ts">
import type { Schemas } from '@/api/client'

type Gate = Schemas['UseOut']['gate']
/** One use of a medicine in a list to choose from: what for, then its published dose and whether it is reckoned. */
defineProps<{ name: string; dose: string; gate: Gate }>()
const GATES: Record<Gate, string> = { vet: 'vet', block: 'not reckoned', care: 'with care', open: '' }
</script>

<template>
  <span class="grid gap-0.5 whitespace-normal max-w-[70vw]">
    <span>{{ name }}</span>
    <span class="small flex gap-3">
      <span v-if="dose" class="fig">{{ dose }}</span>
      <span v-if="GATES[gate]" class="tannin">{{ GATES[gate] }}</span>
    </span>
  </span>
</template>
