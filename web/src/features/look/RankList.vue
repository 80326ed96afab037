<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import type { Schemas } from '@/api/client'
import { inSentence } from '@/shared/inSentence'
import * as texts from './words'

/** What fits: each condition's share with its band, and the evidence for, against, and not looked at. */
const props = defineProps<{ weighed: Schemas['DiagnosisOut']; group: string }>()
const emit = defineEmits<{ compare: [one: string, other: string] }>()
const all = ref(false)
const some = computed(() => props.weighed.looked_at > 0)
const shown = computed(() => {
  const worth = props.weighed.ranked.filter((r, i) => i < 4 || r.tag || (some.value && r.must_show))
  return all.value ? props.weighed.ranked : worth
})
const MARKS = { for: ['', '+', '++', '+++'], against: ['', '−', '−−', '−−−'] }
const at = (n: number) => 2 + n * 1.76
</script>

<template>
  <section aria-label="What fits">
    <div class="block-head line-b-ink">
      <h2 class="text-14">What fits</h2>
      <span class="fig small quiet" aria-hidden="true">in 100</span>
    </div>
    <div
      v-if="weighed.together"
      class="line-b-rule2 line-l-3-water pl-2.5 pt-1.5 pb-1.5"
      data-testid="together"
    >
      <p>
        <b>{{ weighed.together.name }}</b>: <span class="fig">{{ weighed.together.in_100 }}</span>
        {{ texts.in100TogetherBy(weighed.together.members.join(', ')) }}
      </p>
      <p class="small"><b>What tells:</b> {{ weighed.together.separates }}.</p>
    </div>
    <div v-if="weighed.two" class="line-b-rule2 line-l-3-water pl-2.5 pt-1.5 pb-1.5" data-testid="two">
      <p>
        <b>{{ texts.TWO_AT_ONCE }}</b> {{ weighed.two.one }} with {{ weighed.two.other
        }}<template v-if="weighed.two.proven">{{
          texts.theFindProvesWhatever(inSentence(weighed.two.proven))
        }}</template
        ><template v-else>
          fits <span class="fig">{{ weighed.two.times_likelier }}</span>
          {{ texts.TIMES_BETTER_THAN_EITHER }}</template
        >
      </p>
      <p class="small">{{ texts.oneAloneLeavesOpen(weighed.two.unexplained.join(', ')) }}</p>
      <dl class="small">
        <template
          v-for="side in [
            { name: weighed.two.one, acts: weighed.two.one_acts },
            { name: weighed.two.other, acts: weighed.two.other_acts },
          ]"
          :key="side.name"
        >
          <dt>For {{ inSentence(side.name) }}</dt>
          <dd>{{ side.acts.join('; ') || texts.NOTHING_THAT_WOULD_NOT }}</dd>
        </template>
      </dl>
    </div>
    <ol data-testid="ranking">
      <li
        v-for="(r, i) in shown"
        :key="r.condition"
        class="line-b-rule2 pt-0.75 pb-1.25"
        :data-testid="`rank-${r.condition}`"
      >
        <div class="line grid grid-cols-[1fr_184px_40px] items-center min-h-6.5 phone:grid-cols-[1fr_40px]">
          <h3 class="text-15 leading-5 font-700">
            <RouterLink
              class="no-underline hover:underline"
              :to="{ name: 'condition', params: { condition: r.condition }, query: group ? { group } : {} }"
              >{{ r.short_name }}</RouterLink
            >
            <span v-if="r.tag" class="tag" :class="r.tag === 'worst if missed' ? 'brick' : 'leaf'">{{
              r.tag
            }}</span>
            <span
              v-if="r.tag === 'worst if missed' || (r.urgency === 'hours' && i === 0 && some)"
              class="tag brick"
              >{{ texts.KILLS_IN_HOURS }}</span
            >
            <span v-if="r.notifiable && some && r.must_show" class="tag brick">report it</span>
            <span v-if="r.harms_keeper === 'known' && some && r.must_show" class="tag tannin">{{
              texts.GLOVES_CAN_INFECT_YOU
            }}</span>
          </h3>
          <svg
            class="phone:row-[2] phone:col-span-full"
            :class="{ risk: r.tag === 'worst if missed' }"
            width="184"
            height="18"
            viewBox="0 0 184 18"
            aria-hidden="true"
            focusable="false"
          >
            <path
              class="stroke-rule2 fill-none"
              d="M2 14.5H178M2 11V17M46 13V16M90 11V17M134 13V16M178 11V17"
            />
            <path
              class="band stroke-ink pen-1.8 fill-none"
              :d="`M${at(r.in_100_low)} 7H${at(r.in_100_high)}M${at(r.in_100_low)} 4V10M${at(r.in_100_high)} 4V10`"
            />
            <circle class="fill-ink" :cx="at(r.in_100)" cy="7" r="3.4" />
          </svg>
          <b class="fig text-20 text-right font-600"
            >{{ r.in_100 }}
            <span class="unseen">{{ texts.in100BetweenAnd(r.in_100_low, r.in_100_high) }}</span></b
          >
        </div>
        <div
          v-if="some && (i < 3 || r.tag || all)"
          class="evidence small grid grid-cols-[1fr_1fr] gap-y-0 gap-x-4 phone:grid-cols-[1fr]"
        >
          <ul aria-label="for">
            <li v-for="e in r.evidence_for.slice(0, 4)" :key="e.sign">
              <span class="fig leaf absolute left-0 w-7 text-right font-700">{{ MARKS.for[e.marks] }}</span>{{
                e.seen ? '' : 'not: '
              }}{{ e.label }}
            </li>
          </ul>
          <ul aria-label="against">
            <li v-for="e in r.evidence_against.slice(0, 3)" :key="e.sign">
              <span class="fig brick absolute left-0 w-7 text-right font-700">{{
                MARKS.against[e.marks]
              }}</span>{{ e.seen ? '' : 'not: ' }}{{ e.label }}
            </li>
            <li v-if="r.not_looked_at.length" class="quiet">
              {{ texts.notLookedAt(r.not_looked_at[0] ?? '') }}
            </li>
            <li v-if="r.hands_asked" class="quiet">
              {{ texts.twoHandsAgreeOn(r.hands_agree, r.hands_asked) }}
            </li>
            <li v-else class="quiet">{{ texts.ONE_HANDS_GUESS }}</li>
          </ul>
        </div>
        <button
          v-if="some && i > 0 && i < 3"
          type="button"
          class="link text-ink p-0 text-12"
          :data-testid="`compare-${r.condition}`"
          @click="emit('compare', weighed.ranked[0]!.condition, r.condition)"
        >
          {{ weighed.ranked[0]!.short_name }} or {{ inSentence(r.short_name) }}?
        </button>
      </li>
      <li class="line-b-rule2 pt-0.75 pb-1.25">
        <div class="line grid grid-cols-[1fr_184px_40px] items-center min-h-6.5 phone:grid-cols-[1fr_40px]">
          <h3 class="text-15 leading-5 font-700">Something else</h3>
          <svg
            class="phone:row-[2] phone:col-span-full"
            width="184"
            height="18"
            viewBox="0 0 184 18"
            aria-hidden="true"
            focusable="false"
          >
            <path
              class="stroke-rule2 fill-none"
              d="M2 14.5H178M2 11V17M46 13V16M90 11V17M134 13V16M178 11V17"
            />
            <circle class="fill-ink" :cx="at(weighed.something_else_in_100)" cy="7" r="3.4" />
          </svg>
          <b class="fig text-20 text-right font-600">{{ weighed.something_else_in_100 }}</b>
        </div>
      </li>
    </ol>
    <p class="small quiet foot pt-1.5">
      {{ texts.EXPERT_GUESSES_BY_TWO }}
      <button type="button" class="link text-ink p-0 text-12" @click="all = !all">
        {{ all ? 'Fewer' : `All ${weighed.ranked.length}` }}
      </button>
    </p>
  </section>
</template>

<style scoped>
.tag {
  font-size: 12.5px;
  font-weight: 600;
  margin-left: 10px;
  white-space: nowrap;
}
.risk .band {
  stroke: var(--brick);
}
.risk circle {
  fill: var(--brick);
}
.evidence li {
  padding-left: 34px;
  position: relative;
}
</style>
