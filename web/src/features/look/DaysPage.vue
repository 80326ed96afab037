<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { inSentence } from '@/shared/inSentence'
import { computed } from 'vue'
import { RouterLink, useRoute, useRouter } from 'vue-router'
import LinkButton from '@/shared/LinkButton.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import DaysChart from './DaysChart.vue'
import PhotoDays from './PhotoDays.vue'
import { useGroups } from '@/shared/queries'
import { useDays } from './queries'
import * as said from '@/shared/words'
import * as texts from './words'

/** One group or fish over its days: how the ranking moved, whether they get better, and the photos side by side. */
const props = defineProps<{ group: string }>()
const route = useRoute()
const router = useRouter()
const fish = computed(() => (typeof route.query['fish'] === 'string' ? route.query['fish'] : ''))
const { data: days, error } = useDays(() => props.group, fish)
const groups = useGroups()
const mine = computed(() => groups.data.value?.find((g) => g.uid === props.group) ?? null)
const who = computed(() => [
  { value: '', label: texts.WHOLE_GROUP },
  ...(days.value?.fish_named ?? []).map((n) => ({ value: n, label: n })),
])
function choose(name: string) {
  void router.replace({ query: name ? { fish: name } : {} })
}
type Trend = Schemas['TrendOut']['trend']
const TREND: Record<Trend, { label: string; tone: string; mark: string }> = {
  better: { label: 'better', tone: 'leaf', mark: '↗' },
  same: { label: 'same', tone: 'quiet', mark: '→' },
  mixed: { label: 'mixed', tone: 'tannin', mark: '↕' },
  worse: { label: 'worse', tone: 'brick', mark: '↘' },
}
const AT_FIRST: Record<Trend, string> = {
  better: texts.BETTER_THAN_AT_FIRST,
  same: texts.AS_AT_FIRST,
  mixed: texts.MIXED_SINCE,
  worse: texts.WORSE_THAN_AT_FIRST,
}
const newestFirst = computed(() => [...(days.value?.looks ?? [])].map((l, i) => ({ ...l, i })).reverse())
const sentence = computed(() => {
  const n = days.value?.looks.length ?? 0
  if (!mine.value) return ''
  return `${fish.value || mine.value.words}. ${n === 1 ? 'One look' : `${n} looks`}.`
})
</script>

