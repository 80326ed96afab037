<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import * as texts from './words'

/** Every school against one condition, side by side: days, what goes in, what it risks, what it leaves. */
const props = defineProps<{ schools: Schemas['SchoolOut'][] }>()
const chosen = defineModel<string>({ required: true })
const RISKS = [
  ['fish', 'fish'],
  ['filter', 'filter'],
  ['plants', 'plants, shrimps'],
  ['keeper', 'you'],
  ['work', 'work'],
] as const
const WORDS = ['none', 'little', 'some', 'much']
const most = computed(() => Math.max(1, ...props.schools.map((s) => s.all_days ?? 0)))
function days(s: Schemas['SchoolOut']): string {
  if (s.kind === 'label') return texts.DAYS_BY_LABEL
  if (s.treat_days === null || s.all_days === null) return ''
  if (s.treat_days === 0) return texts.daysOfWatching(s.all_days)
  return texts.thenWatched(s.treat_days, s.all_days)
}
</script>

<template>
  <div class="schools" role="radiogroup" aria-label="Courses" data-testid="schools">
    <div
      v-for="s in schools"
      :key="s.protocol"
      class="school"
      :class="{ chosen: chosen === s.protocol, never: s.never }"
    >
      <label>
        <span class="flex gap-2.5 items-center text-16"
          ><RadioButton
            v-model="chosen"
            :value="s.protocol"
            name="protocol"
            :input-id="`p-${s.protocol}`"
            :data-testid="`protocol-${s.protocol}`"
          /><b>{{ s.name }}</b></span
        >
        <span class="small quiet">{{ s.school }}</span>
        <svg
          v-if="s.all_days"
          class="w-full h-3"
          viewBox="0 0 300 12"
          preserveAspectRatio="none"
          aria-hidden="true"
          focusable="false"
        >
          <rect class="fill-rule2" x="0" y="3" :width="(s.all_days / most) * 300" height="6" />
          <rect class="fill-leaf" x="0" y="3" :width="((s.treat_days ?? 0) / most) * 300" height="6" />
        </svg>
        <span class="small"
          ><b class="fig">{{ days(s) }}</b
          ><template v-if="s.takes && s.kind !== 'label'">; {{ s.takes }}</template
          ><template v-if="s.cost"
            >, costs <span class="fig">{{ s.cost }}</span></template
          ></span
        >
        <span v-if="s.left_words" class="small tannin">{{ s.left_words }}</span>
        <span v-if="s.never" class="small brick">Never here: {{ s.never }}</span>
        <span class="risks small" aria-label="Risks">
          <span v-for="[key, name] in RISKS" :key="key">
            <svg width="26" height="8" viewBox="0 0 26 8" aria-hidden="true" focusable="false">
              <rect
                v-for="i in 3"
                :key="i"
                :x="(i - 1) * 9"
                y="0"
                width="7"
                height="8"
                :class="i <= s.risks[key] ? 'on' : 'off'"
              />
            </svg>
            {{ name }}<span class="unseen">: {{ WORDS[s.risks[key]] }}</span>
          </span>
        </span>
        <template v-if="chosen === s.protocol">
          <span class="small"><span class="fig leaf">+</span> {{ s.for_it.text }}</span>
          <span class="small"><span class="fig brick">−</span> {{ s.against_it.text }}</span>
        </template>
      </label>
    </div>
  </div>
</template>

<style scoped>
.school {
  border: 1px solid var(--rule2);
  border-radius: 4px;
  margin-bottom: 8px;
}
.school.chosen {
  border: 2px solid var(--ink);
  border-top: 5px solid var(--leaf);
  background: var(--plate);
}
.school.never {
  border-style: dashed;
}
label {
  display: grid;
  gap: 2px;
  padding: 10px 12px;
  cursor: pointer;
}
.risks {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  color: var(--ink2);
}
.on {
  fill: var(--tannin);
}
.off {
  fill: none;
  stroke: var(--rule2);
}
</style>
