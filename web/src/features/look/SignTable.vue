<script setup lang="ts">
import { nextTick, ref } from 'vue'
import type { Schemas } from '@/api/client'
import SignMark from '@/shared/SignMark.vue'
import { answerOf, restNotThere, withAnswer, type Answer, type Signs } from './marks'

const props = defineProps<{ region: Schemas['RegionOut']; asked: string }>()
const signs = defineModel<Signs>('signs', { required: true })
const explained = ref('')
const table = ref<HTMLElement | null>(null)
const ANSWERS: { value: Answer; label: string }[] = [
  { value: 'seen', label: 'seen' },
  { value: 'absent', label: 'not there' },
  { value: 'unknown', label: 'not looked at' },
]
const KEYS: Record<string, Answer> = { s: 'seen', x: 'absent', u: 'unknown' }

function mark(sign: string, value: Answer) {
  signs.value = withAnswer(signs.value, sign, value)
}
function rest() {
  signs.value = restNotThere(signs.value, props.region)
}
async function onKey(event: KeyboardEvent, sign: string, row: number) {
  const value = KEYS[event.key]
  if (value) mark(sign, value)
  else if (event.key === 'r') rest()
  else if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return
  event.preventDefault()
  event.stopPropagation()
  const next = event.key === 'ArrowUp' ? row - 1 : row + 1
  await nextTick()
  const checked = table.value
    ?.querySelectorAll('tbody tr')
    [next]?.querySelector<HTMLInputElement>('input:checked')
  checked?.focus()
}
</script>

<template>
  <table ref="table" class="signs" data-testid="signs">
    <caption class="unseen">
      Signs of
      {{
        region.name
      }}
    </caption>
    <thead>
      <tr>
        <th scope="col" class="place">{{ region.name }}</th>
        <th v-for="a in ANSWERS" :key="a.value" scope="col" class="c">{{ a.label }}</th>
      </tr>
    </thead>
    <tbody>
      <template v-for="(s, row) in region.signs" :key="s.id">
        <tr
          v-if="!s.reading"
          :class="[answerOf(signs, s.id), { asked: asked === s.id }]"
          :data-testid="`sign-${s.id}`"
        >
          <th scope="row">
            <button
              type="button"
              class="name"
              :aria-expanded="explained === s.id"
              @click="explained = explained === s.id ? '' : s.id"
            >
              {{ s.label }}
            </button>
            <div v-if="explained === s.id || asked === s.id" class="how small">
              <p>{{ s.look }}</p>
              <p v-if="s.not_if" class="quiet">Not if: {{ s.not_if }}</p>
            </div>
          </th>
          <td
            v-for="a in ANSWERS"
            :key="a.value"
            class="c"
            :class="{ on: answerOf(signs, s.id) === a.value }"
          >
            <label>
              <input
                type="radio"
                :name="s.id"
                :value="a.value"
                :checked="answerOf(signs, s.id) === a.value"
                :aria-label="`${s.label}: ${a.label}`"
                @change="mark(s.id, a.value)"
                @keydown="onKey($event, s.id, row)"
              />
              <SignMark v-if="answerOf(signs, s.id) === a.value" :state="a.value" :size="22" />
              <span v-else class="dot" aria-hidden="true" />
            </label>
          </td>
        </tr>
      </template>
      <tr v-if="region.id === 'water'">
        <td colspan="4" class="small quiet tests">Ammonia and nitrite count from the figures above.</td>
      </tr>
    </tbody>
  </table>
  <Button
    type="button"
    severity="secondary"
    class="rest"
    :label="`The rest of ${region.name} is not there`"
    data-testid="rest"
    @click="rest"
  />
</template>

<style scoped>
.signs {
  width: 100%;
  border-collapse: collapse;
}
thead th {
  border-top: 2px solid var(--ink);
  border-bottom: 1px solid var(--ink);
  font-size: 12.5px;
  line-height: 15px;
  font-weight: 400;
  color: var(--ink2);
  height: 30px;
}
thead .place {
  text-align: left;
  font-size: 14px;
  font-weight: 700;
  color: var(--ink);
}
thead .place::first-letter {
  text-transform: uppercase;
}
tbody th {
  text-align: left;
  font-weight: 400;
  padding: 0;
  border-bottom: 1px solid var(--rule);
}
.name {
  background: none;
  border: 0;
  padding: 7px 8px 7px 0;
  text-align: left;
  width: 100%;
  cursor: pointer;
  color: inherit;
  line-height: 18px;
}
.name:hover {
  text-decoration: underline;
}
.how {
  padding: 0 12px 8px 0;
  max-width: 52ch;
}
.seen .name {
  font-weight: 650;
}
.unknown .name {
  color: var(--tannin);
}
.asked th {
  border-left: 3px solid var(--water);
  padding-left: 8px;
}
.c {
  width: 76px;
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
  min-height: 34px;
  height: 100%;
  cursor: pointer;
}
label:hover {
  background: var(--shade);
}
input {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  margin: 0;
  opacity: 0;
  cursor: pointer;
}
label:has(input:focus-visible) {
  outline: 2px solid var(--water);
  outline-offset: -2px;
}
.dot {
  width: 4px;
  height: 4px;
  border-radius: 50%;
  background: var(--rule2);
}
.rest {
  margin-top: 10px;
}
.tests {
  padding: 8px 0;
}
@media (max-width: 759px) {
  .c {
    width: 62px;
  }
  label {
    min-height: 56px;
  }
  .name {
    font-size: 15px;
    min-height: 56px;
  }
  .rest {
    min-height: 56px;
    width: 100%;
  }
}
</style>
