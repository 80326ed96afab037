<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { answer, api } from '@/api/client'
import LinkButton from '@/shared/LinkButton.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import { useBegin } from './useBegin'
import { useRehearsals } from './queries'
import * as said from '@/shared/words'
import * as texts from './words'

const session = useSession()
const { data, error } = useRehearsals()
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
  <PageHead title="Rehearse" :sentence="texts.PRACTICE_THAT_COSTS_NO" />
  <ul class="rows max-w-190">
    <li class="apart gap-6 py-4 phone:grid phone:gap-2.5">
      <div>
        <h2>The eye</h2>
        <p>
          {{ texts.TWO_THINGS_THAT_ARE }}
        </p>
      </div>
      <LinkButton :to="{ name: 'eye' }" label="Look" main data-testid="to-eye" />
    </li>
    <li class="apart gap-6 py-4 phone:grid phone:gap-2.5">
      <div>
        <h2>What if</h2>
        <p>
          {{ texts.A_PLAN_OR_A }}
          <RouterLink :to="{ name: 'courses' }">Courses</RouterLink>{{ texts.AND_IN_THE_CASE }}
        </p>
      </div>
      <LinkButton :to="{ name: 'courses' }" label="Courses" />
    </li>
  </ul>
  <section class="play mt-7" :aria-label="texts.A_TANK_THAT_LIVES">
    <h2 class="block-head text-14">
      <span>{{ texts.A_TANK_THAT_LIVES }}</span>
      <span class="small quiet">{{ texts.LOOK_TEST_TREAT_WAIT }}</span>
    </h2>
    <ProblemNote :problem="error" />
    <ProblemNote :problem="problem ?? back.problem.value" />
    <ul v-if="open.length" class="rows max-w-190 mb-3.5" aria-label="Begun">
      <li v-for="b in open" :key="b.room" class="apart gap-6 py-2">
        <span
          ><b>{{ b.name }}</b> <span class="quiet">{{ b.words }}</span></span
        >
        <Button label="Go on" severity="secondary" size="small" @click="goOn(b.room)" />
      </li>
    </ul>
    <ul class="grid grid-cols-[repeat(auto-fill,minmax(300px,1fr))] gap-y-0 gap-x-7" data-testid="scenarios">
      <li
        v-for="s in data?.scenarios"
        :key="s.id"
        class="grid grid-rows-[auto_1fr_auto_auto] gap-1.5 justify-items-start line-b-rule py-3.5"
      >
        <h3 class="text-16 leading-5.5">{{ s.name }}</h3>
        <p>{{ s.told }}</p>
        <p class="small quiet">{{ texts.upToDays(s.fish_words, s.water_words, s.days) }}</p>
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
    <details class="own mt-4 max-w-190">
      <summary class="cursor-pointer min-h-8">{{ texts.ONE_OF_YOUR_OWN }}</summary>
      <p class="small">
        {{ texts.AS_THE_SHIPPED_ONES }}
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
  <section v-if="ended.length" class="play mt-7" aria-label="Ended">
    <h2 class="block-head text-14">Ended</h2>
    <ul class="rows max-w-190 mb-3.5">
      <li v-for="b in ended" :key="b.room" class="apart gap-6 py-2">
        <span
          ><b>{{ b.name }}</b> <span class="quiet">{{ b.words }}</span></span
        >
        <Button
          :label="said.WHAT_IT_WAS"
          severity="secondary"
          size="small"
          @click="session.openRoom(b.room, '/rehearse/reveal')"
        />
      </li>
    </ul>
  </section>
  <section v-if="data?.kept.length" class="play mt-7" aria-label="Kept">
    <h2 class="block-head text-14">Worth keeping</h2>
    <ul class="rows max-w-190" data-testid="kept-lines">
      <li v-for="line in data.kept" :key="line" class="py-2">{{ line }}</li>
    </ul>
  </section>
</template>

<style scoped>
h2 {
  font-size: 16px;
  line-height: 22px;
}
.own :deep(textarea) {
  width: 100%;
  font: 13px/20px var(--figures);
}
@media (max-width: 759px) {
  .play :deep(.p-button) {
    min-height: 44px;
  }
}
</style>
