<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { afterPaint } from '@/shared/afterPaint'
import SignMark from '@/shared/SignMark.vue'
import SignLens from './SignLens.vue'
import SignSizes from './SignSizes.vue'
import { answerOf, restNotThere, withAnswer, type Answer, type Counts, type Signs, type Sizes } from './marks'
import * as texts from './words'

/** Signs to go through: of one place, or the short list of the day in the order of looking. */
const props = defineProps<{
  title: string
  sections: { id: string; title: string; signs: Schemas['SignOut'][] }[]
  asked: string
  carried: Signs
  fishCount: number
  /** what the water test says of its signs */
  told: Signs
  shape: string
}>()
const signs = defineModel<Signs>('signs', { required: true })
const counts = defineModel<Counts>('counts', { required: true })
const sizes = defineModel<Sizes>('sizes', { required: true })
const explained = ref('')
const table = ref<HTMLElement | null>(null)
const ANSWERS: { value: Answer; label: string }[] = [
  { value: 'seen', label: 'seen' },
  { value: 'absent', label: 'not there' },
  { value: 'unknown', label: texts.NOT_LOOKED_AT },
]
const KEYS: Record<string, Answer> = { s: 'seen', x: 'absent', u: 'unknown' }
const all = computed(() => props.sections.flatMap((s) => s.signs))
const asks = computed(() => all.value.filter((s) => !s.reading))
const open = computed(() => asks.value.some((s) => !s.good && signs.value[s.id] === undefined))

function mark(sign: Schemas['SignOut'], value: Answer) {
  signs.value = withAnswer(signs.value, sign.id, value, sign.instead_of)
  if (value !== 'seen') forget(sign.id)
  for (const other of sign.instead_of) if (value === 'seen') forget(other)
}
function forget(sign: string) {
  counts.value = less(counts.value, sign)
  sizes.value = less(sizes.value, sign)
}
function less<T>(from: Record<string, T>, sign: string): Record<string, T> {
  if (from[sign] === undefined) return from
  const next = { ...from }
  delete next[sign]
  return next
}
function resize(sign: string, size: number) {
  sizes.value = sizes.value[sign] === size ? less(sizes.value, sign) : { ...sizes.value, [sign]: size }
}
function count(sign: string, seen: number | null) {
  if (seen === null) counts.value = less(counts.value, sign)
  else counts.value = { ...counts.value, [sign]: { seen, of: props.fishCount } }
}
function rest() {
  signs.value = restNotThere(signs.value, { signs: all.value })
}
const was = (sign: string) =>
  props.carried[sign] !== undefined && props.carried[sign] !== signs.value[sign]
    ? props.carried[sign]
      ? 'was seen'
      : texts.WAS_NOT_THERE
    : ''

async function onKey(event: KeyboardEvent, sign: Schemas['SignOut']) {
  const value = KEYS[event.key]
  if (value) mark(sign, value)
  else if (event.key === 'r') rest()
  else if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return
  event.preventDefault()
  event.stopPropagation()
  const row = asks.value.indexOf(sign)
  const next = asks.value[event.key === 'ArrowUp' ? row - 1 : row + 1]
  await nextTick()
  if (next)
    table.value
      ?.querySelector<HTMLInputElement>(`[data-testid="sign-${next.id}"] input[type=radio]:checked`)
      ?.focus()
}
</script>

