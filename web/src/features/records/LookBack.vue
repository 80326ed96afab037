<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { answer, api } from '@/api/client'
import { useSession } from '@/shared/session'

/** What the record says of itself, sentence by sentence; the server writes it. */
const props = defineProps<{ caseId: string; open: boolean }>()
const session = useSession()
const { data } = useQuery({
  queryKey: ['look-back', () => props.caseId],
  queryFn: () =>
    answer(
      api.GET('/api/rooms/{room_id}/cases/{case_id}/look-back', {
        params: { path: { ...session.inRoom(), case_id: props.caseId } },
      }),
    ),
})
const TOPIC: Record<string, string> = {
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
  <section v-if="data?.length" aria-label="Look back" class="back" data-testid="look-back">
    <h2 class="block-head">
      {{ open ? 'So far' : 'Look back' }}
      <span class="small quiet">written from the record</span>
    </h2>
    <dl class="rows">
      <div v-for="(f, i) in data" :key="i">
        <dt class="small quiet">{{ TOPIC[f.topic] }}</dt>
        <dd>{{ f.words }}</dd>
      </div>
    </dl>
  </section>
</template>

<style scoped>
.back {
  margin-bottom: 24px;
}
.rows > div {
  display: grid;
  grid-template-columns: 84px minmax(0, 76ch);
  padding: 6px 0;
}
</style>
