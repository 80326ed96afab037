<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { useInfiniteQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { RouterLink, useRoute, useRouter, type RouteLocationRaw } from 'vue-router'
import { answer, api, type Schemas } from '@/api/client'
import type { operations } from '@/api/schema'
import { choices } from '@/shared/choices'
import KindMark from '@/shared/KindMark.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import * as texts from './words'

/** Everything that happened, newest first, and what of it holds some words. */
const session = useSession()
const route = useRoute()
const router = useRouter()
const asked = computed(() => (typeof route.query['words'] === 'string' ? route.query['words'] : ''))
/** what is asked for by itself; the rest stands between them */
type Asked = Exclude<
  NonNullable<NonNullable<operations['timeline']['parameters']['query']>['kind']>,
  '' | 'leaving' | 'recount' | 'scuffle' | 'move' | 'course' | 'open' | 'close' | 'arrival'
>
const KINDS = choices<'all' | Asked>({
  all: 'all',
  look: 'looks',
  dose: 'doses',
  reading: 'tests',
  change: 'changes',
  loss: 'losses',
  observation: 'observations',
  bath: 'baths',
  upkeep: 'upkeep',
  photo: 'pictures',
})
const kind = computed(() => KINDS.find((k) => k.value === route.query['kind'])?.value ?? 'all')
const typed = ref(asked.value)
watch(asked, (words) => {
  if (words !== typed.value) typed.value = words
})
watchDebounced(
  typed,
  (words) => {
    if (words !== asked.value) void router.replace({ query: { ...route.query, words: words || undefined } })
  },
  { debounce: 300 },
)
const pages = useInfiniteQuery({
  queryKey: ['record', () => session.room?.uid, 'timeline', asked, kind],
  queryFn: ({ pageParam }) =>
    answer(
      api.GET('/api/rooms/{room_id}/timeline', {
        params: {
          path: session.inRoom(),
          query: {
            words: asked.value,
            kind: kind.value === 'all' ? '' : kind.value,
            ...(pageParam ? { before: pageParam } : {}),
          },
        },
      }),
    ),
  initialPageParam: '',
  getNextPageParam: (last) => last.go_on_before ?? undefined,
})
const places = computed(() => pages.data.value?.pages[0]?.places ?? [])
const lines = computed(() => pages.data.value?.pages.flatMap((p) => p.lines) ?? [])
const days = computed(() => {
  const found: { words: string; lines: Schemas['TimeLineOut'][] }[] = []
  for (const line of lines.value) {
    const last = found.at(-1)
    if (last?.words === line.day_words) last.lines.push(line)
    else found.push({ words: line.day_words, lines: [line] })
  }
  return found
})
const backTo = computed(() => pages.data.value?.pages.at(-1)?.back_to_words ?? '')
const sentence = computed(() => {
  if (!pages.data.value) return ''
  if (!lines.value.length && !places.value.length)
    return asked.value ? texts.NONE_HOLDS_THEM : texts.NOTHING_HAPPENED
  return asked.value
    ? texts.linesHold(lines.value.length, asked.value, pages.hasNextPage.value)
    : texts.EVERYTHING
})
function to(place: { to: string; to_id: string }): RouteLocationRaw | null {
  switch (place.to) {
    case 'fish':
      return { name: 'fish', params: { group: place.to_id } }
    case 'tank':
      return { name: 'tank', params: { tank: place.to_id } }
    case 'water':
      return { name: 'water', params: { tank: place.to_id } }
    case 'case':
      return { name: 'case', params: { case: place.to_id } }
    case 'condition':
      return { name: 'condition', params: { condition: place.to_id } }
    case 'formulary':
      return { name: 'formulary', params: { active: place.to_id } }
    case 'shelf':
      return { name: 'shelf' }
    default:
      return null
  }
}
</script>

<template>
  <PageHead title="Time line" :sentence="sentence" />
  <ProblemNote :problem="pages.error.value" />
  <div class="asked">
    <label class="unseen" for="timeline-words">{{ texts.WORDS_TO_LOOK_FOR }}</label>
    <InputText
      id="timeline-words"
      v-model="typed"
      type="search"
      :data-first-focus="route.query['find'] !== undefined || undefined"
      maxlength="80"
      :placeholder="texts.A_TANK_A_FISH"
      data-testid="timeline-words"
    />
    <SelectButton
      :model-value="kind"
      :options="KINDS"
      option-label="label"
      option-value="value"
      :allow-empty="false"
      aria-label="Which entries"
      class="kinds overflow-x-auto max-w-full"
      @update:model-value="
        router.replace({ query: { ...route.query, kind: $event === 'all' ? undefined : $event } })
      "
    />
  </div>
  <section v-if="places.length" :aria-label="texts.WHERE_IT_LEADS" class="places">
    <h2 class="block-head">{{ texts.WHERE_IT_LEADS }}</h2>
    <ul>
      <li v-for="p in places" :key="`${p.kind} ${p.words}`">
        <RouterLink v-if="to(p)" :to="to(p)!" data-testid="place">{{ p.words }}</RouterLink>
        <span class="small quiet">{{ p.kind }}{{ p.detail ? `, ${p.detail}` : '' }}</span>
      </li>
    </ul>
  </section>
  <ol class="days" data-testid="timeline">
    <li v-for="d in days" :key="d.words">
      <h2 class="block-head">{{ d.words }}</h2>
      <ol class="rows">
        <li v-for="(l, i) in d.lines" :key="i" class="line" :class="l.kind">
          <span class="fig small quiet">{{ l.at_words }}</span>
          <KindMark :kind="l.kind" />
          <span class="where small">
            <RouterLink v-if="to(l)" :to="to(l)!">{{ l.where }}</RouterLink>
            <template v-else>{{ l.where }}</template>
          </span>
          <span class="words">
            <b>{{ l.words }}</b>
            <span v-if="l.detail" class="small quiet block">{{ l.detail }}</span>
          </span>
          <span class="small quiet">{{ l.by }}</span>
        </li>
      </ol>
    </li>
  </ol>
  <Button
    v-if="pages.hasNextPage.value"
    severity="secondary"
    :label="texts.furtherBackThan(backTo)"
    :loading="pages.isFetchingNextPage.value"
    data-testid="further-back"
    @click="pages.fetchNextPage()"
  />
</template>

<style scoped>
.asked {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
  margin-bottom: 20px;
}
.asked :deep(input) {
  width: min(380px, 100%);
}
.kinds :deep(.p-togglebutton) {
  flex: none;
}
.places {
  margin-bottom: 24px;
}
.places ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
  gap: 6px 24px;
  padding-top: 6px;
}
.places li {
  display: grid;
}
.days > li {
  margin-bottom: 20px;
}
.line {
  display: grid;
  grid-template-columns: 48px 20px 190px minmax(0, 1fr) 90px;
  gap: 0 10px;
  align-items: baseline;
  padding: 6px 0;
}
.line :deep(svg) {
  align-self: start;
  margin-top: 2px;
}
.words b {
  font-weight: 600;
}
.loss .words b {
  color: var(--brick);
}
@media (max-width: 759px) {
  .line {
    grid-template-columns: 44px 20px minmax(0, 1fr);
  }
  .line > :nth-child(n + 4) {
    grid-column: 3;
  }
}
</style>
