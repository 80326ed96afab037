<script setup lang="ts">
import { computed, ref } from 'vue'
import { answer, api } from '@/api/client'
import FigureText from '@/shared/FigureText.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useKept } from '@/shared/useKept'
import { useStrike } from '@/shared/useStrike'
import { useWrite } from '@/shared/useWrite'
import FilterChart from './FilterChart.vue'
import FilterFedForm from './FilterFedForm.vue'
import FilterForm from './FilterForm.vue'
import TestForm from './TestForm.vue'
import { useFilter } from './queries'
import * as texts from './words'

/** The filter of a tank from its first day until it takes what the fish give off, and the changes that stand in for it until then. */
const props = defineProps<{ tank: string }>()
const session = useSession()
const path = computed(() => ({ ...session.inRoom(), tank_id: props.tank }))
const feed = ref('')
useKept(`filter-${props.tank}`, { feed })
const asked = ref(feed.value)
const told = useFilter(() => props.tank, asked)
const open = ref<'begin' | 'feed' | 'test' | null>(null)
const TITLES = { begin: texts.FILTER_BEGUN, feed: texts.FEED_FILTER, test: 'Water test' }
const { strike, problem: strikeProblem } = useStrike()
const planned = ref(false)
const plan = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/tanks/{tank_id}/standing', {
      params: { path: path.value },
      body: {
        write_id,
        kind: 'change',
        every_days: '1',
        share: told.data.value?.load?.change_share ?? '',
        title: texts.CHANGE_UNTIL,
      },
    }),
  ),
)
async function onToday() {
  if (await plan.run()) planned.value = true
}
</script>

<template>
  <section aria-label="Filter" data-testid="filter">
    <h2 class="block-head">
      Filter
      <span v-if="told.data.value?.origin_words" class="small quiet"
        >{{ told.data.value.origin_words }}, {{ told.data.value.begun_words }}
        <button
          v-if="told.data.value.entry"
          type="button"
          class="link small"
          :aria-label="texts.STRIKE_OUT_THE_BEGINNING"
          @click="strike('filter', told.data.value.entry)"
        >
          strike out
        </button></span
      >
    </h2>
    <ProblemNote :problem="told.error.value ?? strikeProblem ?? plan.problem.value" />
    <template v-if="told.data.value">
      <p v-if="!told.data.value.origin_words" class="py-2">
        {{ texts.NO_FILTER_WAS_BEGUN }}
      </p>
      <p v-if="told.data.value.trouble" class="py-2">{{ told.data.value.trouble }}</p>
      <template v-if="told.data.value.forecast">
        <p class="ready flex flex-wrap justify-between gap-y-1 gap-x-3 py-1.5" data-testid="filter-ready">
          <b class="text-leaf">{{ told.data.value.forecast.ready_words }}</b>
          <span class="small quiet">{{ texts.bandNineInTen(told.data.value.forecast.unit_words) }}</span>
        </p>
        <FilterChart :forecast="told.data.value.forecast" />
        <ul class="small quiet">
          <li v-for="w in told.data.value.forecast.words" :key="w">{{ w }}</li>
        </ul>
      </template>
      <div class="presses flex flex-wrap gap-2 py-2.5">
        <Button
          :label="told.data.value.origin_words ? 'Begin anew' : 'Begin a filter'"
          :severity="told.data.value.origin_words ? 'secondary' : undefined"
          data-testid="begin-filter"
          @click="open = 'begin'"
        />
        <template v-if="told.data.value.origin_words">
          <Button label="Water test" severity="secondary" @click="open = 'test'" />
          <Button label="Feed it" severity="secondary" data-testid="feed-filter" @click="open = 'feed'" />
        </template>
      </div>
      <ul v-if="told.data.value.fed.length" class="rows small">
        <li v-for="f in told.data.value.fed.slice(0, 6)" :key="f.uid" class="py-1">
          <span class="fig">{{ f.day_words }}</span> {{ f.words }}
          <button
            type="button"
            class="link small"
            :aria-label="texts.strikeOutOf(f.words, f.day_words)"
            @click="strike('fed', f.uid)"
          >
            strike out
          </button>
        </li>
      </ul>
      <article class="slip bg-plate line-ink py-3.5 px-4.5 mt-3" data-testid="filter-load">
        <form class="load in-row gap-2 pb-2" novalidate @submit.prevent="asked = feed">
          <label for="feed">Food a day</label>
          <InputText
            id="feed"
            v-model="feed"
            :placeholder="
              told.data.value.load
                ? `${told.data.value.load.feed.figure} ${told.data.value.load.feed.unit}`
                : '1.5 g'
            "
            maxlength="20"
          />
          <Button type="submit" label="Reckon" severity="secondary" />
        </form>
        <p v-if="told.data.value.ask_load" class="small quiet">{{ told.data.value.ask_load }}</p>
        <template v-if="told.data.value.load">
          <p class="small quiet">
            {{
              (told.data.value.load.from_fish ? texts.foodRaisesAmmonia : texts.asYouSayRaises)(
                `${told.data.value.load.per_day.figure} ${told.data.value.load.per_day.unit}`,
              )
            }}
          </p>
          <p v-if="told.data.value.load.change" class="big figure-large leading-14">
            <FigureText
              :figure="told.data.value.load.change.figure"
              :unit="told.data.value.load.change.unit"
            />
          </p>
          <p>{{ told.data.value.load.words }}</p>
          <p v-if="told.data.value.load.change_share" class="presses flex flex-wrap gap-2 py-2.5">
            <Button
              v-if="!planned"
              :label="texts.PUT_THE_CHANGES_ON"
              data-testid="plan-changes"
              @click="onToday"
            />
            <b v-else role="status">{{ texts.THEY_STAND_ON_TODAY }}</b>
          </p>
        </template>
      </article>
    </template>
    <Dialog v-if="open" visible modal :header="TITLES[open]" @update:visible="open = null">
      <FilterForm v-if="open === 'begin'" :tank="tank" @done="open = null" />
      <FilterFedForm v-else-if="open === 'feed'" :tank="tank" @done="open = null" />
      <TestForm v-else :tank="tank" :asked="['ammonia', 'nitrite', 'nitrate']" @done="open = null" />
    </Dialog>
  </section>
</template>

<style scoped>
.load :deep(input) {
  width: 110px;
}
@media (max-width: 759px) {
  .presses :deep(.p-button) {
    min-height: 56px;
  }
}
</style>
