<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink, useRoute, useRouter } from 'vue-router'
import { answer, api } from '@/api/client'
import DayField from '@/shared/DayField.vue'
import LevelMark from '@/shared/LevelMark.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import TraceChart from './TraceChart.vue'
import { useTank } from '@/shared/queries'
import { useTrace } from './queries'
import * as texts from './words'

/** From a sick tank and a first day: what shared water, gear, fish or hands with it, and what is to be done. */
const props = defineProps<{ tank: string }>()
const session = useSession()
const route = useRoute()
const router = useRouter()
const since = computed(() => (typeof route.query['since'] === 'string' ? route.query['since'] : undefined))
const told = useTrace(() => props.tank, since)
const board = useTank(() => props.tank)
const day = ref('')
function again() {
  void router.replace({ query: day.value ? { since: day.value } : {} })
}
const cleaned = ref('')
const clean = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/contacts', {
      params: { path: session.inRoom() },
      body: { write_id, kind: 'disinfected', gear: cleaned.value },
    }),
  ),
)
async function disinfected(gear: string) {
  cleaned.value = gear
  await clean.run()
}
const SAYS = { surely: 'surely', perhaps: 'perhaps', hardly: 'hardly' } as const
const says = (likelihood: string) => SAYS[likelihood as keyof typeof SAYS] ?? texts.HERE_IT_IS
</script>

<template>
  <PageHead :title="board.data.value?.name ?? 'Tank'" :sentence="told.data.value?.sentence" />
  <ProblemNote :problem="told.error.value ?? clean.problem.value" />
  <form class="flex flex-wrap gap-y-2 gap-x-4 items-end mb-3" novalidate @submit.prevent="again">
    <DayField v-model="day" label="Since" field="since" :problem="null" :hint="texts.SINCE_IT_MAY_HAVE" />
    <Button type="submit" :label="texts.TRACE_FROM_THERE" severity="secondary" />
  </form>
  <div
    v-if="told.data.value"
    class="grid grid-cols-[minmax(0,1fr)_280px] gap-y-6 gap-x-8 items-start narrow:grid-cols-[minmax(0,1fr)]"
  >
    <div>
      <TraceChart :trace="told.data.value" data-testid="trace">
        <template #row="{ row }">
          <RouterLink :to="{ name: 'tank', params: { tank: row.tank } }"
            ><b>{{ row.name }}</b></RouterLink
          >
          <span class="small quiet whitespace-nowrap overflow-hidden text-ellipsis">{{ row.fish }}</span>
          <span class="small" :class="row.sick ? 'brick' : 'tannin'">{{
            row.other_water ? 'other water' : says(row.likelihood)
          }}</span>
        </template>
      </TraceChart>
      <p class="small quiet py-2">
        {{ texts.A_WHOLE_LINE_FISH }}
      </p>
      <p v-if="told.data.value.untouched.length" class="small">
        {{ texts.touchedNothingByThe(told.data.value.untouched.join(', ')) }}
      </p>
      <section class="mt-5" aria-label="As a list">
        <h2 class="block-head">As a list</h2>
        <p v-if="!told.data.value.lines.length" class="py-2">
          {{ texts.BY_THE_RECORD_NOTHING }}
        </p>
        <ol class="rows" data-testid="trace-lines">
          <li v-for="(l, i) in told.data.value.lines" :key="i">
            {{ l.words }} <span class="small quiet">{{ says(l.likelihood) }}</span>
          </li>
        </ol>
      </section>
      <section v-if="told.data.value.came.length" class="mt-5" :aria-label="texts.WHERE_IT_MAY_HAVE">
        <h2 class="block-head">{{ texts.WHAT_CAME_IN_BEFORE }}</h2>
        <ol class="rows">
          <li v-for="(l, i) in told.data.value.came" :key="i">
            {{ l.words }} <span class="small quiet">{{ says(l.likelihood) }}</span>
          </li>
        </ol>
      </section>
    </div>
    <div>
      <h2 class="block-head">To do</h2>
      <ul class="rows">
        <li v-for="r in told.data.value.rows.filter((r) => r.watch_words)" :key="r.id" class="grid gap-0.5">
          <b>{{ r.name }}: {{ r.watch_words }}</b>
          <span class="small quiet">{{ r.other_water || texts.LOOK_AT_THEM_EVERY }}</span>
        </li>
        <li
          v-for="g in told.data.value.gear"
          :key="g.uid"
          class="grid gap-0.5"
          :data-testid="`trace-gear-${g.name}`"
        >
          <b>{{ g.name }}, {{ says(g.likelihood) }}</b>
          <span class="small quiet">{{ g.words }}</span>
          <span v-for="n in g.never" :key="n" class="small text-brick"
            ><LevelMark level="never" /> {{ n }}</span
          >
          <span class="presses in-row gap-2.5 pt-1">
            <Button
              :label="texts.IT_IS_DISINFECTED"
              severity="secondary"
              :aria-label="texts.itIsDisinfected(g.name)"
              @click="disinfected(g.uid)"
            />
            <RouterLink class="small" :to="{ name: 'measure', query: { what: 'disinfect', volume: '5 L' } }"
              >{{ g.with_what }} for 5 L</RouterLink
            >
          </span>
        </li>
      </ul>
      <p v-if="told.data.value.rows.length < 2 && !told.data.value.gear.length" class="py-2">Nothing.</p>
      <p class="small">
        <RouterLink :to="{ name: 'gear' }">{{ texts.GEAR_AND_WHAT_IT }}</RouterLink>
      </p>
    </div>
  </div>
</template>

<style scoped>
.rows li {
  padding: 6px 0;
}
</style>
