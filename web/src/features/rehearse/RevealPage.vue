<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answer, api } from '@/api/client'
import LinkButton from '@/shared/LinkButton.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import DayBands from './DayBands.vue'
import { useBegin } from './useBegin'

/** What it was: day by day what was shown and done, what would have lost least, and the fish alive beside the best way and doing nothing. */
const session = useSession()
const { data, error, isPending } = useQuery({
  queryKey: ['reveal', () => session.room?.uid],
  queryFn: () =>
    answer(api.GET('/api/rooms/{room_id}/rehearsal/reveal', { params: { path: session.inRoom() } })),
  staleTime: Infinity,
  refetchOnWindowFocus: false,
})
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
    :title="data?.title ?? 'What it was'"
    :sentence="data?.sentence ?? ''"
    aside="nothing here is written to a tank"
  />
  <p v-if="isPending" class="small" role="status">
    Every way is gone two hundred times from every day on. This takes some seconds.
  </p>
  <ProblemNote :problem="error" />
  <template v-if="data">
    <div class="table" role="table" aria-label="Day by day" data-testid="reveal">
      <div class="row heads" role="row">
        <span role="columnheader">day</span><span role="columnheader">what you were shown</span
        ><span role="columnheader">what you did</span><span role="columnheader">would have lost least</span
        ><span role="columnheader" class="right">lost by it</span
        ><span role="columnheader" class="scale"
          ><b>fish alive</b><span class="fig">0</span><span class="fig">{{ data.fish }}</span></span
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
        <span role="rowheader" class="day"
          ><b class="fig">{{ d.day }}</b
          ><span v-if="d.died" class="dead" :title="`${d.died} died`"
            ><span v-for="n in d.died" :key="n" aria-hidden="true">○</span
            ><span class="unseen">{{ d.died }} died</span></span
          ></span
        >
        <span role="cell"
          ><b>{{ d.shown.join('; ') }}</b
          ><span v-if="d.not_looked" class="not small">{{ d.not_looked }}</span
          ><span class="small quiet fig block">{{ d.water }}</span></span
        >
        <span role="cell" class="told" data-says="you">{{ d.did.join('; ') }}</span>
        <span role="cell" class="told" data-says="least lost"
          ><b v-if="d.best">{{ d.best }}</b
          ><span v-else class="quiet">the same</span></span
        >
        <span role="cell" class="right fig lost"
          >{{ d.lost.toFixed(1)
          }}<svg class="bar" viewBox="0 0 100 4" preserveAspectRatio="none" aria-hidden="true">
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
        ><span role="cell"></span><span role="cell" class="right">together</span>
        <b role="cell" class="right fig" data-testid="together">{{ data.together.toFixed(1) }}</b>
        <span role="cell" class="small ends"
          ><span class="quiet">nothing done: {{ last(data.nothing.middle) }}</span>
          <b>you: {{ last(data.alive) }}</b>
          <b class="leaf">best: {{ last(data.best.middle) }}</b></span
        >
      </div>
    </div>
    <p class="hours">{{ data.lost_words }}</p>
    <template v-if="data.look_back.length">
      <h2 class="block-head">Looking back, from the record alone</h2>
      <ul class="back" data-testid="reveal-look-back">
        <li v-for="line in data.look_back" :key="line">{{ line }}</li>
      </ul>
      <LinkButton
        v-if="data.case"
        class="to-case"
        :to="{ name: 'case', params: { case: data.case } }"
        label="The case"
      />
    </template>
    <h2 class="block-head">
      <span>Worth keeping</span><span class="small quiet">from this rehearsal into your own notes</span>
    </h2>
    <ol class="worth" data-testid="worth">
      <li v-for="line in data.worth" :key="line">{{ line }}</li>
    </ol>
    <ProblemNote :problem="keep.problem.value ?? again.problem.value ?? another.problem.value" />
    <div class="presses">
      <Button
        :label="data.kept || keep.busy.value ? 'Kept' : 'Keep the three'"
        severity="secondary"
        :disabled="data.kept || keep.busy.value"
        data-testid="keep-three"
        @click="keep.run()"
      />
      <template v-if="shipped">
        <Button
          label="The same once more"
          severity="secondary"
          :disabled="again.busy.value"
          @click="again.begin()"
        />
        <Button
          label="Another like it"
          :disabled="another.busy.value"
          data-testid="another"
          @click="another.begin()"
        />
      </template>
    </div>
    <p class="small quiet method">{{ data.method }}</p>
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
.day {
  display: grid;
  align-content: start;
}
.day b {
  font-size: 15px;
}
.dead {
  color: var(--brick);
  font-weight: 700;
  line-height: 14px;
  letter-spacing: 1px;
}
.not {
  display: block;
  color: var(--tannin);
}
.block {
  display: block;
}
.right {
  text-align: right;
}
.lost {
  font-size: 15px;
  font-weight: 600;
}
.dear .lost {
  color: var(--brick);
}
.bar {
  display: block;
  width: 100%;
  height: 4px;
  fill: currentColor;
}
.row > .chart {
  padding: 0;
  position: relative;
}
.scale,
.ends {
  display: flex;
  justify-content: space-between;
  gap: 8px;
}
.scale {
  flex-wrap: wrap;
  gap: 0;
}
.scale b {
  flex-basis: 100%;
}
.scale .fig {
  font-weight: 400;
}
.sums {
  border-top: 2px solid var(--ink);
  border-bottom: 0;
}
.hours {
  padding: 12px 0;
}
.back {
  max-width: 760px;
  padding: 6px 0 10px;
}
.back li {
  padding: 2px 0;
}
.to-case {
  margin-bottom: 14px;
}
h2 {
  font-size: 14px;
}
.worth {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 8px 28px;
  padding: 8px 0 14px 18px;
  list-style: decimal;
}
.presses {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.method {
  max-width: 760px;
  padding-top: 14px;
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
  .worth {
    grid-template-columns: 1fr;
  }
  .presses :deep(.p-button) {
    min-height: 56px;
  }
}
</style>
