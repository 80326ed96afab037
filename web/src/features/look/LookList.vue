<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { answer, api } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import LinkButton from '@/shared/LinkButton.vue'

const session = useSession()
const groups = useQuery({
  queryKey: ['groups', () => session.room?.uid],
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/groups', { params: { path: session.inRoom() } })),
})
const cases = useQuery({
  queryKey: ['cases', () => session.room?.uid],
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/cases', { params: { path: session.inRoom() } })),
})
const inspections = useQuery({
  queryKey: ['inspections', () => session.room?.uid],
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/inspections', { params: { path: session.inRoom() } })),
})
const rows = computed(() =>
  (groups.data.value ?? [])
    .filter((g) => g.left > 0)
    .map((g) => ({ ...g, case: cases.data.value?.find((c) => c.group === g.uid && c.open) ?? null }))
    // the ill ones first; the order of the tanks otherwise
    .sort((a, b) => Number(!a.case) - Number(!b.case)),
)
</script>

<template>
  <PageHead title="Look" sentence="Every day, under a good light, in the same order. Which fish?" />
  <ProblemNote :problem="groups.error.value" />
  <div class="ways">
    <LinkButton :to="{ name: 'inspect' }" label="Look before you buy" />
    <RouterLink :to="{ name: 'conditions' }">All conditions</RouterLink>
  </div>
  <p v-if="groups.data.value && !rows.length">
    There are no fish here yet. <RouterLink :to="{ name: 'tanks' }">Put some in a tank</RouterLink> first.
  </p>
  <ul class="rows list">
    <li v-for="g in rows" :key="g.uid">
      <RouterLink
        :to="{ name: 'look-at', params: { group: g.uid } }"
        class="row"
        :data-testid="`look-${g.species_name}`"
      >
        <span class="tank">{{ g.tank_name }}</span>
        <b>{{ g.words }}</b>
        <span class="quiet">{{ g.case ? g.case.condition_name || 'no name yet' : 'no case' }}</span>
        <span class="go">Look</span>
      </RouterLink>
    </li>
  </ul>
  <template v-if="inspections.data.value?.length">
    <div class="block-head before"><h2>Looked at before buying</h2></div>
    <ul class="rows list">
      <li v-for="i in inspections.data.value" :key="i.uid" class="seen">
        <b>{{ i.species_name }}</b>
        <span
          >{{ i.verdict
          }}<span class="small quiet block">{{ i.seen.join('; ') || 'nothing seen' }}</span></span
        >
        <span class="small quiet">{{ i.seller }} {{ i.day_words }}, {{ i.by }}</span>
      </li>
    </ul>
    <p class="small quiet">
      When they come home, name the look as they arrive in a tank: it stays with them.
    </p>
  </template>
</template>

<style scoped>
.list {
  max-width: 860px;
}
.ways {
  display: flex;
  gap: 8px 20px;
  align-items: center;
  margin-bottom: 12px;
}
.before {
  margin-top: 24px;
}
.before h2 {
  font-size: 14px;
}
.seen {
  display: grid;
  grid-template-columns: 160px 1fr auto;
  gap: 4px 16px;
  padding: 8px 0;
}
.block {
  display: block;
}
.row {
  display: grid;
  grid-template-columns: 120px 1fr 1fr auto;
  align-items: center;
  gap: 12px;
  min-height: 56px;
  text-decoration: none;
}
.row:hover b,
.row:hover .go {
  text-decoration: underline;
}
.tank {
  font-weight: 700;
  font-size: 16px;
}
.go {
  border: 1px solid var(--leaf);
  background: var(--leaf);
  color: var(--on-leaf);
  font-weight: 650;
  border-radius: 4px;
  padding: 8px 20px;
}
@media (max-width: 759px) {
  .row {
    grid-template-columns: 1fr auto;
    padding: 8px 0;
    gap: 2px 12px;
  }
  .row b,
  .row .quiet {
    grid-column: 1;
  }
  .go {
    grid-row: 1 / span 3;
    grid-column: 2;
    padding: 16px 20px;
  }
}
</style>
