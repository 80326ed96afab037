<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { useLookBack } from './queries'
import * as texts from './words'

/** What the record says of itself, sentence by sentence; the server writes it. */
const props = defineProps<{ caseId: string; open: boolean }>()
const { data } = useLookBack(() => props.caseId)
const TOPIC: Record<Schemas['FindingOut']['topic'], string> = {
  delay: 'time',
  moves: 'company',
  ranking: 'ranking',
  doses: 'doses',
  level: 'level',
  clock: 'clock',
  tests: 'tests',
  losses: 'losses',
}
</script>

<template>
  <section v-if="data?.length" aria-label="Look back" class="back mb-6" data-testid="look-back">
    <h2 class="block-head">
      {{ open ? 'So far' : 'Look back' }}
      <span class="small quiet">{{ texts.WRITTEN_FROM_THE_RECORD }}</span>
    </h2>
    <dl class="rows">
      <div v-for="(f, i) in data" :key="i" class="grid grid-cols-[84px_minmax(0,76ch)] py-1.5">
        <dt class="small quiet">{{ TOPIC[f.topic] }}</dt>
        <dd>{{ f.words }}</dd>
      </div>
    </dl>
  </section>
</template>
