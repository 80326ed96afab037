<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { RouterLink, useRoute, useRouter } from 'vue-router'
import { answer, api } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'

/** What to do first when something fails, in large type, and which tank comes first. */
const session = useSession()
const route = useRoute()
const router = useRouter()
const { data, error } = useQuery({
  queryKey: ['emergencies', () => session.room?.uid],
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/emergencies', { params: { path: session.inRoom() } })),
})
const kind = computed(() => String(route.query['what'] ?? 'power_cut'))
const chosen = computed(() => data.value?.kinds.find((k) => k.id === kind.value) ?? data.value?.kinds[0])
const print = () => window.print()
</script>

<template>
  <PageHead :title="chosen?.name ?? 'Something has failed'" :sentence="chosen?.sentence" />
  <ProblemNote :problem="error" />
  <template v-if="data && chosen">
    <SelectButton
      :model-value="chosen.id"
      :options="data.kinds"
      option-label="name"
      option-value="id"
      :allow-empty="false"
      aria-label="What has failed"
      class="what"
      @update:model-value="router.replace({ query: { what: $event } })"
    />
    <div class="sheet">
      <ol class="steps" data-testid="first-steps">
        <li v-for="(s, i) in chosen.steps" :key="s.text">
          <span class="fig number">{{ i + 1 }}</span>
          <span>{{ s.text }}</span>
        </li>
      </ol>
      <section v-if="data.first.length" aria-label="Which tank first" data-testid="which-first">
        <h2 class="block-head">Which tank first</h2>
        <ol class="rows">
          <li v-for="t in data.first" :key="t.uid">
            <RouterLink :to="{ name: 'tank', params: { tank: t.uid } }"
              ><b>{{ t.name }}</b></RouterLink
            >
            <span class="small quiet">{{ t.fish }}</span>
          </li>
        </ol>
        <p class="small quiet">
          By how much fish there is for its water, at their full size: an order, not a time that is left.
        </p>
      </section>
    </div>
    <h2 class="block-head">Once it is over</h2>
    <ul class="then">
      <li v-for="s in chosen.then" :key="s.text">{{ s.text }}</li>
    </ul>
    <p class="small quiet">Common practice, from memory. No vet was asked.</p>
    <p class="press"><Button label="Print it" severity="secondary" @click="print" /></p>
  </template>
</template>

<style scoped>
.what {
  margin-bottom: 16px;
}
.sheet {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 288px;
  gap: 32px;
  align-items: start;
  margin-bottom: 24px;
}
.steps li {
  display: grid;
  grid-template-columns: 36px 1fr;
  padding: 10px 0;
  border-bottom: 1px solid var(--rule);
  font-size: 18px;
  line-height: 26px;
  max-width: 720px;
}
.number {
  font-weight: 700;
}
.rows li {
  display: grid;
  padding: 7px 0;
}
.then {
  max-width: 720px;
}
.then li {
  padding: 6px 0;
}
@media (max-width: 999px) {
  .sheet {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media print {
  .what,
  .press {
    display: none;
  }
}
</style>
