<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { answer, api } from '@/api/client'
import LinkButton from '@/shared/LinkButton.vue'
import { useSession } from '@/shared/session'

/** On every screen of a rehearsal: that it is one, at which hour of its own clock, and the way back to the tank and out. */
const session = useSession()
const route = useRoute()
const { data } = useQuery({
  queryKey: ['rehearsal-clock', () => session.room?.uid],
  queryFn: () =>
    answer(api.GET('/api/rooms/{room_id}/rehearsal/clock', { params: { path: session.inRoom() } })),
  refetchOnWindowFocus: false,
})
const words = computed(() => {
  const r = data.value
  if (!r) return 'nothing here is written to a tank of yours'
  return r.ended ? `${r.name}, ended` : `${r.name}, day ${r.day} of ${r.days}, ${r.clock}`
})
function leave() {
  if (session.home) session.openRoom(session.home.uid, '/rehearse')
}
</script>

<template>
  <aside class="band" aria-label="This is a rehearsal" data-testid="rehearsal-band">
    <b class="chip">Rehearsal</b>
    <span class="words">{{ words }}</span>
    <LinkButton v-if="data?.ended && route.name !== 'reveal'" :to="{ name: 'reveal' }" label="What it was" />
    <LinkButton
      v-else-if="!data?.ended && route.name !== 'tank-side'"
      :to="{ name: 'tank-side' }"
      label="At the tank"
    />
    <button type="button" class="leave" data-testid="leave-rehearsal" @click="leave">Leave it</button>
  </aside>
</template>

<style scoped>
.band {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
  min-height: 40px;
  margin-bottom: 8px;
}
.chip {
  background: var(--ink);
  color: var(--paper);
  border-radius: 4px;
  padding: 2px 9px;
  font-size: 13.5px;
  line-height: 20px;
}
.words {
  flex: 1;
  font-size: 14px;
  color: var(--ink2);
}
.band :deep(.act) {
  padding: 3px 12px;
  min-height: 32px;
}
.leave {
  min-height: 32px;
  background: none;
  border: 0;
  padding: 0 4px;
  color: var(--ink);
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
}
@media (max-width: 759px) {
  .band :deep(.act),
  .leave {
    min-height: 44px;
  }
  .words {
    flex-basis: 60%;
  }
}
@media print {
  .band {
    display: none;
  }
}
</style>
