<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { computed, ref } from 'vue'
import { RouterLink, useRoute, useRouter } from 'vue-router'
import { type Problem, type Schemas } from '@/api/client'
import LinkButton from '@/shared/LinkButton.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import StripsChart from '@/shared/strips/StripsChart.vue'
import ThroughBar from './ThroughBar.vue'
import { useWhatIf } from './queries'
import * as texts from './words'

/**
 * A plan, or a course that runs, beside the same done otherwise. The address keeps all of it: nothing is recorded.
 * `wish` in the query is the plan as Choose a course had it.
 */
const props = defineProps<{ group?: string; course?: string }>()
const route = useRoute()
const router = useRouter()
type Asked = Required<Schemas['OtherwiseIn']>
type Field = Exclude<keyof Asked, 'carbon'>
const LINES: { field: Field; before: string; after: string; example: string; with?: Field }[] = [
  { field: 'stop_day', before: texts.STOP_ON_DAY, after: '', example: '5' },
  { field: 'missed_day', before: texts.MISS_ON_DAY, after: '', example: '3' },
  { field: 'temperature', before: texts.KEEP_IT_AT, after: '', example: '26 °C' },
  { field: 'changed_day', before: texts.CHANGE_ON_DAY, after: texts.PUT_NOTHING_BACK, example: '8' },
  { field: 'less_water', before: 'have', after: texts.LESS_WATER, example: '15 %' },
  { field: 'joined_day', before: texts.NEW_FISH_ON_DAY, after: '', example: '9' },
]
const text = (name: string) => (typeof route.query[name] === 'string' ? route.query[name] : '')
const asked = ref<Asked>({
  stop_day: text('stop_day'),
  missed_day: text('missed_day'),
  temperature: text('temperature'),
  changed_day: text('changed_day'),
  changed_share: text('changed_share'),
  less_water: text('less_water'),
  carbon: text('carbon') === 'yes',
  joined_day: text('joined_day'),
})
const says = (what: Asked) => what.carbon || LINES.some((l) => what[l.field].trim())
const anything = computed(() => says(asked.value))
const settled = ref<Asked>({ ...asked.value })
watchDebounced(
  asked,
  (now) => {
    settled.value = { ...now }
    const kept = Object.entries(now)
      .filter(([, v]) => v)
      .map(([k, v]) => [k, v === true ? 'yes' : String(v)])
    const wish = text('wish')
    void router.replace({ query: { ...Object.fromEntries(kept), ...(wish ? { wish } : {}) } })
  },
  { debounce: 350, deep: true },
)
const wish = computed<Schemas['WhatIfIn'] | null>(() => {
  try {
    return JSON.parse(text('wish')) as Schemas['WhatIfIn']
  } catch {
    return null
  }
})
const query = useWhatIf(
  () => props,
  wish,
  settled,
  () => says(settled.value) && (!!props.course || !!wish.value),
)
const told = computed(() => (anything.value ? query.data.value : undefined))
const problem = computed(() => (anything.value ? (query.error.value as Problem | null) : null))
const wrong = (field: string) => (problem.value?.body.field === field ? problem.value.message : '')
const alone = (field: string) => {
  const name = field === 'less_water' || field.endsWith('_day') || field === 'carbon' ? field : 'temperature'
  return told.value?.alone.find((a) => a.name === name)?.words ?? ''
}
/** both on the longer axis, so that a day stands over the same day */
const axis = computed(() => {
  if (!told.value) return null
  const [a, b] = [told.value.planned.strip.axis, told.value.otherwise.strip.axis]
  return Date.parse(a.ends_at) >= Date.parse(b.ends_at) ? a : b
})
const ROWS: { name: string; of: (c: Schemas['WhatIfCourseOut']) => string }[] = [
  { name: 'in range', of: (c) => c.in_range },
  { name: texts.FISH_AT_RISK, of: (c) => c.fish_words },
  { name: texts.FREE_TO_LEAVE, of: (c) => c.free_words },
  { name: 'medicine', of: (c) => c.takes.join('; ') || 'none' },
]
const top = computed(() =>
  Math.max(told.value?.otherwise.through_high ?? 0, told.value?.planned.through_high ?? 0),
)
const back = computed(() => {
  const w = wish.value
  return props.group && w
    ? {
        name: 'course-for',
        params: { group: props.group },
        query: { condition: w.condition, protocol: w.protocol },
      }
    : { name: 'courses' }
})
</script>

