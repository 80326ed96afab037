<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { answer, api, type Schemas } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import BottleForm from './BottleForm.vue'
import MendForm from './MendForm.vue'
import SpoonsForm from './SpoonsForm.vue'
import TakenForm from './TakenForm.vue'
import ToolForm from './ToolForm.vue'
import { useLeft } from './queries'
import { useShelf } from '@/shared/queries'
import * as texts from './words'

/** The shelf: what is in the bottles, what was mixed and until when, what is measured with. */
const session = useSession()
const { data: shelf, error } = useShelf()
type Kept = Schemas['GoneIn']['what']
const adding = ref<'bottle' | 'tool' | 'spoons' | null>(null)
const last = ref<{ what: Kept; uid: string; name: string } | null>(null)
const sentence = computed(() => {
  const past = shelf.value?.bottles.filter((b) => b.past).length ?? 0
  if (past) return past === 1 ? texts.ONE_PAST : texts.manyPast(past)
  return shelf.value?.bottles.length ? texts.OFFERED_FIRST : texts.EMPTY_SHELF
})
const left = useLeft()
const bay = computed(() => left.data.value)
const leftIn = (uid: string) => left.data.value?.left.find((l) => l.uid === uid)
type Item = { what: 'bottle' | 'label'; uid: string; name: string }
const mending = ref<(Item & { stocked: Schemas['StockedOut'] }) | null>(null)
const taking = ref<Item | null>(null)
function mend(item: Item & { stocked: Schemas['StockedOut'] }) {
  mending.value = item
}
let asked = { what: 'bottle' as Kept, uid: '', gone: true }
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/shelf/gone', {
      params: { path: session.inRoom() },
      body: { write_id, ...asked },
    }),
  ),
)
async function take(what: Kept, item: { uid: string; name: string }, gone = true) {
  asked = { what, uid: item.uid, gone }
  if (await write.run()) last.value = gone ? { what, uid: item.uid, name: item.name } : null
}
</script>

