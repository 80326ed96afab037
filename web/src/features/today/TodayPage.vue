<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { RouterLink } from 'vue-router'
import { answer, api } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import DueList from './DueList.vue'
import StripsChart from '@/shared/strips/StripsChart.vue'
import LinkButton from '@/shared/LinkButton.vue'

const session = useSession()
const { data, error } = useQuery({
  queryKey: ['today', () => session.room?.uid],
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/today', { params: { path: session.inRoom() } })),
  refetchInterval: 60_000,
})
</script>

<template>
  <PageHead
    :title="data?.date_words ?? 'Today'"
    :sentence="data?.sentence"
    :aside="data?.fish_words"
    :figure="data?.time_words"
  />
  <ProblemNote :problem="error" />
  <p v-if="data?.strips.some((s) => s.fish !== 'empty')" class="round">
    <LinkButton :to="{ name: 'round' }" label="Walk the round" />
    <RouterLink :to="{ name: 'emergency' }">Power out, heater failed, a leak</RouterLink>
  </p>
  <div v-if="data && !data.strips.length" class="empty">
    <p>No tank is set up yet. A tank’s inside measures give its true water, and every dose hangs on that.</p>
    <LinkButton main :to="{ name: 'tank-new' }" label="Set up the first tank" />
  </div>
  <div v-show="data?.strips.length" class="today">
    <StripsChart v-if="data" :axis="data.axis" :strips="data.strips" label="Tanks on one time axis" />
    <DueList
      v-if="data"
      :due="data.due"
      :done="data.done"
      :waiting="data.waiting"
      :tomorrow="data.tomorrow"
      :upkeep="data.upkeep ?? []"
      class="list"
    />
  </div>
</template>

<style scoped>
.today {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 288px;
  gap: 20px;
  align-items: start;
}
.round {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 20px;
  margin: -4px 0 10px;
}
.empty {
  max-width: 460px;
  display: grid;
  gap: 16px;
  font-size: 16px;
  line-height: 23px;
}
@media (max-width: 1079px) {
  .today {
    grid-template-columns: minmax(0, 1fr);
  }
  .list {
    grid-row: 1;
  }
}
</style>
