<script setup lang="ts">
import { inSentence } from '@/shared/inSentence'
import { computed, ref } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { answer, api, type Schemas } from '@/api/client'
import { capital } from '@/shared/capital'
import KindMark from '@/shared/KindMark.vue'
import LinkButton from '@/shared/LinkButton.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useStrike } from '@/shared/useStrike'
import { useWrite } from '@/shared/useWrite'
import WhenField from '@/shared/WhenField.vue'
import EndForm from './EndForm.vue'
import LeaveForm from './LeaveForm.vue'
import LossForm from './LossForm.vue'
import NameForm from './NameForm.vue'
import RecountForm from './RecountForm.vue'
import ScuffleForm from './ScuffleForm.vue'
import { useGroups } from '@/shared/queries'
import { useBook } from './queries'
import * as said from '@/shared/words'
import * as texts from './words'

/** A group from its order to its end: every line that changed how many there are, and how many were left after it. */
const props = defineProps<{ group: string }>()
const session = useSession()
const router = useRouter()
const { data: book, error } = useBook(() => props.group)
const here = computed(() =>
  book.value ? { uid: book.value.uid, words: book.value.left_words, left: book.value.left } : null,
)
const all = useGroups()
/** others of the same kind in the same tank, with whom these may be put together */
const others = computed(() =>
  (all.data.value ?? []).filter(
    (g) =>
      g.uid !== props.group &&
      g.left > 0 &&
      g.tank === book.value?.tank &&
      g.species_name === book.value?.species_name,
  ),
)
const into = ref<Schemas['GroupOut'] | null>(null)
const at = ref<string | null>(null)
const merging = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/groups/{group_id}/merge', {
      params: { path: { ...session.inRoom(), group_id: props.group } },
      body: { write_id, into: into.value?.uid ?? '', happened_at: at.value },
    }),
  ),
)
async function merge() {
  const done = await merging.run()
  if (!done) return
  into.value = null
  await router.push({ name: 'fish', params: { group: done.uid } })
}
type Entry = 'loss' | 'end' | 'leave' | 'recount' | 'name' | 'scuffle'
const FORMS = {
  loss: { title: 'Loss', form: LossForm },
  end: { title: 'Put down', form: EndForm },
  leave: { title: 'Left alive', form: LeaveForm },
  recount: { title: 'Counted anew', form: RecountForm },
  name: { title: texts.NAME_ONE, form: NameForm },
  scuffle: { title: texts.CHASED, form: ScuffleForm },
} as const
const open = ref<Entry | null>(null)
const striking = ref<Schemas['BookLineOut'] | null>(null)
const reason = ref('')
const { strike, busy, problem } = useStrike()
async function strikeNow() {
  const line = striking.value
  if (line && (await strike(line.ledger as Schemas['StrikeIn']['ledger'], line.entry, reason.value)))
    striking.value = null
}
</script>

