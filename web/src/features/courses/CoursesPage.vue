<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { answer, api } from '@/api/client'
import LinkButton from '@/shared/LinkButton.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import StateMark from '@/shared/StateMark.vue'
import { useSession } from '@/shared/session'

const session = useSession()
const today = useQuery({
  queryKey: ['today', () => session.room?.uid],
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/today', { params: { path: session.inRoom() } })),
})
const running = computed(() => (today.data.value?.strips ?? []).filter((s) => s.day_count))
const idle = computed(() => (today.data.value?.strips ?? []).filter((s) => !s.day_count && s.group))
const sentence = computed(() =>
  today.data.value ? (running.value.length ? `${running.value.length} running.` : 'None running.') : '',
)
</script>

<template>
  <PageHead title="Courses" :sentence="sentence" />
  <ProblemNote :problem="today.error.value" />
  <ul class="rows list">
    <li v-for="s in running" :key="s.tank" class="row">
      <b class="tank">{{ s.name }}</b>
      <span
        ><b>{{ s.medicine }}</b
        ><span class="small quiet block">{{ s.fish }}</span></span
      >
      <span class="state"
        ><StateMark :state="s.state" />{{ s.state_words
        }}<span v-if="s.level" class="fig">{{ s.level.figure }} {{ s.level.unit }}</span
        ><span v-if="s.day_count?.slip_words" class="small tannin slip">{{
          s.day_count.slip_words
        }}</span></span
      >
      <span class="small"
        ><span class="fig">{{ s.day_count?.words }}</span></span
      >
      <RouterLink v-if="s.case" :to="{ name: 'case', params: { case: s.case } }">case</RouterLink>
    </li>
  </ul>
  <p class="own">
    <LinkButton :to="{ name: 'protocols' }" label="Protocols, and your own" /><LinkButton
      :to="{ name: 'bath-new' }"
      label="Stand at a bath"
    />
  </p>
  <template v-if="idle.length">
    <h2 class="block-head">No course</h2>
    <ul class="rows list">
      <li v-for="s in idle" :key="s.tank" class="row">
        <b class="tank">{{ s.name }}</b>
        <span>{{ s.fish }}</span>
        <span class="quiet">{{ s.state_words }}</span>
        <span />
        <RouterLink v-if="s.group" :to="{ name: 'course-for', params: { group: s.group } }"
          >choose one</RouterLink
        >
      </li>
    </ul>
  </template>
</template>

<style scoped>
.own {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
  margin-bottom: 28px;
}
.list {
  margin-bottom: 28px;
}
.row {
  display: grid;
  grid-template-columns: 110px 1.2fr 1.4fr 180px 90px;
  gap: 12px;
  align-items: center;
  min-height: 56px;
  padding: 6px 0;
}
.tank {
  font-size: 16px;
}
.block {
  display: block;
}
.state {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  align-items: center;
}
.slip {
  flex-basis: 100%;
}
.row a {
  min-height: 24px;
}
@media (max-width: 759px) {
  .row {
    grid-template-columns: 1fr auto;
    padding: 10px 0;
    gap: 2px 12px;
  }
  .row > :nth-child(n + 2):not(a) {
    grid-column: 1;
  }
  .row a {
    grid-row: 1;
    grid-column: 2;
    padding: 12px 0 12px 12px;
  }
}
</style>
