<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import { inSentence } from '@/shared/inSentence'
import { computed, ref, toRef, watch } from 'vue'
import { RouterLink, useRoute, useRouter } from 'vue-router'
import PageHead from '@/shared/PageHead.vue'
import WhenField from '@/shared/WhenField.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import SignMark from '@/shared/SignMark.vue'
import { NO_TEST } from '@/shared/waterTest'
import ComparePanel from './ComparePanel.vue'
import FishPlan from './FishPlan.vue'
import GateBar from './GateBar.vue'
import KnownFacts from './KnownFacts.vue'
import LookModes from './LookModes.vue'
import { answerOf, askedNow, shortList, withAnswer, type Signs } from './marks'
import MeanwhilePanel from './MeanwhilePanel.vue'
import NextLook from './NextLook.vue'
import RankList from './RankList.vue'
import SignTable from './SignTable.vue'
import { useByFrames } from '@/shared/useByFrames'
import type { Newcomer } from './queries'
import { useLook } from './useLook'
import * as said from '@/shared/words'
import * as texts from './words'

const props = withDefaults(defineProps<{ group?: string; newcomer?: Newcomer | null }>(), {
  group: '',
  newcomer: null,
})
const router = useRouter()
const route = useRoute()
const look = useLook(toRef(props, 'group'), toRef(props, 'newcomer'))
const {
  signs,
  counts,
  sizes,
  context,
  kin,
  typed,
  kit,
  note,
  mode,
  place,
  fish,
  weighed,
  write,
  carried,
  at,
  seenAt,
} = look
const board = computed(() => look.board.data.value ?? null)
if (!look.kept.restored && (props.newcomer || route.query['mode'] === 'arrival')) mode.value = 'arrival'

/** A place of the plan, or the short list of the day. */
const LIST = 'list'
const picked = ref(LIST)
const asked = ref('')
const regions = computed(() => askedNow(board.value?.regions ?? [], signs.value, asked.value))
const sections = computed(() => {
  if (picked.value !== LIST)
    return regions.value
      .filter((r) => r.id === picked.value)
      .map((r) => ({ id: r.id, title: '', signs: r.signs }))
  const which = mode.value === 'arrival' ? 'arrival' : 'daily'
  const listed = new Set(shortList(regions.value, which, { ...carried.value, ...signs.value }))
  return regions.value
    .map((r) => ({ id: r.id, title: r.name, signs: r.signs.filter((s) => listed.has(s)) }))
    .filter((part) => part.signs.length)
})
const title = computed(() =>
  picked.value === LIST
    ? mode.value === 'arrival'
      ? texts.ON_ARRIVAL
      : 'Today’s round'
    : (regions.value.find((r) => r.id === picked.value)?.name ?? ''),
)
const told = computed<Signs>(() => weighed.value?.signs ?? {})
const next = computed(() => weighed.value?.next_looks[0] ?? null)
const others = computed(() => weighed.value?.next_looks.slice(1) ?? [])
const all = computed(() => regions.value.flatMap((r) => r.signs))
const lookedAt = computed(() => all.value.filter((s) => answerOf(told.value, s.id) !== 'unknown').length)
/** the marks of all signs stand at the foot: they are drawn once what is looked at stands there */
const marked = useByFrames(() => all.value.length, 60)
const best = computed(() => weighed.value?.ranked[0] ?? null)
const unread = ref(false)
const comparing = ref<{ one: string; other: string } | null>(null)

function answerOne(sign: string, seen: boolean) {
  const insteadOf = all.value.find((s) => s.id === sign)?.instead_of
  signs.value = withAnswer(signs.value, sign, seen ? 'seen' : 'absent', insteadOf)
}
function show() {
  if (!next.value) return
  picked.value = next.value.region
  asked.value = next.value.sign
}
watch(picked, () => (asked.value = ''), { flush: 'sync' })
async function keep(then: 'case' | 'treat', which?: Record<string, string>) {
  // the field says what is wrong with the hour
  if (unread.value) return document.querySelector<HTMLInputElement>('.keep .when')?.focus()
  const done = await write.run()
  if (!done) return
  look.kept.forget()
  if (props.newcomer) await router.push({ name: 'look' })
  else if (then === 'treat')
    await router.push({
      name: 'course-for',
      params: { group: props.group },
      query: which ?? (best.value ? { condition: best.value.condition } : {}),
    })
  else if (done.case) await router.push({ name: 'case', params: { case: done.case } })
  else await router.push({ name: 'today' })
}
const keepLabel = computed(() => {
  const same = look.asBefore.value.length
  if (props.newcomer) return texts.KEEP_INSPECTION
  if (!same || mode.value !== 'daily') return texts.KEEP_LOOK
  const changed = look.changed.value.length
  return changed ? texts.keepChanged(same, changed) : texts.keepSame(same)
})

