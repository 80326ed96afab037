<script setup lang="ts">
import { computed } from 'vue'
import { answer, api } from '@/api/client'
import LinkButton from '@/shared/LinkButton.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import DayBands from './DayBands.vue'
import { useBegin } from './useBegin'
import { useReveal } from './queries'
import * as said from '@/shared/words'
import * as texts from './words'

/** What it was: day by day what was shown and done, what would have lost least, and the fish alive beside the best way and doing nothing. */
const session = useSession()
const { data, error, isPending } = useReveal()
const keep = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/rehearsal/keep', {
      params: { path: session.inRoom() },
      body: { write_id, lines: data.value?.worth ?? [] },
    }),
  ),
)
const again = useBegin(() => ({ scenario: data.value?.scenario ?? '', seed: data.value?.seed ?? 0 }))
const another = useBegin(() => ({ scenario: data.value?.scenario ?? '' }))
const shipped = computed(() => !data.value?.scenario.startsWith('own_'))
const dearest = computed(() => Math.max(0.1, ...(data.value?.days.map((d) => d.lost) ?? [])))
const last = (values: number[]) => values[values.length - 1] ?? 0
</script>

<template>
  <PageHead
    :title="data?.title ?? said.WHAT_IT_WAS"
    :sentence="data?.sentence ?? ''"
    :aside="texts.NOTHING_HERE_IS_WRITTEN"
  />
  <p v-if="isPending" class="small" role="status">
    {{ texts.EVERY_WAY_IS_GONE }}
  </p>
  <ProblemNote :problem="error" />
  <template v-if="data">
    <div class="table" role="table" :aria-label="said.DAY_BY_DAY" data-testid="reveal">
      <div class="row heads" role="row">
        <span role="columnheader">day</span><span role="columnheader">{{ texts.WHAT_YOU_WERE_SHOWN }}</span
        ><span role="columnheader">{{ texts.WHAT_YOU_DID }}</span
        ><span role="columnheader">{{ texts.WOULD_HAVE_LOST_LEAST }}</span
        ><span role="columnheader" class="text-right">{{ texts.LOST_BY_IT }}</span
        ><span role="columnheader" class="flex justify-between gap-0 flex-wrap"
          ><b class="basis-full">fish alive</b><span class="fig font-400">0</span
          ><span class="fig font-400">{{ data.fish }}</span></span
        >
      </div>
      <div
        v-for="d in data.days"
        :key="d.day"
        class="row"
        :class="{ dear: d.lost >= 0.5 }"
        role="row"
        :data-testid="`reveal-day-${d.day}`"
      >
        <span role="rowheader" class="day grid content-start"
          ><b class="fig text-15">{{ d.day }}</b
          ><span
            v-if="d.died"
            class="text-brick font-700 leading-3.5 tracking-[1px]"
            :title="`${d.died} died`"
            ><span v-for="n in d.died" :key="n" aria-hidden="true">○</span
            ><span class="unseen">{{ d.died }} died</span></span
          ></span
        >
        <span role="cell"
          ><b>{{ d.shown.join('; ') }}</b
          ><span v-if="d.not_looked" class="small block text-tannin">{{ d.not_looked }}</span
          ><span class="small quiet fig block">{{ d.water }}</span></span
        >
        <span role="cell" class="told" data-says="you">{{ d.did.join('; ') }}</span>
        <span role="cell" class="told" data-says="least lost"
          ><b v-if="d.best">{{ d.best }}</b
          ><span v-else class="quiet">the same</span></span
        >
        <span role="cell" class="fig lost text-right text-15 font-600"
          >{{ d.lost.toFixed(1)
          }}<svg
            class="block w-full h-1 fill-current"
            viewBox="0 0 100 4"
            preserveAspectRatio="none"
            aria-hidden="true"
          >
            <rect
              :x="100 - (d.lost / dearest) * 100"
              y="0"
              :width="(d.lost / dearest) * 100"
              height="4"
            /></svg
        ></span>
        <span role="cell" class="chart"><DayBands :reveal="data" :day="d.day" /></span>
      </div>
      <div class="row sums" role="row">
        <span role="cell"></span><span role="cell" class="quiet">{{ data.sums }}</span
        ><span role="cell"></span><span role="cell" class="text-right">together</span>
        <b role="cell" class="fig text-right" data-testid="together">{{ data.together.toFixed(1) }}</b>
        <span role="cell" class="small flex justify-between gap-2"
          ><span class="quiet">nothing done: {{ last(data.nothing.middle) }}</span>
          <b>you: {{ last(data.alive) }}</b>
          <b class="leaf">best: {{ last(data.best.middle) }}</b></span
        >
      </div>
    </div>
    <p class="py-3">{{ data.lost_words }}</p>
    <template v-if="data.look_back.length">
      <h2 class="block-head text-14">{{ texts.LOOKING_BACK_FROM_THE }}</h2>
      <ul class="back max-w-190 pt-1.5 pb-2.5" data-testid="reveal-look-back">
        <li v-for="line in data.look_back" :key="line" class="py-0.5">{{ line }}</li>
      </ul>
      <LinkButton
        v-if="data.case"
        class="mb-3.5"
        :to="{ name: 'case', params: { case: data.case } }"
        label="The case"
      />
    </template>
    <h2 class="block-head text-14">
      <span>Worth keeping</span><span class="small quiet">{{ texts.FROM_THIS_REHEARSAL_INTO }}</span>
    </h2>
    <ol
      class="grid grid-cols-[repeat(3,minmax(0,1fr))] gap-y-2 gap-x-7 pl-4.5 pt-2 pb-3.5 list-decimal narrow:grid-cols-[1fr]"
      data-testid="worth"
    >
      <li v-for="line in data.worth" :key="line">{{ line }}</li>
    </ol>
    <ProblemNote :problem="keep.problem.value ?? again.problem.value ?? another.problem.value" />
    <div class="presses flex flex-wrap gap-2">
      <Button
        :label="data.kept || keep.busy.value ? 'Kept' : texts.KEEP_THE_THREE"
        severity="secondary"
        :disabled="data.kept || keep.busy.value"
        data-testid="keep-three"
        @click="keep.run()"
      />
      <template v-if="shipped">
        <Button
          :label="texts.THE_SAME_ONCE_MORE"
          severity="secondary"
          :disabled="again.busy.value"
          @click="again.begin()"
        />
        <Button
          :label="said.ANOTHER_LIKE_IT"
          :disabled="another.busy.value"
          data-testid="another"
          @click="another.begin()"
        />
      </template>
    </div>
    <p class="small quiet max-w-190 pt-3.5">{{ data.method }}</p>
  </template>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 44px minmax(200px, 1.3fr) minmax(140px, 1fr) minmax(140px, 1fr) 74px minmax(
      200px,
      1.4fr
    );
  column-gap: 14px;
  border-bottom: 1px solid var(--rule);
  font-size: 14px;
  line-height: 19px;
}
.row > * {
  padding: 8px 0;
}
.heads {
  border-bottom: 2px solid var(--ink);
  font-weight: 700;
  font-size: 13px;
}
.dear {
  background: var(--plate);
}
.dear .lost {
  color: var(--brick);
}
.row > .chart {
  padding: 0;
  position: relative;
}
.sums {
  border-top: 2px solid var(--ink);
  border-bottom: 0;
}
@media (max-width: 1000px) {
  .heads {
    display: none;
  }
  .row {
    grid-template-columns: 36px minmax(0, 1fr) 60px;
    padding: 8px 0;
  }
  .row > * {
    grid-column: 2;
    padding: 2px 0;
  }
  .row > .day {
    grid-column: 1;
    grid-row: 1 / span 4;
  }
  .row > .lost {
    grid-column: 3;
    grid-row: 1;
  }
  .row > .chart {
    grid-column: 2 / span 2;
    height: 44px;
  }
  .told::before {
    content: attr(data-says) ': ';
    color: var(--ink2);
  }
  .row.sums > * {
    grid-column: 1 / -1;
    text-align: left;
  }
  .presses :deep(.p-button) {
    min-height: 56px;
  }
}
</style>
