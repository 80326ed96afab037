<script setup lang="ts">
import { computed } from 'vue'
import { type Schemas } from '@/api/client'
import ProblemNote from '@/shared/ProblemNote.vue'
import SignMark from '@/shared/SignMark.vue'
import { answerOf, type Signs } from './marks'
import { useComparison } from './queries'
import * as texts from './words'

/** Two look-alikes side by side: which sign speaks for which, and the question that separates them. */
const props = defineProps<{ one: string; other: string; water: string; signs: Signs }>()
const emit = defineEmits<{ answer: [sign: string, seen: boolean] }>()
const { data, error } = useComparison(() => ({
  one: props.one,
  other: props.other,
  water: props.water as Schemas['CompareIn']['water'],
  signs: props.signs,
}))
const PACE: Record<Schemas['ConditionOut']['urgency'], string> = {
  hours: texts.KILLS_IN_HOURS,
  days: 'days count',
  weeks: 'takes weeks',
  none: '',
}
const rows = computed(() => (data.value?.rows ?? []).slice(0, 12))
</script>

<template>
  <ProblemNote :problem="error" />
  <div v-if="data" class="grid gap-3.5" data-testid="compare">
    <div v-if="data.question" class="ask line-2-ink bg-plate px-3 pb-3">
      <h2 class="text-13 leading-5 bg-ink text-paper -mx-3 px-3 pt-0.25 pb-0.5">
        {{ texts.WHAT_SEPARATES_THEM }}
      </h2>
      <p class="big text-16 leading-5.75 font-700 pt-1.5">{{ data.question.label }}</p>
      <p class="small">{{ data.question_look }}. {{ data.question_how }}</p>
      <div class="answers flex gap-2 pt-2.5">
        <Button
          type="button"
          label="Seen"
          data-testid="compare-seen"
          @click="emit('answer', data.question.sign, true)"
        />
        <Button
          type="button"
          severity="secondary"
          label="Not there"
          @click="emit('answer', data.question.sign, false)"
        />
      </div>
    </div>
    <table class="w-full border-collapse">
      <caption class="unseen">
        {{
          texts.signsOfAndSide(data.one_name, data.other_name)
        }}
      </caption>
      <thead>
        <tr>
          <th scope="col" class="one text-right">
            {{ data.one_name }}<span class="small quiet font-400 ml-2">{{ PACE[data.one_urgency] }}</span>
          </th>
          <th scope="col" class="mid w-46% px-3.5 phone:px-1.5">
            <span class="unseen">sign</span>
          </th>
          <th scope="col">
            {{ data.other_name }}<span class="small quiet font-400 ml-2">{{ PACE[data.other_urgency] }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <td class="one small text-right">{{ data.one_summary.text }}</td>
          <td class="mid w-46% px-3.5 phone:px-1.5" />
          <td class="small">{{ data.other_summary.text }}</td>
        </tr>
        <tr v-for="r in rows" :key="r.sign" :class="r.for_one ? 'left' : 'right-side'">
          <td class="one text-right">{{ r.one_words }}</td>
          <th
            scope="row"
            class="mid line-b-rule py-1.5 px-0 align-top text-14 w-46% px-3.5 font-400 table-cell phone:px-1.5"
          >
            <span class="min-w-6.5 font-700 text-leaf text-16 leading-4 phone:min-w-0" aria-hidden="true">{{
              r.for_one ? '‹'.repeat(r.marks) : ''
            }}</span>
            <SignMark :state="answerOf(signs, r.sign)" :size="15" />
            <span>{{ r.label }}</span>
            <span class="min-w-6.5 font-700 text-leaf text-16 leading-4 phone:min-w-0" aria-hidden="true">{{
              r.for_one ? '' : '›'.repeat(r.marks)
            }}</span>
          </th>
          <td>{{ r.other_words }}</td>
        </tr>
      </tbody>
    </table>
    <dl v-if="data.cost" class="grid grid-cols-[160px_1fr] gap-y-1 gap-x-3 phone:grid-cols-[1fr] phone:gap-0">
      <dt class="font-650">{{ texts.WHY_THE_MISTAKE_COSTS }}</dt>
      <dd class="phone:pb-2">{{ data.cost }}.</dd>
      <dt class="font-650">What separates</dt>
      <dd class="phone:pb-2">{{ data.separates }}.</dd>
      <dt class="font-650">Meanwhile</dt>
      <dd class="phone:pb-2">{{ data.meanwhile }}.</dd>
      <dt class="font-650">Decide</dt>
      <dd class="phone:pb-2">{{ data.decide_by }}</dd>
    </dl>
    <p class="small quiet">
      {{ texts.HOW_OFTEN_EACH_SHOWS
      }}<template v-if="data.pair_source"> {{ data.pair_source }}; from memory.</template>
    </p>
  </div>
</template>

<style scoped>
.big::first-letter {
  text-transform: uppercase;
}
thead th {
  border-top: 2px solid var(--ink);
  border-bottom: 1px solid var(--ink);
  text-align: left;
  padding: 4px 0;
  font-size: 15px;
  width: 27%;
}
td {
  border-bottom: 1px solid var(--rule);
  padding: 6px 0;
  vertical-align: top;
  font-size: 14px;
}
tbody th.mid > * {
  display: inline-block;
  vertical-align: middle;
}
tbody th.mid :deep(svg) {
  margin: 0 6px;
}
.left .one,
.right-side td:last-child {
  font-weight: 650;
}
.answers :deep(.p-button) {
  min-height: 44px;
}
@media (max-width: 759px) {
  .answers :deep(.p-button) {
    min-height: 56px;
    flex: 1;
  }
}
</style>
