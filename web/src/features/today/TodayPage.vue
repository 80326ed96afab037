<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { answer, api } from '@/api/client'
import { frameOf } from '@/shared/axis'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useWidth } from '@/shared/useWidth'
import DueList from './DueList.vue'
import StripAxis from './StripAxis.vue'
import StripKey from './StripKey.vue'
import StripRow from './StripRow.vue'
import LinkButton from '@/shared/LinkButton.vue'

const session = useSession()
const { data, error } = useQuery({
  queryKey: ['today', () => session.room?.uid],
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/today', { params: { path: session.inRoom() } })),
  refetchInterval: 60_000,
})
const chart = ref<HTMLElement | null>(null)
const width = useWidth(chart, 836)
const wide = computed(() => width.value >= 600)
const frame = computed(() => {
  if (!data.value) return null
  return frameOf(data.value.axis, wide.value ? Math.max(280, width.value - 194 - 36) : width.value)
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
  <div v-if="data && !data.strips.length" class="empty">
    <p>No tank is set up yet. A tank’s inside measures give its true water, and every dose hangs on that.</p>
    <LinkButton main :to="{ name: 'tank-new' }" label="Set up the first tank" />
  </div>
  <div v-show="data?.strips.length" class="today">
    <section ref="chart" class="chart" aria-label="Tanks on one time axis">
      <template v-if="data && frame">
        <div class="axis" :class="{ wide }">
          <div v-if="wide" class="labels"><span>tank and fish</span><span>level now</span></div>
          <StripAxis :frame="frame" />
        </div>
        <StripRow v-for="s in data.strips" :key="s.tank" :strip="s" :frame="frame" :wide="wide" />
        <StripKey />
      </template>
    </section>
    <DueList v-if="data" :due="data.due" :done="data.done" :waiting="data.waiting" class="list" />
  </div>
</template>

<style scoped>
.today {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 288px;
  gap: 20px;
  align-items: start;
}
.axis.wide {
  display: flex;
}
.labels {
  width: 190px;
  margin-right: 4px;
  flex: none;
  display: flex;
  justify-content: space-between;
  align-items: flex-end;
  font-size: 12px;
  line-height: 16px;
  color: var(--ink2);
  padding-bottom: 3px;
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
