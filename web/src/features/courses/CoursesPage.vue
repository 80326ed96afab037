<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import LinkButton from '@/shared/LinkButton.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import StateMark from '@/shared/StateMark.vue'
import { useStands } from './queries'
import * as texts from './words'

const { data, error } = useStands()
const running = computed(() => (data.value ?? []).filter((s) => s.day_count))
const idle = computed(() => (data.value ?? []).filter((s) => !s.day_count && s.group))
const sentence = computed(() =>
  data.value ? (running.value.length ? `${running.value.length} running.` : 'None running.') : '',
)
</script>

<template>
  <PageHead title="Courses" :sentence="sentence" />
  <ProblemNote :problem="error" />
  <ul class="rows mb-7">
    <li
      v-for="s in running"
      :key="s.tank"
      class="row grid grid-cols-[110px_1.2fr_1.4fr_180px_90px] gap-3 items-center min-h-14 py-1.5 phone:grid-cols-[1fr_auto] phone:gap-y-0.5 phone:gap-x-3 phone:py-2.5 phone:px-0"
    >
      <b class="tank text-16">{{ s.name }}</b>
      <span
        ><b>{{ s.medicine }}</b
        ><span class="small quiet block">{{ s.fish }}</span></span
      >
      <span class="in-row gap-y-0.5 gap-x-2.5"
        ><StateMark :state="s.state" />{{ s.state_words
        }}<span v-if="s.level" class="fig">{{ s.level.figure }} {{ s.level.unit }}</span
        ><span v-if="s.day_count?.slip_words" class="small tannin slip basis-full">{{
          s.day_count.slip_words
        }}</span></span
      >
      <span class="small"
        ><span class="fig">{{ s.day_count?.words }}</span></span
      >
      <RouterLink
        v-if="s.case"
        class="min-h-6 phone:row-[1] phone:col-[2] phone:pr-0 phone:pl-3 phone:pt-3 phone:pb-3"
        :to="{ name: 'case', params: { case: s.case } }"
        >case</RouterLink
      >
    </li>
  </ul>
  <p class="own flex gap-2 flex-wrap mb-7">
    <LinkButton :to="{ name: 'protocols' }" :label="texts.PROTOCOLS_AND_YOUR_OWN" /><LinkButton
      :to="{ name: 'bath-new' }"
      :label="texts.STAND_AT_A_BATH"
    />
  </p>
  <template v-if="idle.length">
    <h2 class="block-head">No course</h2>
    <ul class="rows mb-7">
      <li
        v-for="s in idle"
        :key="s.tank"
        class="row grid grid-cols-[110px_1.2fr_1.4fr_180px_90px] gap-3 items-center min-h-14 py-1.5 phone:grid-cols-[1fr_auto] phone:gap-y-0.5 phone:gap-x-3 phone:py-2.5 phone:px-0"
      >
        <b class="tank text-16">{{ s.name }}</b>
        <span>{{ s.fish }}</span>
        <span class="quiet">{{ s.state_words }}</span>
        <span />
        <RouterLink
          v-if="s.group"
          class="min-h-6 phone:row-[1] phone:col-[2] phone:pr-0 phone:pl-3 phone:pt-3 phone:pb-3"
          :to="{ name: 'course-for', params: { group: s.group } }"
          >choose one</RouterLink
        >
      </li>
    </ul>
  </template>
</template>

<style scoped>
@media (max-width: 759px) {
  .row > :nth-child(n + 2):not(a) {
    grid-column: 1;
  }
}
</style>
