<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import ProblemNote from '@/shared/ProblemNote.vue'
import SignMark from '@/shared/SignMark.vue'
import { useSession } from '@/shared/session'
import { answerOf, type Signs } from './marks'

/** Two look-alikes side by side: which sign speaks for which, and the question that separates them. */
const props = defineProps<{ one: string; other: string; water: string; signs: Signs }>()
const emit = defineEmits<{ answer: [sign: string, seen: boolean] }>()
const session = useSession()
const { data, error } = useQuery({
  queryKey: ['compare', () => props.one, () => props.other, () => props.water, () => props.signs],
  queryFn: () =>
    answer(
      api.POST('/api/rooms/{room_id}/compare', {
        params: { path: session.inRoom() },
        body: {
          one: props.one,
          other: props.other,
          water: props.water as Schemas['CompareIn']['water'],
          signs: props.signs,
        },
      }),
    ),
  retry: false,
})
const PACE: Record<string, string> = {
  hours: 'kills in hours',
  days: 'days count',
  weeks: 'takes weeks',
  none: '',
}
const rows = computed(() => (data.value?.rows ?? []).slice(0, 12))
</script>

<template>
  <ProblemNote :problem="error" />
  <div v-if="data" class="compare" data-testid="compare">
    <div v-if="data.question" class="ask">
      <h2>What separates them</h2>
      <p class="big">{{ data.question.label }}</p>
      <p class="small">{{ data.question_look }}. {{ data.question_how }}</p>
      <div class="answers">
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
    <table>
      <caption class="unseen">
        Signs of
        {{
          data.one_name
        }}
        and
        {{
          data.other_name
        }}
        side by side
      </caption>
      <thead>
        <tr>
          <th scope="col" class="one">
            {{ data.one_name }}<span class="small quiet">{{ PACE[data.one_urgency] }}</span>
          </th>
          <th scope="col" class="mid"><span class="unseen">sign</span></th>
          <th scope="col">
            {{ data.other_name }}<span class="small quiet">{{ PACE[data.other_urgency] }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <td class="one small">{{ data.one_summary.text }}</td>
          <td class="mid" />
          <td class="small">{{ data.other_summary.text }}</td>
        </tr>
        <tr v-for="r in rows" :key="r.sign" :class="r.for_one ? 'left' : 'right-side'">
          <td class="one">{{ r.one_words }}</td>
          <th scope="row" class="mid">
            <span class="arrow" aria-hidden="true">{{ r.for_one ? '‹'.repeat(r.marks) : '' }}</span>
            <SignMark :state="answerOf(signs, r.sign)" :size="15" />
            <span>{{ r.label }}</span>
            <span class="arrow" aria-hidden="true">{{ r.for_one ? '' : '›'.repeat(r.marks) }}</span>
          </th>
          <td>{{ r.other_words }}</td>
        </tr>
      </tbody>
    </table>
    <dl v-if="data.cost">
      <dt>Why the mistake costs</dt>
      <dd>{{ data.cost }}.</dd>
      <dt>What separates</dt>
      <dd>{{ data.separates }}.</dd>
      <dt>Meanwhile</dt>
      <dd>{{ data.meanwhile }}.</dd>
      <dt>Decide</dt>
      <dd>{{ data.decide_by }}</dd>
    </dl>
    <p class="small quiet">
      How often each shows the sign: expert guesses.<template v-if="data.pair_source">
        {{ data.pair_source }}; from memory.</template
      >
    </p>
  </div>
</template>

<style scoped>
.big::first-letter {
  text-transform: uppercase;
}
.compare {
  display: grid;
  gap: 14px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
thead th {
  border-top: 2px solid var(--ink);
  border-bottom: 1px solid var(--ink);
  text-align: left;
  padding: 4px 0;
  font-size: 15px;
  width: 27%;
}
thead .small {
  font-weight: 400;
  margin-left: 8px;
}
.one {
  text-align: right;
}
td,
tbody th {
  border-bottom: 1px solid var(--rule);
  padding: 6px 0;
  vertical-align: top;
  font-size: 13.5px;
}
th.mid,
td.mid {
  width: 46%;
  padding-inline: 14px;
}
tbody th.mid {
  font-weight: 400;
  display: table-cell;
}
tbody th.mid > * {
  display: inline-block;
  vertical-align: middle;
}
tbody th.mid :deep(svg) {
  margin: 0 6px;
}
.arrow {
  min-width: 26px;
  font-weight: 700;
  color: var(--leaf);
  font-size: 16px;
  line-height: 16px;
}
.left .one,
.right-side td:last-child {
  font-weight: 650;
}
.ask {
  border: 2px solid var(--ink);
  background: var(--plate);
  padding: 0 12px 12px;
}
h2 {
  font-size: 13px;
  line-height: 20px;
  background: var(--ink);
  color: var(--paper);
  margin: 0 -12px;
  padding: 1px 12px 2px;
}
.big {
  font-size: 18px;
  line-height: 23px;
  font-weight: 700;
  padding-top: 6px;
}
.answers {
  display: flex;
  gap: 8px;
  padding-top: 10px;
}
.answers :deep(.p-button) {
  min-height: 44px;
}
dl {
  display: grid;
  grid-template-columns: 160px 1fr;
  gap: 4px 12px;
}
dt {
  font-weight: 650;
}
@media (max-width: 759px) {
  dl {
    grid-template-columns: 1fr;
    gap: 0;
  }
  dd {
    padding-bottom: 8px;
  }
  th.mid,
  td.mid {
    padding-inline: 6px;
  }
  .arrow {
    min-width: 0;
  }
  .answers :deep(.p-button) {
    min-height: 56px;
    flex: 1;
  }
}
</style>
