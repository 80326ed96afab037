<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { type Schemas } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { keepBook, nextPair, noted, readBook } from './again'
import GillCount from './GillCount.vue'
import EyePlate from './EyePlate.vue'
import { platePicture, useDeck } from './queries'
import * as texts from './words'

/** Two look-alikes at a time, drawn anew; what is confused comes again sooner. Kept in this browser, for this keeper. */
type Plate = Schemas['EyePlateOut']
const session = useSession()
const keeper = computed(() => session.keeper?.username ?? '')
const DAY_MS = 86_400_000
/** a deck a day, so that it can be learnt by without a connection */
const deckNumber = ref(Math.floor(Date.now() / DAY_MS))
const deck = useDeck(deckNumber)
const WAYS = [
  { value: 'plates', label: 'look-alikes' },
  { value: 'breaths', label: 'count breaths' },
]
const way = ref('plates')
const book = ref(readBook(keeper.value))
const used = ref<Record<string, number>>({})
const last = ref('')
const given = ref('')
const told = ref({ seen: 0, right: 0 })
const current = ref<Plate | null>(null)
const pair = computed(() => {
  const pairs = deck.data.value?.pairs ?? []
  const id = current.value?.pair
  return pairs.find((p) => p.id === id) ?? null
})
function draw() {
  const found = deck.data.value
  if (!found) return
  const id = nextPair(
    found.pairs.map((p) => p.id),
    book.value,
    new Date(),
    last.value,
  )
  const plates = found.plates.filter((p) => p.pair === id)
  const turn = used.value[id] ?? 0
  used.value = { ...used.value, [id]: turn + 1 }
  current.value = plates[turn % plates.length] ?? null
  given.value = ''
}
const queries = useQueryClient()
/** one after the other, so that the one that is shown does not wait for them */
async function fetchAhead(plates: Plate[]) {
  for (const one of plates) {
    try {
      await queries.fetchQuery({ ...platePicture(one), retry: false })
    } catch {
      // without a connection those that are here are learnt by
    }
  }
}
watch(
  () => deck.data.value,
  (found) => {
    if (!found) return
    if (!current.value) draw()
    void fetchAhead(found.plates)
  },
  { immediate: true },
)
const right = computed(() => given.value === current.value?.answer)
const answers = computed(() => pair.value?.answers ?? [])
function say(id: string | undefined) {
  if (!id || given.value || !current.value) return
  given.value = id
  book.value = noted(book.value, current.value.pair, right.value, new Date())
  keepBook(keeper.value, book.value)
  told.value = { seen: told.value.seen + 1, right: told.value.right + (right.value ? 1 : 0) }
}
function next() {
  if (!given.value || !current.value) return
  last.value = current.value.pair
  // three of each are in a deck: then another is asked for
  if (told.value.seen % 30 === 0) deckNumber.value += 1
  draw()
}
function onKey(event: KeyboardEvent) {
  if (way.value !== 'plates' || (event.target as HTMLElement).closest('input, [role=dialog]')) return
  if (event.key === 'ArrowLeft') say(answers.value[0]?.id)
  else if (event.key === 'ArrowRight') say(answers.value[1]?.id)
  else if (event.key === 'Enter' && given.value && !(event.target as HTMLElement).closest('button, a')) next()
}
onKeyStroke(onKey)
const sentence = computed(() =>
  told.value.seen ? texts.toldApart(told.value.right, told.value.seen) : texts.WHICH_IS_IT,
)
/** what this keeper confuses most, so that he knows it himself */
const weak = computed(() =>
  (deck.data.value?.pairs ?? [])
    .map((p) => ({ ...p, ...(book.value[p.id] ?? { seen: 0, right: 0 }) }))
    .filter((p) => p.seen > p.right)
    .sort((a, b) => a.right / a.seen - b.right / b.seen)
    .slice(0, 3),
)
</script>

<template>
  <PageHead title="The eye" :sentence="sentence" :aside="texts.NOTHING_HERE_IS_WRITTEN" />
  <SelectButton
    v-model="way"
    :options="WAYS"
    option-label="label"
    option-value="value"
    :allow-empty="false"
    :aria-label="texts.WHAT_IS_PRACTISED"
    class="ways mb-3.5"
  />
  <ProblemNote :problem="deck.error.value" />
  <GillCount v-if="way === 'breaths' && deck.data.value" :gills="deck.data.value.gills" />
  <section v-else-if="current && pair" class="max-w-180" :aria-label="texts.WHICH_IS_IT_ASKED">
    <h2>{{ pair.question }}</h2>
    <EyePlate :plate="current" :label="texts.A_FISH_DRAWN_WHAT" data-testid="eye-plate" />
    <div class="grid grid-cols-[1fr_1fr] gap-2.5 py-3">
      <button
        v-for="(a, i) in answers"
        :key="a.id"
        type="button"
        class="answer min-h-16 [border:1.5px_solid_var(--ink)] rounded bg-plate text-ink font-words font-650 text-16 leading-5 py-2 px-3 cursor-pointer"
        :class="{ was: given && a.id === current.answer, wrong: given === a.id && !right }"
        :aria-disabled="!!given"
        :data-testid="`answer-${i}`"
        @click="say(a.id)"
      >
        <kbd>{{ i ? '→' : '←' }}</kbd>{{ a.words }}
      </button>
    </div>
    <div
      v-if="given"
      class="told line-t-2-ink pt-2.5 grid gap-2 justify-items-start"
      role="status"
      data-testid="eye-told"
    >
      <p>
        <b :class="right ? 'leaf' : 'brick'">{{ right ? 'Yes.' : 'No: ' }}</b><template v-if="!right"
          >{{ answers.find((a) => a.id === current?.answer)?.words }}.</template
        >
        {{ pair.apart }}
      </p>
      <p class="small quiet">{{ pair.source }}</p>
      <Button label="Next" data-testid="eye-next" @click="next" />
    </div>
  </section>
  <section v-if="weak.length && way === 'plates'" class="max-w-180 mt-7" :aria-label="texts.WHAT_YOU_CONFUSE">
    <h2 class="block-head text-14">
      <span>{{ texts.WHAT_YOU_CONFUSE }}</span><span class="small quiet">{{ texts.COMES_AGAIN_SOONER }}</span>
    </h2>
    <ul class="rows">
      <li v-for="w in weak" :key="w.id" class="flex justify-between gap-3 py-1.5">
        <span>{{ w.answers[0]!.words }} <span class="quiet">or</span> {{ w.answers[1]!.words }}</span>
        <span class="fig whitespace-nowrap">{{ w.right }} of {{ w.seen }}</span>
      </li>
    </ul>
    <p class="small quiet">{{ texts.KEPT_IN_THIS_BROWSER }}</p>
  </section>
</template>

<style scoped>
h2 {
  font-size: 20px;
  line-height: 26px;
  padding-bottom: 8px;
}
.answer[aria-disabled='true'] {
  cursor: default;
}
.answer.was {
  background: var(--leaf);
  border-color: var(--leaf);
  color: var(--paper);
}
.answer.wrong {
  border-color: var(--brick);
  color: var(--brick);
  text-decoration: line-through;
}
kbd {
  font: 600 13px/20px var(--figures);
  border: 1px solid currentColor;
  border-radius: 3px;
  padding: 0 5px;
  margin-right: 10px;
}
@media (max-width: 759px) {
  kbd {
    display: none;
  }
  .told :deep(.p-button) {
    min-height: 56px;
    width: 100%;
  }
}
</style>
