<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { answer, api } from '@/api/client'
import { capital } from '@/shared/capital'
import LevelMark from '@/shared/LevelMark.vue'
import PageHead from '@/shared/PageHead.vue'
import { useActives } from '@/shared/useActives'

/** Where each figure comes from: every active with all its uses, in full. */
const props = defineProps<{ active?: string }>()
const find = ref('')
const { data } = useActives()
const { data: bears } = useQuery({
  queryKey: ['sensitivities'],
  queryFn: () => answer(api.GET('/api/reference/sensitivities')),
  staleTime: Infinity,
})
const one = computed(() => data.value?.find((a) => a.id === props.active) ?? null)
const shown = computed(() =>
  (data.value ?? []).filter((a) => `${a.name} ${a.family}`.toLowerCase().includes(find.value.toLowerCase())),
)
const GATES: Record<string, string> = {
  open: 'reckoned',
  care: 'reckoned with care',
  vet: 'only with a vet or label',
  block: 'never reckoned',
}
const LETTERS: Record<string, string> = {
  A: 'recalled from the source named',
  B: 'recalled, not sure from where',
  C: 'common practice',
  X: 'arithmetic',
}
/** Where a statement comes from and what that is worth; common practice is its own source. */
function grounds(said: { source: string; confidence: string }): string {
  const worth = LETTERS[said.confidence] ?? ''
  return `${said.source === worth ? worth : `${said.source}; ${worth}`}, not yet checked.`
}
</script>

<template>
  <template v-if="one">
    <PageHead
      :title="one.name"
      :sentence="`${capital(one.family)}. Written from memory; nobody has reopened the pages.`"
    />
    <dl class="facts">
      <dt>For you</dt>
      <dd>{{ one.keeper_hazard }}</dd>
      <dt>Taken out by</dt>
      <dd>{{ one.removed_by }}</dd>
      <dt>To stop it</dt>
      <dd>{{ one.stop }}</dd>
      <dt>Law</dt>
      <dd>{{ one.regulation }}</dd>
    </dl>
    <section v-if="one.meets.length" class="use" aria-label="What it must not meet">
      <h2>What it must not meet</h2>
      <ul class="meets">
        <li v-for="m in one.meets" :key="m.others + m.text">
          <LevelMark :level="m.level" />
          <span
            ><b>{{ m.others }}</b
            >: {{ m.text }} <span class="small quiet">{{ grounds(m) }}</span></span
          >
        </li>
      </ul>
    </section>
    <section v-for="u in one.uses" :key="u.id" class="use">
      <h2>
        {{ u.name }}
        <span class="small" :class="u.gate === 'block' ? 'brick' : 'quiet'">{{ GATES[u.gate] }}</span>
      </h2>
      <p v-if="u.dose" class="fig dose">{{ u.dose }}</p>
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
    <PageHead
      title="Formulary"
      :sentence="`${data?.length ?? 0} actives, each with all its uses and sources.`"
    />
    <InputText v-model="find" placeholder="find" aria-label="Find an active" class="find" />
    <ul class="list">
      <li v-for="a in shown" :key="a.id">
        <RouterLink :to="{ name: 'formulary', params: { active: a.id } }"
          ><b>{{ a.name }}</b></RouterLink
        >
        <span class="small quiet"
          >{{ a.family }}, {{ a.uses.length === 1 ? 'one use' : `${a.uses.length} uses` }}</span
        >
      </li>
    </ul>
    <section aria-label="Who bears what" class="bears">
      <h2 class="block-head">Who bears what</h2>
      <table data-testid="sensitivities">
        <thead>
          <tr>
            <th scope="col">fish, or system</th>
            <th scope="col">bears poorly</th>
            <th scope="col">bears well</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="s in bears" :key="s.id">
            <th scope="row">{{ s.name }}</th>
            <td>{{ s.poorly }}</td>
            <td>{{ s.well }}</td>
          </tr>
        </tbody>
      </table>
      <p class="small quiet">Written from memory, mostly common practice; not yet checked.</p>
    </section>
  </template>
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: 120px 1fr;
  gap: 4px 16px;
  max-width: 90ch;
}
.facts dt {
  font-weight: 650;
}
.use {
  border-top: 1px solid var(--ink);
  margin-top: 12px;
  padding: 8px 0;
  max-width: 90ch;
}
.use h2 {
  font-size: 15px;
}
.dose {
  font-size: 20px;
  font-weight: 700;
}
.meets li {
  display: flex;
  gap: 8px;
  padding: 4px 0;
}
.bears {
  margin-top: 28px;
}
.bears table {
  border-collapse: collapse;
  width: 100%;
}
.bears th,
.bears td {
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
.bears tbody th {
  font-weight: 650;
  width: 26%;
}
.find {
  margin-bottom: 12px;
}
.list {
  columns: 2;
  column-gap: 32px;
}
.list li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  align-items: baseline;
  break-inside: avoid;
  border-bottom: 1px solid var(--rule);
  padding: 7px 0;
}
@media (max-width: 759px) {
  .bears thead {
    display: none;
  }
  .bears tr {
    display: block;
    padding: 8px 0;
    border-bottom: 1px solid var(--rule);
  }
  .bears tbody th,
  .bears td {
    display: block;
    width: auto;
    border: 0;
    padding: 2px 0;
    overflow-wrap: anywhere;
  }
  .list {
    columns: 1;
  }
  .list li {
    min-height: 48px;
  }
  .facts {
    grid-template-columns: 1fr;
  }
}
</style>