<template>
  <PageHead :title="mine ? texts.overTheDays(mine.tank_name) : said.OVER_THE_DAYS" :sentence="sentence" />
  <ProblemNote :problem="error" />
  <div class="presses flex flex-wrap gap-y-2 gap-x-4 mb-3.5">
    <LinkButton main :to="{ name: 'look-at', params: { group } }" label="Look now" />
    <SelectButton
      v-if="who.length > 1"
      :model-value="fish"
      :options="who"
      option-label="label"
      option-value="value"
      :allow-empty="false"
      aria-label="Which fish"
      @update:model-value="choose"
    />
  </div>
  <template v-if="days">
    <p v-if="!days.looks.length">{{ texts.NOBODY_HAS_LOOKED_AT }}</p>
    <template v-else>
      <section v-if="days.progress" class="progress" aria-label="Progress" data-testid="progress">
        <div class="col-span-full pt-1.5 pb-0.5">
          <h2>
            <span :class="TREND[days.progress.since_last].tone"
              >{{ TREND[days.progress.since_last].mark }} {{ TREND[days.progress.since_last].label }}</span
            >
            <span class="small quiet">{{
              texts.againstTheLookBefore(AT_FIRST[days.progress.since_first])
            }}</span>
          </h2>
          <p :class="days.progress.look_again ? 'again' : 'small'" role="status">{{ days.progress.words }}</p>
        </div>
        <ul>
          <li v-for="t in days.progress.signs" :key="t.sign">
            <b :class="TREND[t.trend].tone"
              ><span aria-hidden="true">{{ TREND[t.trend].mark }}</span> {{ t.trend }}</b
            >
            <span>{{ t.label }}</span><span class="small quiet">{{ t.words }}</span>
          </li>
        </ul>
        <div v-if="days.expect" class="small line-t-rule pt-1">
          <h3>
            {{ texts.whatToExpect(inSentence(days.expect.name))
            }}<template v-if="days.expect.day">
              (day <span class="fig">{{ days.expect.day }}</span> now)</template
            >
          </h3>
          <dl>
            <template
              v-for="[when, text] in [
                ['day 1', days.expect.day_1],
                ['day 3 to 4', days.expect.day_3_4],
                ['day 7', days.expect.day_7],
              ]"
              :key="when"
            >
              <template v-if="text"
                ><dt>{{ when }}</dt>
                <dd>{{ text }}</dd></template
              >
            </template>
            <dt class="tannin">{{ texts.LOOK_AGAIN_IF }}</dt>
            <dd>{{ days.expect.look_again_if }}</dd>
          </dl>
          <p class="quiet">{{ days.expect.source }}; from memory.</p>
        </div>
      </section>
      <DaysChart :days="days" />
      <ul v-if="days.turns.length" class="turns mt-1 mb-4" data-testid="turns">
        <li
          v-for="t in days.turns"
          :key="t.look"
          class="line-l-3-water pl-2.5 pt-0.75 pb-0.75 text-15 leading-5.25 mb-1"
        >
          {{ t.words }}
        </li>
      </ul>
      <PhotoDays :group="group" :fish="fish" />
      <div class="block-head">
        <h2 class="text-14 leading-5">{{ texts.LOOK_BY_LOOK }}</h2>
      </div>
      <ol class="looks">
        <li v-for="l in newestFirst" :key="l.uid">
          <span class="day"
            ><b class="fig block text-20 font-600">{{ l.day }}</b
            ><span class="small quiet">{{ l.day_words }} {{ l.at_words }}</span></span
          >
          <span>
            <b>{{ l.verdict }}</b>
            <span v-if="l.kind_words" class="small quiet">, {{ l.kind_words }}</span>
            <span class="small block"
              >{{ l.seen.length ? l.seen.join('; ') : 'nothing seen'
              }}<span class="quiet"
                >{{ l.not_now_seen.length ? `. No longer: ${l.not_now_seen.join('; ')}` : ''
                }}{{ l.absent_count ? `. ${l.absent_count} not there` : '' }}</span
              ></span
            >
            <span v-if="l.note" class="small block italic">{{ l.note }}</span>
          </span>
          <span class="small quiet by">{{ l.by }}</span>
        </li>
      </ol>
      <p class="small quiet foot line-t-rule pt-2">
        {{ texts.LOOKS_ARE_NEVER_CHANGED }}
        <RouterLink :to="{ name: 'records' }">its case</RouterLink>{{ texts.OLD_LOOKS_ARE_WEIGHED }}
      </p>
    </template>
  </template>
</template>

<style scoped>
.progress {
  border-top: 2px solid var(--ink);
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 4px 32px;
  padding-bottom: 12px;
}
h2 {
  font-size: 20px;
  line-height: 26px;
}
h2 .small {
  font-weight: 400;
  margin-left: 10px;
}
.again {
  border: 2px solid var(--tannin);
  color: var(--tannin);
  font-weight: 650;
  padding: 8px 12px;
  margin-top: 6px;
}
.progress li {
  display: grid;
  grid-template-columns: 82px 1fr auto;
  gap: 8px;
  border-top: 1px solid var(--rule);
  padding: 4px 0;
}
h3 {
  font-size: 13px;
}
dl {
  display: grid;
  grid-template-columns: 90px 1fr;
  gap: 1px 8px;
}
dt {
  font-weight: 650;
}
.looks > li {
  display: grid;
  grid-template-columns: 84px 1fr 90px;
  gap: 0 12px;
  border-top: 1px solid var(--rule);
  padding: 7px 0;
}
.by {
  text-align: right;
}
@media (max-width: 759px) {
  .progress {
    grid-template-columns: 1fr;
  }
  .looks > li {
    grid-template-columns: 64px 1fr;
  }
  .by {
    grid-column: 2;
    text-align: left;
  }
}
</style>