<template>
  <PageHead
    :title="book ? capital(book.species_name) : 'Fish'"
    :sentence="book?.sentence"
    :aside="book?.tank_name"
  />
  <ProblemNote :problem="error" />
  <template v-if="book && here">
    <div class="presses in-row gap-2 mb-6">
      <template v-if="book.left">
        <LinkButton main :to="{ name: 'look-at', params: { group } }" label="Look" />
        <Button severity="secondary" label="Loss" data-testid="ask-loss" @click="open = 'loss'" />
        <Button severity="secondary" label="Put down" data-testid="ask-end" @click="open = 'end'" />
        <Button
          severity="secondary"
          :label="texts.SOLD_GIVEN_RELEASED"
          data-testid="ask-leave"
          @click="open = 'leave'"
        />
        <Button
          severity="secondary"
          label="Counted anew"
          data-testid="ask-recount"
          @click="open = 'recount'"
        />
        <Button severity="secondary" label="Chased" data-testid="ask-scuffle" @click="open = 'scuffle'" />
        <LinkButton
          :to="{ name: 'tank', params: { tank: book.tank }, query: { move: group } }"
          label="Move"
        />
        <Button
          v-for="o in others"
          :key="o.uid"
          severity="secondary"
          :label="texts.putTogetherWithThose(o.arrived_on_words)"
          data-testid="ask-merge"
          @click="into = o"
        />
      </template>
      <RouterLink :to="{ name: 'days', params: { group } }">{{ texts.DAYS_AND_PICTURES }}</RouterLink>
      <RouterLink :to="{ name: 'tank', params: { tank: book.tank } }">The tank</RouterLink>
    </div>
    <div class="two grid grid-cols-[minmax(0,1fr)_250px] gap-y-0 gap-x-8 items-start">
      <section aria-label="The book">
        <h2 class="block-head">
          {{ texts.FROM_ORDER_TO_NOW }} <span class="small quiet">{{ texts.LEFT_AFTER_IT }}</span>
        </h2>
        <ol class="rows" data-testid="book">
          <li class="line first">
            <span />
            <KindMark kind="open" />
            <span class="words phone:col-[2]">{{ book.came.join(', ') }}</span>
          </li>
          <li v-for="(l, i) in book.lines" :key="i" class="line" :class="l.kind">
            <span class="small quiet when phone:col-[2]"
              >{{ l.day_words }} <span class="fig">{{ l.at_words }}</span></span
            >
            <KindMark :kind="l.kind" />
            <span class="words phone:col-[2]">
              <b>{{ l.words }}</b>
              <span v-if="l.told" class="tannin small block">{{ l.told }}</span>
              <span v-if="l.detail" class="small quiet block">{{ l.detail }}</span>
            </span>
            <span class="small quiet phone:hidden">{{ l.by }}</span>
            <button
              v-if="l.entry"
              type="button"
              class="link small"
              :aria-label="`strike out: ${l.words}, ${l.day_words}`"
              @click="((striking = l), (reason = ''))"
            >
              strike out
            </button>
            <span v-else />
            <span class="fig left">{{ l.left }}</span>
          </li>
        </ol>
      </section>
      <section aria-label="Named fish">
        <h2 class="block-head">
          Named fish
          <button
            v-if="book.left"
            type="button"
            class="link small"
            data-testid="ask-name"
            @click="open = 'name'"
          >
            name one
          </button>
        </h2>
        <p v-if="!book.individuals.length" class="small quiet py-2">
          {{ texts.NONE_A_NAME_LETS }}
        </p>
        <ul class="rows">
          <li v-for="n in book.individuals" :key="n.uid" class="named" :class="{ quiet: n.gone }">
            <b>{{ n.name }}</b>
            <span>{{ n.marks }}</span>
            <span v-if="n.gone" class="small brick">lost</span>
          </li>
        </ul>
      </section>
    </div>
    <Dialog
      v-if="open"
      visible
      modal
      :header="`${book.left_words}: ${inSentence(FORMS[open].title)}`"
      @update:visible="open = null"
    >
      <component :is="FORMS[open].form" :group="here" @done="open = null" />
    </Dialog>
    <Dialog v-if="into" visible modal header="Put together" @update:visible="into = null">
      <form class="ask grid gap-2.5 w-[min(420px,78vw)]" novalidate @submit.prevent="merge">
        <p>
          {{ texts.andAreOneGroup(book.left_words, into.words) }}
        </p>
        <WhenField v-model="at" :problem="merging.problem.value" />
        <ProblemNote :problem="merging.problem.value" :fields="['happened_at']" />
        <Button
          type="submit"
          :label="texts.PUT_THEM_TOGETHER"
          :loading="merging.busy.value"
          data-testid="save-merge"
        />
      </form>
    </Dialog>
    <Dialog v-if="striking" visible modal header="Strike out" @update:visible="striking = null">
      <form class="ask grid gap-2.5 w-[min(420px,78vw)]" @submit.prevent="strikeNow">
        <p>
          <b>{{ striking.words }}</b>{{ texts.theCountGoesBack(striking.day_words) }}
        </p>
        <label for="book-reason">Why</label>
        <InputText id="book-reason" v-model="reason" maxlength="200" />
        <ProblemNote :problem="problem" />
        <Button type="submit" :label="said.STRIKE_IT_OUT" severity="danger" :loading="busy" />
      </form>
    </Dialog>
  </template>
</template>

<style scoped>
.presses > a:not(.act) {
  padding: 8px;
}
section {
  margin-bottom: 28px;
}
.line {
  display: grid;
  grid-template-columns: 112px 20px minmax(0, 1fr) 80px 64px 120px;
  gap: 0 10px;
  align-items: baseline;
  padding: 7px 0;
}
.line :deep(svg) {
  align-self: start;
  margin-top: 2px;
}
.left {
  text-align: right;
  font-size: 15px;
  font-weight: 600;
}
.loss b {
  color: var(--brick);
}
.named {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 10px;
  padding: 8px 0;
}
.named > :nth-child(2) {
  grid-row: 2;
}
@media (max-width: 1099px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 759px) {
  .presses > * {
    min-height: 56px;
    display: inline-flex;
    align-items: center;
  }
  .line {
    grid-template-columns: 20px minmax(0, 1fr) auto;
  }
  .line > :nth-child(2) {
    grid-column: 1;
    grid-row: 1 / span 2;
  }
  .left {
    grid-column: 3;
    grid-row: 1 / span 2;
  }
  .line .link {
    display: none;
  }
}
</style>
