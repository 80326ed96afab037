<script setup lang="ts">
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
import { useTank } from '@/shared/queries'
import { useReady } from './queries'
import * as texts from './words'

/** A quarantine tank made ready: what is to stand in it and why, its filter until it works, and who is to come. */
const props = defineProps<{ tank: string }>()
const session = useSession()
const path = computed(() => ({ ...session.inRoom(), tank_id: props.tank }))
const room = ref('')
useKept('ready-room', { room })
const asked = ref(room.value)
const board = useTank(() => props.tank)
const ready = useReady(() => props.tank, asked)
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
  <p v-if="ready.data.value?.put_away_words" class="in-row gap-3 mb-4" data-testid="put-away">
    {{ ready.data.value.put_away_words }}
    <Button :label="texts.SET_IT_UP_AGAIN" data-testid="set-up-again" @click="again.run()" />
  </p>
  <div
    v-if="ready.data.value"
    class="grid grid-cols-[minmax(0,620px)_minmax(0,1fr)] gap-y-6 gap-x-10 items-start narrow:grid-cols-[minmax(0,1fr)]"
  >
    <section aria-label="Made ready">
      <ReadyDrawing :items="ready.data.value.items" :measures="measures" />
      <h2 class="block-head">
        Made ready
        <span class="fig small">{{ ready.data.value.done }} of {{ ready.data.value.items.length }}</span>
      </h2>
      <ol class="rows" data-testid="setup-items">
        <li
          v-for="(item, i) in ready.data.value.items"
          :key="item.id"
          class="grid grid-cols-[26px_minmax(0,1fr)_auto] gap-y-1 gap-x-3 items-center py-1.75"
          :data-testid="`setup-${item.id}`"
        >
          <span
            class="fig number w-5.5 h-5.5 rounded-50% [border:1.4px_solid_var(--ink)] text-center text-12 leading-4.75"
            :class="{ done: item.entry }"
            >{{ i + 1 }}</span
          >
          <span class="grid">
            <b :class="{ tannin: !item.entry }">{{ item.name }}</b>
            <span class="small quiet">{{ item.text }}</span>
          </span>
          <span
            v-if="item.entry"
            class="when grid grid-cols-[auto_auto] gap-y-0 gap-x-2.5 text-right justify-items-end"
          >
            <span class="fig small first:col-span-full">{{ item.done_words }}</span>
            <span class="small quiet self-center first:col-span-full">{{ item.by }}</span>
            <button
              type="button"
              class="link small first:col-span-full"
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
            :aria-label="texts.isInPlace(item.name)"
            @click="inPlace(item.id)"
          />
        </li>
      </ol>
      <form class="room in-row gap-2 pt-3" novalidate @submit.prevent="asked = room">
        <label for="coldest">{{ texts.COLDEST_NIGHT_IN_THIS }}</label>
        <InputText id="coldest" v-model="room" placeholder="16 °C" maxlength="20" />
        <Button type="submit" :label="texts.RECKON_THE_HEATER" severity="secondary" />
      </form>
    </section>
    <div>
      <OrderLines :orders="ready.data.value.orders" :tank="tank" />
      <FilterSection v-if="!ready.data.value.put_away_words" :tank="tank" />
      <section v-if="!ready.data.value.put_away_words" :aria-label="texts.PUT_IT_AWAY" class="mt-6 mb-4">
        <h2 class="block-head">{{ texts.WHEN_IT_IS_NO }}</h2>
        <p class="small quiet pt-1.5 pb-2.5">
          {{ texts.SOME_KEEP_A_TANK }}
        </p>
        <Button
          :label="texts.TAKE_IT_DOWN"
          severity="secondary"
          data-testid="take-down"
          @click="taking = true"
        />
      </section>
      <p class="small">
        <RouterLink :to="{ name: 'tank', params: { tank } }">{{ texts.BACK_TO_THE_TANK }}</RouterLink>
      </p>
    </div>
  </div>
  <Dialog v-model:visible="taking" modal :header="`Take ${board.data.value?.name ?? 'it'} down`">
    <TakeDownForm :tank="tank" @done="taking = false" />
  </Dialog>
</template>

<style scoped>
.number.done {
  background: var(--ink);
  color: var(--paper);
}
.room :deep(input) {
  width: 96px;
}
@media (max-width: 759px) {
  .rows :deep(.p-button) {
    min-height: 48px;
  }
}
</style>
