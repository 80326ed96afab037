<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import DueList from './DueList.vue'
import StripsBelow from './StripsBelow.vue'
import StripsChart from '@/shared/strips/StripsChart.vue'
import LinkButton from '@/shared/LinkButton.vue'
import { useToday } from '@/shared/queries'
import * as texts from './words'

const { data, error } = useToday({ every: 60_000 })
/** so many are asked for at once as they come near */
const AT_ONCE = 16
const below = computed(() => {
  const tanks = data.value?.below ?? []
  return Array.from({ length: Math.ceil(tanks.length / AT_ONCE) }, (_, i) =>
    tanks.slice(i * AT_ONCE, (i + 1) * AT_ONCE),
  )
})
</script>

<template>
  <PageHead
    :title="data?.date_words ?? 'Today'"
    :sentence="data?.sentence"
    :aside="data?.fish_words"
    :figure="data?.time_words"
    :says="{ title: 'date_words', sentence: 'sentence' }"
  />
  <ProblemNote :problem="error" />
  <p v-if="data?.fish_words" class="in-row gap-y-1 gap-x-5 -mt-1 mb-2.5">
    <LinkButton :to="{ name: 'round' }" :label="texts.WALK_THE_ROUND" />
    <RouterLink :to="{ name: 'emergency' }">{{ texts.POWER_OUT_HEATER_FAILED }}</RouterLink>
  </p>
  <div v-if="data && !data.strips.length" class="max-w-115 grid gap-4 text-16 leading-5.75">
    <p>{{ texts.NO_TANK_IS_SET }}</p>
    <LinkButton main :to="{ name: 'tank-new' }" :label="texts.SET_UP_THE_FIRST" />
  </div>
  <div v-show="data?.strips.length" class="today grid grid-cols-[minmax(0,1fr)_288px] gap-5 items-start">
    <StripsChart v-if="data" :axis="data.axis" :strips="data.strips" :label="texts.TANKS_ON_ONE_TIME">
      <template #default="{ frame, wide }">
        <StripsBelow v-for="(tanks, i) in below" :key="i" :tanks="tanks" :frame="frame" :wide="wide" />
      </template>
    </StripsChart>
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
@media (max-width: 1079px) {
  .today {
    grid-template-columns: minmax(0, 1fr);
  }
  .list {
    grid-row: 1;
  }
}
</style>
