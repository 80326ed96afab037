<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { answer, api } from '@/api/client'
import LinkButton from '@/shared/LinkButton.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import { useBegin } from './useBegin'

const session = useSession()
const { data, error } = useQuery({
  queryKey: ['rehearsals'],
  queryFn: () => answer(api.GET('/api/reference/rehearsals')),
})
const picked = ref('')
const text = ref('')
const { begin, busy, problem } = useBegin(() =>
  picked.value ? { scenario: picked.value } : { text: text.value },
)
function start(id: string) {
  picked.value = id
  void begin()
}
const open = computed(() => data.value?.begun.filter((b) => !b.ended) ?? [])
const ended = computed(() => data.value?.begun.filter((b) => b.ended) ?? [])
/** Its clock stood still while nobody was there. */
const gone = ref('')
const back = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/rehearsal/go-on', {
      params: { path: { room_id: gone.value } },
      body: { write_id },
    }),
  ),
)
async function goOn(room: string) {
  gone.value = room
  if (await back.run()) session.openRoom(room, '/rehearse/tank')
}
</script>

<template>
  <PageHead
    title="Rehearse"
    sentence="Practice that costs no fish. Nothing here is written to a tank of yours."
  />
  <ul class="rows list">
    <li>
      <div>
        <h2>The eye</h2>
        <p>
          Two things that are taken for one another, drawn anew each time: grains or dust, a tuft or a flat
          patch, a bite or fraying. Ten minutes, with or without a connection.
        </p>
      </div>
      <LinkButton :to="{ name: 'eye' }" label="Look" main data-testid="to-eye" />
    </li>
    <li>
      <div>
        <h2>What if</h2>
        <p>
          A plan, or a course that runs, beside the same done otherwise: stopped early, a dose missed, less
          water than believed. It stands beside the slip in
          <RouterLink :to="{ name: 'courses' }">Courses</RouterLink>, and in the case of a course that runs.
        </p>
      </div>
      <LinkButton :to="{ name: 'courses' }" label="Courses" />
    </li>
  </ul>
  <section class="play" aria-label="A tank that lives">
    <h2 class="block-head">
      <span>A tank that lives</span>
      <span class="small quiet">look, test, treat, wait; at the end you are told what it was</span>
    </h2>
    <ProblemNote :problem="error" />
    <ProblemNote :problem="problem ?? back.problem.value" />
    <ul v-if="open.length" class="rows begun" aria-label="Begun">
      <li v-for="b in open" :key="b.room">
        <span
          ><b>{{ b.name }}</b> <span class="quiet">{{ b.words }}</span></span
        >
        <Button label="Go on" severity="secondary" size="small" @click="goOn(b.room)" />
      </li>
    </ul>
    <ul class="cards" data-testid="scenarios">
      <li v-for="s in data?.scenarios" :key="s.id">
        <h3>{{ s.name }}</h3>
        <p>{{ s.told }}</p>
        <p class="small quiet">{{ s.fish_words }}; {{ s.water_words }}; up to {{ s.days }} days</p>
        <Button
          label="Begin"
          size="small"
          severity="secondary"
          :disabled="busy"
          :data-testid="`begin-${s.id}`"
          @click="start(s.id)"
        />
      </li>
    </ul>
    <details class="own">
      <summary>One of your own, as YAML</summary>
      <p class="small">
        As the shipped ones are written: id (own_…), name, told, it_was, water, days, tank, fish, hidden,
        ways, and two lines worth keeping.
      </p>
      <Textarea v-model="text" rows="10" aria-label="Your scenario" data-testid="own-scenario" />
      <Button
        label="Begin it"
        size="small"
        :disabled="busy || !text.trim()"
        data-testid="begin-own"
        @click="start('')"
      />
    </details>
  </section>
  <section v-if="ended.length" class="play" aria-label="Ended">
    <h2 class="block-head">Ended</h2>
    <ul class="rows begun">
      <li v-for="b in ended" :key="b.room">
        <span
          ><b>{{ b.name }}</b> <span class="quiet">{{ b.words }}</span></span
        >
        <Button
          label="What it was"
          severity="secondary"
          size="small"
          @click="session.openRoom(b.room, '/rehearse/reveal')"
        />
      </li>
    </ul>
  </section>
  <section v-if="data?.kept.length" class="play" aria-label="Kept">
    <h2 class="block-head">Worth keeping</h2>
    <ul class="rows kept" data-testid="kept-lines">
      <li v-for="line in data.kept" :key="line">{{ line }}</li>
    </ul>
  </section>
</template>

<style scoped>
.list {
  max-width: 760px;
}
.list li,
.begun li {
  display: flex;
  gap: 24px;
  justify-content: space-between;
  align-items: center;
  padding: 16px 0;
}
.begun li {
  padding: 8px 0;
}
.begun {
  max-width: 760px;
  margin-bottom: 14px;
}
h2,
h3 {
  font-size: 16px;
  line-height: 22px;
}
.play {
  margin-top: 28px;
}
h2.block-head {
  font-size: 14px;
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
  gap: 0 28px;
}
.cards li {
  display: grid;
  grid-template-rows: auto 1fr auto auto;
  gap: 6px;
  justify-items: start;
  border-bottom: 1px solid var(--rule);
  padding: 14px 0;
}
.own {
  margin-top: 16px;
  max-width: 760px;
}
.own summary {
  cursor: pointer;
  min-height: 32px;
}
.own :deep(textarea) {
  width: 100%;
  font: 13px/20px var(--figures);
}
.kept {
  max-width: 760px;
}
.kept li {
  padding: 8px 0;
}
@media (max-width: 759px) {
  .list li {
    display: grid;
    gap: 10px;
  }
  .play :deep(.p-button) {
    min-height: 44px;
  }
}
</style>
