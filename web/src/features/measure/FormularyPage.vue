<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import type { Schemas } from '@/api/client'
import { capital } from '@/shared/capital'
import LevelMark from '@/shared/LevelMark.vue'
import PageHead from '@/shared/PageHead.vue'
import { useSensitivities } from './queries'
import { useActives } from '@/shared/queries'
import * as texts from './words'

/** Where each figure comes from: every active with all its uses, in full. */
const props = defineProps<{ active?: string }>()
const find = ref('')
const { data } = useActives()
const { data: bears } = useSensitivities()
const one = computed(() => data.value?.find((a) => a.id === props.active) ?? null)
const shown = computed(() =>
  (data.value ?? []).filter((a) => `${a.name} ${a.family}`.toLowerCase().includes(find.value.toLowerCase())),
)
const GATES: Record<Schemas['UseOut']['gate'], string> = {
  open: 'reckoned',
  care: texts.WITH_CARE,
  vet: texts.VET_OR_LABEL,
  block: 'never reckoned',
}
type Confidence = Schemas['UseOut']['confidence']
const LETTERS: Record<Confidence, string> = {
  A: texts.RECALLED_FROM,
  B: texts.RECALLED_UNSURE,
  C: 'common practice',
  X: 'arithmetic',
}
/** Where a statement comes from and what that is worth; common practice is its own source. */
function grounds(said: { source: string; confidence: Confidence }): string {
  const worth = LETTERS[said.confidence]
  return texts.notChecked(said.source === worth ? worth : `${said.source}; ${worth}`)
}
</script>

<template>
  <template v-if="one">
    <PageHead :title="one.name" :sentence="texts.writtenFromMemoryNobody(capital(one.family))" />
    <dl class="grid grid-cols-[120px_1fr] gap-y-1 gap-x-4 max-w-[90ch] phone:grid-cols-[1fr]">
      <dt class="font-650">For you</dt>
      <dd>{{ one.keeper_hazard }}</dd>
      <dt class="font-650">{{ texts.TAKEN_OUT_BY }}</dt>
      <dd>{{ one.removed_by }}</dd>
      <dt class="font-650">{{ texts.TO_STOP_IT }}</dt>
      <dd>{{ one.stop }}</dd>
      <dt class="font-650">Law</dt>
      <dd>{{ one.regulation }}</dd>
    </dl>
    <section
      v-if="one.meets.length"
      class="use line-t-ink mt-3 py-2 max-w-[90ch]"
      :aria-label="texts.WHAT_IT_MUST_NOT"
    >
      <h2 class="text-15">{{ texts.WHAT_IT_MUST_NOT }}</h2>
      <ul>
        <li v-for="m in one.meets" :key="m.others + m.text" class="flex gap-2 py-1">
          <LevelMark :level="m.level" />
          <span
            ><b>{{ m.others }}</b
            >: {{ m.text }} <span class="small quiet">{{ grounds(m) }}</span></span
          >
        </li>
      </ul>
    </section>
    <section v-for="u in one.uses" :key="u.id" class="use line-t-ink mt-3 py-2 max-w-[90ch]">
      <h2 class="text-15">
        {{ u.name }}
        <span class="small" :class="u.gate === 'block' ? 'brick' : 'quiet'">{{ GATES[u.gate] }}</span>
      </h2>
      <p v-if="u.dose" class="fig dose text-20 font-700">{{ u.dose }}</p>
      <p>{{ u.dose_text }}</p>
      <p v-if="u.duration !== '–'"><b>How long</b> {{ u.duration }}</p>
      <p v-if="u.depends"><b>Depends on</b> {{ u.depends }}</p>
      <p v-if="u.contraindications"><b>Not for</b> {{ u.contraindications }}</p>
      <p class="small quiet">{{ grounds(u) }}</p>
      <RouterLink
        v-if="u.dose && u.gate !== 'block' && u.route !== 'food'"
        class="small"
        :to="{ name: 'measure', query: { active: one.id, use: u.id } }"
        >Measure it</RouterLink
      >
    </section>
  </template>
  <template v-else>
    <PageHead title="Formulary" :sentence="texts.activesEachWithAll(data?.length ?? 0)" />
    <InputText v-model="find" placeholder="find" :aria-label="texts.FIND_AN_ACTIVE" class="mb-3" />
    <ul class="columns-2 gap-x-8 phone:columns-1">
      <li
        v-for="a in shown"
        :key="a.id"
        class="flex flex-wrap gap-y-0 gap-x-2.5 items-baseline break-inside-avoid line-b-rule py-1.75 phone:min-h-12"
      >
        <RouterLink :to="{ name: 'formulary', params: { active: a.id } }"
          ><b>{{ a.name }}</b></RouterLink
        >
        <span class="small quiet"
          >{{ a.family }}, {{ a.uses.length === 1 ? 'one use' : `${a.uses.length} uses` }}</span
        >
      </li>
    </ul>
    <section :aria-label="texts.WHO_BEARS_WHAT" class="bears mt-7">
      <h2 class="block-head">{{ texts.WHO_BEARS_WHAT }}</h2>
      <table class="border-collapse w-full" data-testid="sensitivities">
        <thead class="phone:hidden">
          <tr class="phone:block phone:py-2 phone:px-0 phone:line-b-rule">
            <th scope="col">{{ texts.FISH_OR_SYSTEM }}</th>
            <th scope="col">bears poorly</th>
            <th scope="col">bears well</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="s in bears" :key="s.id" class="phone:block phone:py-2 phone:px-0 phone:line-b-rule">
            <th class="font-650 w-26%" scope="row">{{ s.name }}</th>
            <td
              class="text-left align-top line-b-rule pr-4 pl-0 pt-1.5 pb-1.5 phone:line-none phone:py-0.5 phone:px-0 phone:block phone:w-auto phone:[overflow-wrap:anywhere]"
            >
              {{ s.poorly }}
            </td>
            <td
              class="text-left align-top line-b-rule pr-4 pl-0 pt-1.5 pb-1.5 phone:line-none phone:py-0.5 phone:px-0 phone:block phone:w-auto phone:[overflow-wrap:anywhere]"
            >
              {{ s.well }}
            </td>
          </tr>
        </tbody>
      </table>
      <p class="small quiet">{{ texts.WRITTEN_FROM_MEMORY_MOSTLY }}</p>
    </section>
  </template>
</template>

<style scoped>
.bears th {
  text-align: left;
  vertical-align: top;
  border-bottom: 1px solid var(--rule);
  padding: 6px 16px 6px 0;
}
.bears thead th {
  font-size: 12.5px;
  font-weight: 400;
  color: var(--ink2);
}
@media (max-width: 759px) {
  .bears tbody th {
    display: block;
    width: auto;
    border: 0;
    padding: 2px 0;
    overflow-wrap: anywhere;
  }
}
</style>
