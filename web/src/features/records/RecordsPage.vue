<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { answer, api, type Schemas } from '@/api/client'
import LinkButton from '@/shared/LinkButton.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import ArchiveBox from './ArchiveBox.vue'
import { useCases } from '@/shared/cases'
import * as said from '@/shared/words'
import * as texts from './words'

const session = useSession()
const router = useRouter()
const cases = useCases()
const inAll = cases.inAll
const sentence = computed(() =>
  inAll.value ? `${inAll.value.open} open, ${inAll.value.closed} closed.` : '',
)
const text = ref('')
const bring = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/cases/import', {
      params: { path: session.inRoom() },
      body: { write_id, text: text.value },
    }),
  ),
)
const file = ref<HTMLInputElement | null>(null)
async function take(event: Event) {
  const chosen = (event.target as HTMLInputElement).files?.[0]
  if (!chosen) return
  text.value = await chosen.text()
  const done = await bring.run()
  if (file.value) file.value.value = ''
  if (done) await router.push({ name: 'case', params: { case: done.uid } })
}
const OUTCOME_TONE: Partial<Record<Schemas['CaseOut']['outcome'], string>> = {
  recovered: 'leaf',
  lost: 'brick',
  ended: 'brick',
}
</script>

<template>
  <PageHead title="Records" :sentence="sentence" />
  <ProblemNote :problem="cases.error.value ?? bring.problem.value" />
  <p v-if="inAll && !inAll.cases.length" class="pb-6">
    {{ texts.NO_CASE_YET_THE }}
  </p>
  <template
    v-for="part in [
      { title: 'Open', rows: cases.open.value },
      { title: 'Closed', rows: cases.closed.value },
    ]"
    :key="part.title"
  >
    <table v-if="part.rows.length" class="cases">
      <caption class="text-left font-700 line-t-2-ink py-1 px-0">
        {{
          part.title
        }}
      </caption>
      <thead class="phone:hidden">
        <tr>
          <th scope="col" class="right">no.</th>
          <th scope="col">tank</th>
          <th scope="col">fish</th>
          <th scope="col">what</th>
          <th scope="col">opened</th>
          <th scope="col" class="right">days</th>
          <th scope="col" class="right">doses</th>
          <th scope="col" class="right">lost</th>
          <th scope="col">outcome</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="c in part.rows"
          :key="c.uid"
          class="phone:grid phone:grid-cols-[34px_1fr_auto] phone:gap-y-0 phone:gap-x-2 phone:line-t-rule phone:py-2 phone:px-0"
        >
          <td class="fig right quiet">{{ c.number }}</td>
          <th
            class="line-t-rule h-10 text-left pr-2.5 phone:line-none phone:h-auto phone:col-[2]"
            scope="row"
          >
            <RouterLink :to="{ name: 'case', params: { case: c.uid } }" :data-testid="`case-${c.number}`">{{
              c.tank_name
            }}</RouterLink>
          </th>
          <td>{{ c.fish }}</td>
          <td>{{ c.condition_name || said.NO_NAME_YET }}</td>
          <td class="nowrap">{{ c.opened_words }}</td>
          <td class="fig right">{{ c.figures.days }}</td>
          <td class="fig right">{{ c.figures.doses_given }}</td>
          <td class="fig right" :class="{ brick: c.figures.fish_lost !== '0' }">
            {{ c.figures.fish_lost }}<span class="by-itself"> lost</span>
          </td>
          <td :class="OUTCOME_TONE[c.outcome]">{{ c.outcome_words || 'open' }}</td>
        </tr>
      </tbody>
    </table>
  </template>
  <Button
    v-if="cases.hasOlder.value"
    class="mb-6 phone:min-h-14"
    severity="secondary"
    :label="texts.SHOW_OLDER_CASES"
    :loading="cases.bringsOlder.value"
    data-testid="older-cases"
    @click="cases.older()"
  />
  <p class="flex flex-wrap gap-2.5 mb-5">
    <LinkButton :to="{ name: 'timeline' }" :label="texts.TIME_LINE_AND_SEARCH" />
    <LinkButton :to="{ name: 'batches' }" label="Compare batches" />
    <LinkButton :to="{ name: 'supplier-sheet' }" label="Supplier sheet" />
  </p>
  <div class="bring">
    <label for="case-file">{{ texts.BRING_IN_A_CASE }}</label>
    <input
      id="case-file"
      ref="file"
      type="file"
      accept="application/json,.json"
      data-testid="import-file"
      @change="take"
    />
  </div>
  <ArchiveBox />
</template>

<style scoped>
.cases {
  width: 100%;
  border-collapse: collapse;
  margin-bottom: 24px;
}
thead th {
  font-size: 12.5px;
  font-weight: 400;
  color: var(--ink2);
  text-align: left;
}
thead th.right,
td.right {
  text-align: right;
  padding-right: 16px;
}
td {
  border-top: 1px solid var(--rule);
  height: 40px;
  text-align: left;
  padding-right: 10px;
}
.bring {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
  border-top: 2px solid var(--ink);
  padding-top: 12px;
}
/* where no heading of its column says what it is */
.by-itself {
  display: none;
  font-family: var(--words);
}
@media (max-width: 759px) {
  .by-itself {
    display: inline;
  }
  td:nth-child(5),
  td:nth-child(6),
  td:nth-child(7) {
    display: none;
  }
  td {
    border: 0;
    height: auto;
    grid-column: 2;
  }
  td:first-child {
    grid-column: 1;
    grid-row: 1;
  }
  td:last-child {
    grid-column: 3;
    grid-row: 1;
    text-align: right;
  }
  td:nth-child(8) {
    grid-column: 3;
    grid-row: 2;
    padding-right: 10px;
  }
}
</style>