<template>
  <table ref="table" class="signs" data-testid="signs">
    <caption class="unseen">
      {{
        texts.whatIsSeenAnd(title)
      }}
    </caption>
    <thead>
      <tr>
        <th scope="col" class="place" data-word>{{ title }}</th>
        <th v-if="fishCount > 1" scope="col" class="n">fish</th>
        <th v-for="a in ANSWERS" :key="a.value" scope="col" class="c" data-word>{{ a.label }}</th>
      </tr>
    </thead>
    <tbody v-for="part in sections" :key="part.id">
      <tr v-if="part.title" class="part">
        <th :colspan="fishCount > 1 ? 5 : 4" scope="colgroup" data-word>{{ part.title }}</th>
      </tr>
      <tr
        v-for="s in part.signs.filter((x) => !x.reading)"
        :key="s.id"
        :class="[answerOf(signs, s.id), { asked: asked === s.id }]"
        :data-testid="`sign-${s.id}`"
      >
        <th scope="row">
          <button
            type="button"
            class="name cursor-pointer hover:underline"
            data-word
            :aria-expanded="explained === s.id"
            @click="explained = explained === s.id ? '' : s.id"
          >
            {{ s.short }}<span v-if="was(s.id)" class="was small">{{ was(s.id) }}</span>
          </button>
          <SignSizes
            v-if="s.sizes.length && answerOf(signs, s.id) === 'seen'"
            :sign="s"
            :size="sizes[s.id]"
            @pick="resize(s.id, $event)"
          />
          <div v-if="explained === s.id || asked === s.id" class="small pr-3 pb-2 max-w-[56ch]">
            <SignLens v-if="s.drawn" :shape="shape" :drawn="s.drawn" :label="s.short" />
            <p>
              <b>{{ s.label }}.</b> {{ s.look }}
            </p>
            <p v-if="s.not_if" class="quiet">Not if: {{ s.not_if }}</p>
          </div>
        </th>
        <td v-if="fishCount > 1" class="n">
          <span v-if="answerOf(signs, s.id) === 'seen'" class="of fig">
            <InputNumber
              :model-value="counts[s.id]?.seen ?? null"
              :min="1"
              :max="fishCount"
              :use-grouping="false"
              :input-id="`count-${s.id}`"
              :aria-label="texts.inHowManyFish(s.short)"
              placeholder="–"
              @update:model-value="count(s.id, $event)"
            />of {{ fishCount }}</span
          >
          <span v-else-if="answerOf(signs, s.id) === 'absent'" class="fig quiet">0</span>
        </td>
        <td
          v-for="a in ANSWERS"
          :key="a.value"
          class="c phone:row-[1/span_2]"
          :class="{ on: answerOf(signs, s.id) === a.value }"
        >
          <label>
            <input
              class="absolute inset-0 w-full h-full m-0 op-0 cursor-pointer"
              type="radio"
              :name="s.id"
              :value="a.value"
              :checked="answerOf(signs, s.id) === a.value"
              :aria-label="`${s.short}: ${a.label}`"
              @change="afterPaint(() => mark(s, a.value))"
              @keydown="onKey($event, s)"
            />
            <SignMark v-if="answerOf(signs, s.id) === a.value" :state="a.value" :size="20" />
            <span v-else class="dot w-1 h-1 rounded-50% bg-rule2" aria-hidden="true" />
          </label>
        </td>
      </tr>
      <tr
        v-for="s in part.signs.filter((x) => x.reading)"
        :key="s.id"
        class="told"
        :class="answerOf(told, s.id)"
      >
        <th scope="row">
          <span class="name">{{ s.short }}</span>
        </th>
        <td v-if="fishCount > 1" class="n" />
        <td
          v-for="a in ANSWERS"
          :key="a.value"
          class="c phone:row-[1/span_2]"
          :class="{ on: answerOf(told, s.id) === a.value }"
        >
          <span class="relative flex items-center justify-center min-h-7.5 h-full phone:min-h-14"
            ><SignMark v-if="answerOf(told, s.id) === a.value" :state="a.value" :size="20" /><span
              v-if="answerOf(told, s.id) === a.value"
              class="unseen"
              >{{ a.label }}</span
            ></span
          >
        </td>
      </tr>
    </tbody>
  </table>
  <p v-if="all.some((s) => s.reading)" class="small quiet py-1.5">{{ texts.THESE_FOLLOW_FROM_THE }}</p>
  <Button
    v-if="open"
    type="button"
    severity="secondary"
    class="mt-2.5 phone:min-h-14 phone:w-full"
    :label="texts.THE_REST_HERE_IS"
    data-testid="rest"
    @click="rest"
  />