<template>
  <PageHead title="Shelf" :sentence="sentence" />
  <ProblemNote :problem="error" />
  <ProblemNote :problem="write.problem.value" />
  <p v-if="last" class="flex gap-3.5 items-center line-l-3-leaf py-1 px-3 mb-4" role="status">
    {{ texts.isOffTheShelf(last.name) }}
    <Button
      :label="texts.PUT_IT_BACK"
      severity="secondary"
      data-testid="put-back"
      @click="take(last.what, last, false)"
    />
  </p>
  <section v-if="shelf" :aria-label="texts.BOTTLES_AND_STOCK_SOLUTIONS">
    <h2 class="block-head">{{ texts.BOTTLES_AND_STOCK_SOLUTIONS }}</h2>
    <table v-if="shelf.bottles.length" class="w-full border-collapse mb-3" data-testid="bottles">
      <thead>
        <tr>
          <th scope="col">name</th>
          <th scope="col">holds</th>
          <th scope="col" class="right">left</th>
          <th scope="col" class="right">good until</th>
          <th scope="col">
            <span class="unseen">{{ texts.WHAT_TO_DO }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="b in shelf.bottles" :key="b.uid">
          <th scope="row">
            {{ b.name }}
            <span class="small quiet block font-400"
              >{{ b.active_name }}{{ b.stock ? ', stock solution' : '' }}</span
            >
          </th>
          <td>
            {{ b.holds }} <span class="small quiet">{{ b.made_words }}</span><span
              v-if="b.paid_words"
              class="small quiet paid"
              >paid {{ b.paid_words }}</span
            ><span v-if="b.stocked.words.length" class="small quiet paid">{{
              b.stocked.words.join(', ')
            }}</span>
          </td>
          <td class="right small" :data-testid="`left-${b.name}`">
            <template v-if="leftIn(b.uid)">
              <b class="fig" :class="{ brick: leftIn(b.uid)!.low }">{{ leftIn(b.uid)!.words }}</b>
              <span class="quiet paid">{{ leftIn(b.uid)!.doses_words }}</span>
            </template>
            <span v-else class="quiet">nobody said</span>
          </td>
          <td class="fig right" :class="{ brick: b.past, tannin: b.stocked.soon_words }">
            {{ b.until_words || texts.NO_DATE_ON_IT }}<b v-if="b.past" class="small"> past</b>
            <span v-if="b.stocked.soon_words" class="small paid">{{ b.stocked.soon_words }}</span>
          </td>
          <td class="right">
            <span class="does flex gap-3 items-center justify-end pl-3">
              <button
                type="button"
                class="link small"
                :aria-label="`mend ${b.name}`"
                @click="mend({ what: 'bottle', uid: b.uid, name: b.name, stocked: b.stocked })"
              >
                mend
              </button>
              <button
                v-if="leftIn(b.uid)"
                type="button"
                class="link small"
                :aria-label="`taken from ${b.name}`"
                @click="taking = { what: 'bottle', uid: b.uid, name: b.name }"
              >
                taken
              </button>
              <Button
                :label="b.stock ? 'Poured away' : 'Used up'"
                severity="secondary"
                :aria-label="`${b.name}: ${b.stock ? 'poured away' : 'used up'}`"
                @click="take('bottle', b)"
              />
            </span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="quiet none">
      {{ texts.NO_BOTTLE_YET_A }}
    </p>
    <Button :label="texts.WRITE_DOWN_A_BOTTLE" data-testid="add-bottle" @click="adding = 'bottle'" />
  </section>
  <section v-if="shelf?.labels.length" :aria-label="texts.PRODUCTS_BY_THEIR_LABELS">
    <h2 class="block-head">{{ texts.BY_THEIR_OWN_LABELS }}</h2>
    <ul class="rows mb-3" data-testid="labels">
      <li v-for="l in shelf.labels" :key="l.uid" class="row">
        <b class="phone:col-span-full">{{ l.label.product }}</b>
        <span
          >{{ l.words
          }}<span class="small quiet paid">{{
            l.holds_words ? `holds ${l.holds_words}` : texts.WHAT_IT_HOLDS_IS
          }}</span
          ><span v-if="leftIn(l.uid)" class="small paid" :class="{ brick: leftIn(l.uid)!.low }"
            >{{ leftIn(l.uid)!.words }} left</span
          ><span v-if="l.stocked.soon_words" class="small tannin paid">{{ l.stocked.soon_words }}</span></span
        >
        <button
          type="button"
          class="link small"
          :aria-label="`mend ${l.label.product}`"
          @click="mend({ what: 'label', uid: l.uid, name: l.label.product, stocked: l.stocked })"
        >
          mend
        </button>
        <Button
          label="Used up"
          severity="secondary"
          :aria-label="`${l.label.product}: used up`"
          @click="take('label', { uid: l.uid, name: l.label.product })"
        />
      </li>
    </ul>
  </section>
  <section v-if="bay" :aria-label="texts.THE_SICK_BAY">
    <h2 class="block-head">{{ texts.THE_SICK_BAY }}</h2>
    <p class="small" :class="{ tannin: bay.sick_bay.some((i) => i.missing) }" data-testid="sick-bay-words">
      {{ bay.words }}
    </p>
    <ul class="rows mb-3" data-testid="sick-bay">
      <li
        v-for="i in bay.sick_bay"
        :key="i.id"
        class="bay grid grid-cols-[220px_minmax(0,1fr)_160px] gap-y-0.5 gap-x-3.5 py-1.5 phone:grid-cols-[minmax(0,1fr)_auto]"
      >
        <b :class="{ tannin: i.missing }">{{ i.name }}</b>
        <span class="small quiet">{{ i.text }}</span>
        <span class="small right">{{ i.here || (i.missing ? 'missing' : '') }}</span>
      </li>
    </ul>
  </section>
  <section v-if="shelf" :aria-label="texts.TOOLS_AT_HAND">
    <h2 class="block-head">{{ texts.TOOLS_AT_HAND }}</h2>
    <ul v-if="shelf.tools.length" class="rows mb-3" data-testid="tools">
      <li v-for="t in shelf.tools" :key="t.uid" class="row">
        <b class="phone:col-span-full">{{ t.name }}</b>
        <span class="fig">{{ t.words }}</span>
        <Button label="Gone" severity="secondary" :aria-label="`${t.name}: gone`" @click="take('tool', t)" />
      </li>
    </ul>
    <p v-else class="quiet none">
      {{ texts.untilAToolIs(shelf.usual_tools.join(', ')) }}
    </p>
    <Button :label="texts.WRITE_DOWN_A_TOOL" data-testid="add-tool" @click="adding = 'tool'" />
  </section>
  <section v-if="shelf" aria-label="Weighed spoons">
    <h2 class="block-head">Weighed spoons</h2>
    <ul v-if="shelf.spoons.length" class="rows mb-3" data-testid="spoons">
      <li v-for="s in shelf.spoons" :key="s.active" class="row">
        <b class="phone:col-span-full">{{ s.active_name }}</b><span class="fig">{{ s.words }}</span>
      </li>
    </ul>
    <p v-else class="quiet none">
      {{ texts.A_LEVEL_SPOON_OF }}
    </p>
    <Button label="Weigh a spoon" data-testid="add-spoons" @click="adding = 'spoons'" />
  </section>
  <Dialog v-if="mending" visible modal :header="`Mend ${mending.name}`" @update:visible="mending = null">
    <MendForm :item="mending" @done="mending = null" />
  </Dialog>
  <Dialog v-if="taking" visible modal :header="`Taken from ${taking.name}`" @update:visible="taking = null">
    <TakenForm :item="taking" @done="taking = null" />
  </Dialog>
  <p class="small">
    <RouterLink :to="{ name: 'formulary' }">{{ texts.WHAT_THE_FORMULARY_KNOWS }}</RouterLink>
  </p>
  <Dialog
    :visible="adding !== null"
    modal
    :header="adding === 'bottle' ? texts.A_BOTTLE_AS_ITS : adding === 'tool' ? 'A tool' : 'A level spoon'"
    dismissable-mask
    @update:visible="adding = null"
  >
    <BottleForm v-if="adding === 'bottle'" @done="adding = null" />
    <ToolForm v-else-if="adding === 'tool'" @done="adding = null" />
    <SpoonsForm v-else-if="adding === 'spoons'" @done="adding = null" />
  </Dialog>
</template>

<style scoped>
section {
  margin-bottom: 28px;
  max-width: 900px;
}
.paid {
  display: block;
}
thead th {
  padding: 0 14px 4px 0;
  font-size: 12.5px;
  font-weight: 400;
  color: var(--ink2);
  text-align: left;
  border-bottom: 1px solid var(--ink);
}
td,
tbody th {
  text-align: left;
  border-bottom: 1px solid var(--rule);
  padding: 7px 14px 7px 0;
  height: 52px;
}
td .small {
  display: block;
  font-weight: 400;
}
.right,
thead .right {
  text-align: right;
  white-space: nowrap;
}
.row {
  display: grid;
  grid-template-columns: 200px 1fr auto;
  gap: 14px;
  align-items: center;
  min-height: 48px;
}
.none {
  padding: 8px 0 12px;
  max-width: 70ch;
}
@media (max-width: 759px) {
  thead {
    display: none;
  }
  tbody tr {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 2px 12px;
    align-items: center;
    border-bottom: 1px solid var(--rule);
    padding: 8px 0;
  }
  td,
  tbody th {
    border: 0;
    height: auto;
    padding: 2px 0;
  }
  tbody th,
  td:nth-child(2) {
    grid-column: 1 / -1;
  }
  td.fig {
    text-align: left;
  }
  .row {
    grid-template-columns: 1fr auto;
  }
}
@media (max-width: 759px) {
  .bay > :nth-child(2) {
    grid-row: 2;
    grid-column: 1 / -1;
  }
}
</style>