// [ and ] walk the places, l goes back to the list, k keeps
function onKey(event: KeyboardEvent) {
  const target = event.target as HTMLElement
  if (event.ctrlKey || event.metaKey || event.altKey || !board.value) return
  if (target.closest('input:not([type=radio]), textarea, select, [role=dialog], [role=combobox]')) return
  const places = [LIST, ...regions.value.map((r) => r.id)]
  const here = places.indexOf(picked.value)
  if (event.key === ']' || event.key === '[') {
    picked.value = places[(here + (event.key === ']' ? 1 : places.length - 1)) % places.length]!
    focusTable()
  } else if (event.key === 'l') {
    picked.value = LIST
    focusTable()
  } else if (event.key === 'k') void keep('case')
  else return
  event.preventDefault()
}
function focusTable() {
  setTimeout(() => document.querySelector<HTMLInputElement>('.signs input[type=radio]:checked')?.focus(), 30)
}
onKeyStroke(onKey)
const GATE_FIELDS = ['happened_at', ...Object.keys(NO_TEST)]
</script>

<template>
  <PageHead
    :title="board ? board.tank_name || texts.AT_THE_SELLERS : 'Look'"
    :says="{ title: 'tank_name' }"
    :sentence="board ? `${board.fish}, ${board.day_words}. ${weighed?.verdict ?? ''}` : ''"
  />
  <ProblemNote :problem="look.board.error.value" />
  <template v-if="board">
    <LookModes
      v-if="!newcomer"
      v-model:mode="mode"
      v-model:place="place"
      v-model:fish="fish"
      :board="board"
      :changed="look.changed.value.length"
      :as-before="look.asBefore.value.length"
      @empty="look.startEmpty"
    />
    <GateBar
      v-model:typed="typed"
      v-model:kit="kit"
      :gate="weighed?.gate ?? null"
      :read-words="
        mode === 'arrival' && place === 'bag' && !newcomer ? texts.OF_THE_BAGS_WATER : board.gate_read_words
      "
      :problem="look.problem.value"
      :water="board.water"
      :read="mode === 'arrival' && place === 'bag' ? {} : board.read"
    />
    <p v-if="weighed?.gate.state === 'shut'" class="shut" role="status">
      {{ texts.aFishThatIs(weighed.gate.words) }}
    </p>
    <p v-else-if="weighed?.gate.suspected" class="shut suspect" role="status">{{ weighed.gate.suspected }}</p>
    <section
      v-if="weighed?.doubts.length"
      class="shut suspect"
      role="status"
      aria-label="Asked again"
      data-testid="doubts"
    >
      <p v-for="d in weighed.doubts" :key="d.ask">{{ d.ask }}</p>
      <p class="small">{{ texts.UNTIL_THEN_THESE_MARKS }}</p>
    </section>
    <div
      class="look grid grid-cols-[minmax(0,580fr)_minmax(0,520fr)] gap-6 items-start narrow:grid-cols-[minmax(0,1fr)]"
    >
      <div class="eyes">
        <FishPlan
          v-model:picked="picked"
          :regions="regions"
          :signs="{ ...signs, ...told }"
          :list="LIST"
          :shape="board.shape"
        />
        <SignTable
          v-model:signs="signs"
          v-model:counts="counts"
          v-model:sizes="sizes"
          :title="title"
          :sections="sections"
          :asked="asked"
          :carried="carried"
          :fish-count="fish ? 1 : board.fish_count"
          :told="told"
          :shape="board.shape"
        />
        <p class="flex flex-wrap justify-between gap-y-1 gap-x-3">
          <span class="small"
            ><b class="fig">{{ lookedAt }}</b> of <span class="fig">{{ all.length }}</span> looked at</span
          >
          <span class="small quiet">{{ texts.WHAT_NOBODY_LOOKED_FOR }}</span>
          <span class="flex flex-wrap gap-0.5 w-full" aria-hidden="true"
            ><SignMark v-for="s in all.slice(0, marked)" :key="s.id" :state="answerOf(told, s.id)" :size="10"
          /></span>
        </p>
      </div>
      <div v-if="weighed" id="what-fits" class="mind">
        <RankList :weighed="weighed" :group="group" @compare="(one, other) => (comparing = { one, other })" />
        <KnownFacts
          v-model:context="context"
          v-model:kin="kin"
          :board="board"
          :known="weighed.known"
          class="mt-3"
        />
        <div class="grid grid-cols-[1fr_1fr] gap-4 mt-2 items-start phone:grid-cols-[1fr]">
          <div>
            <NextLook v-if="next" :next="next" @answer="(seen) => answerOne(next!.sign, seen)" @show="show" />
            <p v-if="others.length && weighed.looked_at" class="small quiet then pt-1.5">
              Then
              <template v-for="(o, i) in others" :key="o.look"
                >{{ i ? '; ' : '' }}{{ inSentence(o.name) }}: {{ o.label }}</template
              >.
            </p>
          </div>
          <MeanwhilePanel
            v-if="weighed.looked_at > 0 || weighed.gate.state === 'shut'"
            :acts="weighed.acts"
            :mends="weighed.mends"
            :tank="board?.tank ?? ''"
            @tasks="(which) => keep('treat', which)"
          />
        </div>
        <div class="mt-4 line-t-2-ink pt-2">
          <label for="look-note" class="small quiet">Note</label>
          <InputText id="look-note" v-model="note" maxlength="500" class="w-full" />
          <WhenField
            v-model="at"
            v-model:text="seenAt"
            v-model:unread="unread"
            label="Looked"
            :problem="write.problem.value"
          />
          <ProblemNote :problem="write.problem.value" :fields="GATE_FIELDS" />
          <div class="presses in-row gap-y-2 gap-x-3 my-2.5">
            <Button
              :label="keepLabel"
              :loading="write.busy.value"
              data-testid="save-look"
              @click="keep('case')"
            />
            <Button
              v-if="!newcomer"
              severity="secondary"
              :label="texts.KEEP_IT_AND_CHOOSE"
              :disabled="write.busy.value"
              data-testid="save-look-treat"
              @click="keep('treat')"
            />
            <RouterLink v-if="group" :to="{ name: 'days', params: { group }, query: fish ? { fish } : {} }">{{
              texts.OVER_THE_DAYS_PHOTOS
            }}</RouterLink>
            <RouterLink v-if="board.case" :to="{ name: 'case', params: { case: board.case } }">{{
              texts.CASE_SO_FAR
            }}</RouterLink>
          </div>
          <details v-if="board.watch_for.length" class="small" data-testid="watch-for">
            <summary>{{ texts.WHAT_TO_LOOK_FOR }}</summary>
            <ul>
              <li v-for="w in board.watch_for" :key="w">{{ w }}</li>
            </ul>
          </details>
          <p v-if="board.last_verdict" class="small quiet">
            Last look {{ board.last_words }}: {{ board.last_verdict }}
          </p>
        </div>
      </div>
    </div>
    <div
      class="thumb hidden phone:flex phone:sticky phone:bottom-15.5 phone:z-2 phone:gap-3 phone:items-center phone:justify-between phone:bg-paper phone:line-t-ink phone:-mx-4 phone:py-1.5 phone:px-4"
    >
      <a
        v-if="best && weighed?.looked_at"
        href="#what-fits"
        class="small phone:min-h-11 phone:inline-flex phone:items-center phone:gap-1 phone:flex-wrap"
        ><b>{{ best.short_name }}</b> <span class="fig">{{ best.in_100 }}</span> in 100 ↓</a
      >
      <Button :label="keepLabel" :loading="write.busy.value" data-testid="keep-here" @click="keep('case')" />
    </div>
    <Dialog
      v-if="comparing"
      visible
      modal
      dismissable-mask
      :header="said.SIDE_BY_SIDE"
      @update:visible="comparing = null"
    >
      <div class="w-[min(860px,84vw)]">
        <ComparePanel
          :one="comparing.one"
          :other="comparing.other"
          :water="board.water"
          :signs="told"
          @answer="answerOne"
        />
      </div>
    </Dialog>
  </template>
</template>

<style scoped>
.eyes > * + * {
  margin-top: 12px;
}
.shut {
  border: 2px solid var(--brick);
  color: var(--brick);
  font-weight: 650;
  padding: 8px 12px;
  margin-bottom: 12px;
}
.suspect {
  border-color: var(--tannin);
  color: var(--tannin);
}
.presses :deep(.p-button) {
  min-height: 44px;
}
@media (min-width: 1000px) {
  /* the ranking stays in view while signs are marked further down */
  .mind {
    position: sticky;
    top: 8px;
    max-height: calc(100vh - 16px);
    overflow-y: auto;
  }
}
@media (max-width: 759px) {
  .thumb :deep(.p-button) {
    min-height: 56px;
    margin-left: auto;
  }
  .presses :deep(.p-button) {
    min-height: 56px;
    width: 100%;
  }
  /* it stands under the thumb all the time */
  .presses :deep([data-testid='save-look']) {
    display: none;
  }
}
</style>