</template>

<style scoped>
.signs {
  width: 100%;
  border-collapse: collapse;
}
.signs thead th {
  border-top: 2px solid var(--ink);
  border-bottom: 1px solid var(--ink);
  font-size: 12.5px;
  font-weight: 400;
  height: 30px;
  position: sticky;
  top: 0;
  background: var(--paper);
  z-index: 1;
}
.signs thead .place {
  text-align: left;
  font-size: 14px;
  font-weight: 700;
}
tbody th {
  text-align: left;
  font-weight: 400;
  padding: 0;
  border-bottom: 1px solid var(--rule);
}
.part th {
  font-size: 12.5px;
  font-weight: 650;
  color: var(--ink2);
  padding-top: 8px;
  height: 28px;
  vertical-align: bottom;
}
.name {
  display: block;
  background: none;
  border: 0;
  padding: 6px 8px 6px 0;
  text-align: left;
  width: 100%;
  color: inherit;
  line-height: 17px;
}
.was {
  display: inline-block;
  margin-left: 8px;
  color: var(--leaf);
  font-weight: 650;
}
.seen .name {
  font-weight: 650;
}
.unknown .name {
  color: var(--ink2);
}
.asked .name {
  color: var(--tannin);
  font-weight: 650;
}
.asked > th {
  border-left: 3px solid var(--water);
  padding-left: 8px;
}
.n {
  width: 92px;
  text-align: right;
  padding: 0 8px 0 0;
  border-bottom: 1px solid var(--rule);
  white-space: nowrap;
}
thead .n {
  text-align: right;
}
.of {
  display: inline-flex;
  align-items: center;
  gap: 4px;
  font-size: 13px;
}
.of :deep(input) {
  width: 38px;
  min-height: 26px;
  padding: 0 4px;
  text-align: right;
  font: 400 13px/18px var(--figures);
}
.c {
  width: 72px;
  text-align: center;
  border-left: 1px solid var(--rule);
  border-bottom: 1px solid var(--rule);
  padding: 0;
}
thead .c {
  border-left: 0;
}
td.on {
  background: var(--plate);
}
label {
  position: relative;
  display: flex;
  align-items: center;
  justify-content: center;
  min-height: 30px;
  height: 100%;
}
label {
  cursor: pointer;
}
/* the answer to the press, until its mark is drawn and weighed */
input:checked + .dot {
  transform: scale(4);
  background: var(--ink);
}
label:hover {
  background: var(--shade);
}
label:has(input:focus-visible) {
  outline: 2px solid var(--water);
  outline-offset: -2px;
}
@media (max-width: 759px) {
  /* the count goes under the name, so that the name has the width */
  .signs,
  .signs tbody,
  .signs thead {
    display: block;
  }
  .signs tr {
    display: grid;
    grid-template-columns: minmax(0, 1fr) repeat(3, 58px);
    border-bottom: 1px solid var(--rule);
  }
  .signs tr > * {
    border-bottom: 0;
  }
  .signs thead tr {
    position: sticky;
    top: 0;
    z-index: 1;
    border-bottom: 1px solid var(--ink);
    background: var(--paper);
  }
  .signs thead th {
    position: static;
    border-bottom: 0;
    height: auto;
    line-height: 15px;
    padding-block: 4px;
  }
  .signs thead .n,
  .signs td.n:empty,
  .absent td.n,
  .told td.n {
    display: none;
  }
  .part th {
    grid-column: 1 / -1;
  }
  .c {
    width: auto;
  }
  td.n {
    grid-area: 2 / 1;
    width: auto;
    text-align: left;
    padding-bottom: 6px;
  }
  .signs tbody tr:not(.part) > th {
    grid-area: 1 / 1;
  }
  .seen .name {
    padding-bottom: 2px;
  }
  .of :deep(input) {
    width: 64px;
    min-height: 44px;
  }
  label {
    min-height: 56px;
  }
  .name {
    font-size: 15px;
    line-height: 19px;
    padding-block: 10px;
  }
}
</style>
