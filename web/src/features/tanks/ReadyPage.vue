<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { answer, api } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useKept } from '@/shared/useKept'
import { useStrike } from '@/shared/useStrike'
import { useWrite } from '@/shared/useWrite'
import FilterSection from './FilterSection.vue'
import OrderLines from './OrderLines.vue'
import ReadyDrawing from './ReadyDrawing.vue'
import TakeDownForm from './TakeDownForm.vue'

/** A quarantine tank made ready: what is to stand in it and why, its filter until it works, and who is to come. */
const props = defineProps<{ tank: string }>()
const session = useSession()
const path = computed(() => ({ ...session.inRoom(), tank_id: props.tank }))
const room = ref('')
useKept('ready-room', { room })
const asked = ref(room.value)
const board = useQuery({
  queryKey: ['tank', () => props.tank],
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/tanks/{tank_id}', { params: { path: path.value } })),
})
const ready = useQuery({
  queryKey: ['ready', () => props.tank, asked],
  queryFn: () =>
    answer(
      api.GET('/api/rooms/{room_id}/tanks/{tank_id}/ready', {
        params: { path: path.value, query: { room: asked.value } },
      }),
    ),
  retry: false,
})
const measures = computed(() => {
  const t = board.data.value
  if (!t) return ''
  const { length, width, water_depth } = t.typed
  const net = `${t.volume.net.figure} ${t.volume.net.unit} net`
  return length ? `${length} × ${width} × ${water_depth}, ${net}` : net
})
const ticking = ref('')
const tick = useWrite(
  (write_id) =>
    answer(
      api.POST('/api/rooms/{room_id}/tanks/{tank_id}/setup', {
        params: { path: path.value },
        body: { write_id, item: ticking.value },
      }),
    ),
  () => ({
    path: `/api/rooms/${path.value.room_id}/tanks/${props.tank}/setup`,
    body: { item: ticking.value },
    words: `In place: ${ready.data.value?.items.find((i) => i.id === ticking.value)?.name ?? ''}`,
  }),
)
async function inPlace(item: string) {
  ticking.value = item
  await tick.run()
}
const { strike, problem: strikeProblem } = useStrike()
const again = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/tanks/{tank_id}/set-up-again', {
      params: { path: path.value },
      body: { write_id },
    }),
  ),
)
const taking = ref(false)
</script>

<template>
  <PageHead :title="board.data.value?.name ?? 'Tank'" :sentence="ready.data.value?.sentence" />
  <ProblemNote
    :problem="
      ready.error.value ?? tick.problem.value ?? strikeProblem ?? again.problem.value ?? board.error.value
    "
  />
  <p v-if="ready.data.value?.put_away_words" class="away" data-testid="put-away">
    {{ ready.data.value.put_away_words }}
    <Button label="Set it up again" data-testid="set-up-again" @click="again.run()" />
  </p>
  <div v-if="ready.data.value" class="two">
    <section aria-label="Made ready">
      <ReadyDrawing :items="ready.data.value.items" :measures="measures" />
      <h2 class="block-head">
        Made ready
        <span class="fig small">{{ ready.data.value.done }} of {{ ready.data.value.items.length }}</span>
      </h2>
      <ol class="rows" data-testid="setup-items">
        <li v-for="(item, i) in ready.data.value.items" :key="item.id" :data-testid="`setup-${item.id}`">
          <span class="fig number" :class="{ done: item.entry }">{{ i + 1 }}</span>
          <span class="what">
            <b :class="{ tannin: !item.entry }">{{ item.name }}</b>
            <span class="small quiet">{{ item.text }}</span>
          </span>
          <span v-if="item.entry" class="when">
            <span class="fig small">{{ item.done_words }}</span>
            <span class="small quiet by">{{ item.by }}</span>
            <button
              type="button"
              class="link small"
              :aria-label="`strike out ${item.name}`"
              @click="strike('setup', item.entry)"
            >
              strike out
            </button>
          </span>
          <Button
            v-else-if="!ready.data.value.put_away_words"
            label="In place"
            severity="secondary"
            :aria-label="`${item.name} is in place`"
            @click="inPlace(item.id)"
          />
        </li>
      </ol>
      <form class="room" novalidate @submit.prevent="asked = room">
        <label for="coldest">Coldest night in this room</label>
        <InputText id="coldest" v-model="room" placeholder="16 °C" maxlength="20" />
        <Button type="submit" label="Reckon the heater" severity="secondary" />
      </form>
    </section>
    <div>
      <OrderLines :orders="ready.data.value.orders" :tank="tank" />
      <FilterSection v-if="!ready.data.value.put_away_words" :tank="tank" />
      <section v-if="!ready.data.value.put_away_words" aria-label="Put it away" class="end">
        <h2 class="block-head">When it is no longer needed</h2>
        <p class="small quiet">
          Some keep a tank running for ever and feed its filter a pinch; others empty it, disinfect it and set
          it up anew. Its history stays either way.
        </p>
        <Button label="Take it down" severity="secondary" data-testid="take-down" @click="taking = true" />
      </section>
      <p class="small">
        <RouterLink :to="{ name: 'tank', params: { tank } }">Back to the tank</RouterLink>
      </p>
    </div>
  </div>
  <Dialog v-model:visible="taking" modal :header="`Take ${board.data.value?.name ?? 'it'} down`">
    <TakeDownForm :tank="tank" @done="taking = false" />
  </Dialog>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 620px) minmax(0, 1fr);
  gap: 24px 40px;
  align-items: start;
}
.rows li {
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr) auto;
  gap: 4px 12px;
  align-items: center;
  padding: 7px 0;
}
.number {
  width: 22px;
  height: 22px;
  border-radius: 50%;
  border: 1.4px solid var(--ink);
  text-align: center;
  font-size: 12.5px;
  line-height: 19px;
}
.number.done {
  background: var(--ink);
  color: var(--paper);
}
.what,
.when {
  display: grid;
}
.when {
  grid-template-columns: auto auto;
  gap: 0 10px;
  text-align: right;
  justify-items: end;
}
.when > :first-child {
  grid-column: 1 / -1;
}
.by {
  align-self: center;
}
.away {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
  margin-bottom: 16px;
}
.room {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding-top: 12px;
}
.room :deep(input) {
  width: 96px;
}
.end {
  margin: 24px 0 16px;
}
.end p {
  padding: 6px 0 10px;
}
@media (max-width: 1000px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 759px) {
  .rows :deep(.p-button) {
    min-height: 48px;
  }
}
</style>
