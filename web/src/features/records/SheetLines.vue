<script setup lang="ts">
import type { Schemas } from '@/api/client'

/** One block of a sheet: when, what, and more. */
defineProps<{ title: string; lines: Schemas['SheetLineOut'][] }>()
</script>

<template>
  <section v-if="lines.length" class="mb-4 break-inside-avoid" :aria-label="title">
    <h2 class="block-head">{{ title }}</h2>
    <ul class="rows">
      <li
        v-for="(l, i) in lines"
        :key="i"
        class="grid grid-cols-[104px_minmax(0,1.4fr)_minmax(0,1fr)] gap-y-0 gap-x-3 py-1.25 phone:grid-cols-[1fr]"
      >
        <span class="fig small quiet">{{ l.when }}</span>
        <span>{{ l.words }}</span>
        <span class="small quiet">{{ l.detail }}</span>
      </li>
    </ul>
  </section>
</template>
