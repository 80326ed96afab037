<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import LinkButton from '@/shared/LinkButton.vue'
import { useCases } from '@/shared/cases'
import { useGroups, useInspections } from '@/shared/queries'
import * as said from '@/shared/words'
import * as texts from './words'

const groups = useGroups()
const cases = useCases()
const inspections = useInspections()
const rows = computed(() =>
  (groups.data.value ?? [])
    .filter((g) => g.left > 0)
    .map((g) => ({ ...g, case: cases.open.value.find((c) => c.group === g.uid) ?? null }))
    // the ill ones first; the order of the tanks otherwise
    .sort((a, b) => Number(!a.case) - Number(!b.case)),
)
</script>

<template>
  <PageHead title="Look" :sentence="texts.EVERY_DAY_UNDER_A" />
  <ProblemNote :problem="groups.error.value" />
  <div class="ways flex gap-y-2 gap-x-5 items-center mb-3">
    <LinkButton :to="{ name: 'inspect' }" :label="texts.LOOK_BEFORE_YOU_BUY" />
    <RouterLink :to="{ name: 'conditions' }">All conditions</RouterLink>
  </div>
  <p v-if="groups.data.value && !rows.length">
    {{ texts.THERE_ARE_NO_FISH }}
    <RouterLink :to="{ name: 'tanks' }">{{ texts.PUT_SOME_IN_A }}</RouterLink> first.
  </p>
  <ul class="rows max-w-215">
    <li v-for="g in rows" :key="g.uid">
      <RouterLink
        :to="{ name: 'look-at', params: { group: g.uid } }"
        class="row grid grid-cols-[120px_1fr_1fr_auto] items-center gap-3 min-h-14 no-underline phone:grid-cols-[1fr_auto] phone:gap-y-0.5 phone:gap-x-3 phone:py-2 phone:px-0"
        :data-testid="`look-${g.species_name}`"
      >
        <span class="tank font-700 text-16">{{ g.tank_name }}</span>
        <b class="phone:col-[1]">{{ g.words }}</b>
        <span class="quiet phone:col-[1]">{{
          g.case ? g.case.condition_name || said.NO_NAME_YET : 'no case'
        }}</span>
        <span
          class="go line-leaf bg-leaf text-on-leaf font-650 rounded py-2 px-5 phone:py-4 phone:px-5 phone:row-[1/span_3] phone:col-[2]"
          >Look</span
        >
      </RouterLink>
    </li>
  </ul>
  <template v-if="inspections.data.value?.length">
    <div class="block-head mt-6">
      <h2 class="text-14">{{ texts.LOOKED_AT_BEFORE_BUYING }}</h2>
    </div>
    <ul class="rows max-w-215">
      <li
        v-for="i in inspections.data.value"
        :key="i.uid"
        class="grid grid-cols-[160px_1fr_auto] gap-y-1 gap-x-4 py-2"
      >
        <b>{{ i.species_name }}</b>
        <span
          >{{ i.verdict
          }}<span class="small quiet block">{{ i.seen.join('; ') || 'nothing seen' }}</span></span
        >
        <span class="small quiet">{{ i.seller }} {{ i.day_words }}, {{ i.by }}</span>
      </li>
    </ul>
    <p class="small quiet">
      {{ texts.WHEN_THEY_COME_HOME }}
    </p>
  </template>
</template>

<style scoped>
.row:hover b,
.row:hover .go {
  text-decoration: underline;
}
</style>