<template>
  <PageHead title="What if" :sentence="told?.sentence ?? texts.THE_SAME_PLAN_DONE" :aside="told?.name" />
  <p v-if="!course && !wish" class="quiet">
    {{ texts.CHOOSE_A_COURSE_FIRST }}
    <RouterLink :to="{ name: 'courses' }">Courses</RouterLink>
  </p>
  <div v-else class="sides grid grid-cols-[minmax(0,320px)_minmax(0,1fr)] gap-9 items-start">
    <form class="asked" :aria-label="texts.WHAT_IS_DONE_OTHERWISE" @submit.prevent>
      <h2 class="block-head">
        <span>{{ texts.WHAT_IF_YOU }}</span><span class="small quiet">each alone</span>
      </h2>
      <div v-for="l in LINES" :key="l.field" class="line">
        <label :for="`if-${l.field}`">{{ l.before }}</label>
        <InputText
          :id="`if-${l.field}`"
          v-model="asked[l.field]"
          class="fig"
          :placeholder="l.example"
          :invalid="!!wrong(l.field)"
          :data-testid="`if-${l.field}`"
        /><span v-if="l.after">{{ l.after }}</span>
        <p v-if="wrong(l.field)" class="small brick words w-full">{{ wrong(l.field) }}</p>
        <p
          v-else-if="asked[l.field].trim() && alone(l.field)"
          class="small words w-full"
          :data-testid="`alone-${l.field}`"
        >
          {{ alone(l.field) }}
        </p>
      </div>
      <div v-if="asked.changed_day.trim()" class="line">
        <label for="if-changed_share">{{ texts.HOW_MUCH_OF_IT }}</label>
        <InputText id="if-changed_share" v-model="asked.changed_share" class="fig" placeholder="a third" />
        <p v-if="wrong('changed_share')" class="small brick words w-full">{{ wrong('changed_share') }}</p>
      </div>
      <div class="line">
        <Checkbox v-model="asked.carbon" binary input-id="if-carbon" data-testid="if-carbon" />
        <label for="if-carbon">{{ texts.LEAVE_CARBON_IN }}</label>
        <p v-if="asked.carbon && alone('carbon')" class="small words w-full">{{ alone('carbon') }}</p>
      </div>
      <p v-if="!anything" class="small quiet words w-full">{{ texts.FILL_IN_ONE_OF }}</p>
      <ProblemNote :problem="problem" :fields="[...LINES.map((l) => l.field), 'changed_share']" />
      <LinkButton class="mt-3.5" :to="back" :label="course ? texts.TO_THE_COURSES : texts.BACK_TO_THE_PLAN" />
    </form>
    <div
      v-if="told && axis"
      class="shown row-[1/span_2] col-[2] grid grid-cols-[minmax(0,1fr)] gap-5"
      data-testid="what-if"
    >
      <div>
        <h2 class="block-head">As planned</h2>
        <StripsChart :axis="axis" :strips="[told.planned.strip.strip]" label="As planned" plain own />
      </div>
      <div>
        <h2 class="block-head">What if</h2>
        <StripsChart :axis="axis" :strips="[told.otherwise.strip.strip]" label="What if" plain own />
      </div>
      <table class="beside w-full border-collapse">
        <thead>
          <tr>
            <td></td>
            <th scope="col">as planned</th>
            <th scope="col">what if</th>
          </tr>
        </thead>
        <tbody>
          <tr v-if="told.parasite">
            <th class="line-t-rule pr-4 pl-0 pt-2 pb-2 align-top w-24%" scope="row">
              comes through <span class="small quiet">of {{ told.parasite }}</span>
            </th>
            <td v-for="c in [told.planned, told.otherwise]" :key="c.through_band" data-testid="through">
              <b v-if="c.through" class="fig big text-28 leading-8.5 block"
                >{{ c.through }}<span class="unit text-15 font-400">&nbsp;%</span></b
              >
              <ThroughBar v-if="c.through" :course="c" :top="top" />
              <span class="small quiet">{{ c.through_band || texts.NOBODY_HAS_PUBLISHED_IT }}</span>
            </td>
          </tr>
          <tr v-for="r in ROWS" :key="r.name">
            <th class="line-t-rule pr-4 pl-0 pt-2 pb-2 align-top w-24%" scope="row">{{ r.name }}</th>
            <td>{{ r.of(told.planned) }}</td>
            <td>{{ r.of(told.otherwise) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <section v-if="told" class="from" aria-label="Reckoned from">
      <h2 class="block-head">Reckoned from</h2>
      <dl>
        <template v-for="f in told.reckoned_from" :key="f.name">
          <dt class="font-600 pt-1.5">{{ f.name }}</dt>
          <dd class="small">{{ f.words }}</dd>
        </template>
      </dl>
    </section>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
.line :deep(input.fig) {
  width: 84px;
}
.asked :deep(.p-button) {
  margin-top: 14px;
}
.beside th {
  text-align: left;
  font-weight: 400;
}
.beside thead th {
  font-weight: 650;
}
.beside tbody td {
  border-top: 1px solid var(--rule);
  padding: 8px 16px 8px 0;
  vertical-align: top;
  width: 38%;
}
@media (max-width: 899px) {
  .sides {
    grid-template-columns: minmax(0, 1fr);
  }
  .shown {
    grid-row: auto;
    grid-column: 1;
  }
}
@media (max-width: 759px) {
  .line :deep(input.fig) {
    min-height: 48px;
  }
}
</style>
