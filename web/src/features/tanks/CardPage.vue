<script setup lang="ts">
import { computed } from 'vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useEmergencies, useStrips, useTank } from '@/shared/queries'
import { useAhead } from './queries'
import * as texts from './words'

/** A card to hang on the tank: what is in the water and what comes when, in large type, with room for a pen. */
const props = defineProps<{ tank: string }>()
const tank = useTank(() => props.tank)
const drawn = useStrips(() => [props.tank])
const ahead = useAhead(() => props.tank)
const failing = useEmergencies()
const strip = computed(() => drawn.data.value?.strips[0] ?? null)
const days = computed(() => {
  const found: { day: string; rows: { at: string; title: string; amount: string; text: string }[] }[] = []
  for (const a of ahead.data.value ?? []) {
    if (found.at(-1)?.day !== a.day_words) found.push({ day: a.day_words, rows: [] })
    found.at(-1)!.rows.push({ at: a.at_words, title: a.title, amount: a.amount, text: a.text })
  }
  return found.slice(0, 8)
})
const print = () => window.print()
</script>

<template>
  <ProblemNote :problem="tank.error.value ?? ahead.error.value" />
  <article
    v-if="tank.data.value"
    class="card max-w-205 text-20 leading-6.5 print:max-w-none"
    data-testid="card"
  >
    <header class="flex justify-between items-baseline line-b-3-ink pb-1.5 mb-2.5">
      <h1>{{ tank.data.value.name }}</h1>
      <span class="fig figure-mid">{{ tank.data.value.code }}</span>
    </header>
    <p v-if="strip" class="fish text-20">{{ strip.fish }}</p>
    <p class="water">
      <b class="fig text-20">{{ tank.data.value.volume.net.figure }} {{ tank.data.value.volume.net.unit }}</b>
      of water<template v-if="strip && !strip.quiet"
        >, {{ strip.medicine }}<template v-if="strip.day_count">, {{ strip.day_count.words }}</template>
      </template>
    </p>
    <p v-if="strip?.level" class="water">
      <b class="fig text-20">{{ strip.level.figure }} {{ strip.level.unit }}</b>
      {{ strip.curves[0]?.name }}, {{ drawn.data.value?.date_words }} {{ drawn.data.value?.time_words }}:
      {{ strip.state_words }}
    </p>
    <table v-if="days.length" class="w-full border-collapse my-3.5 mx-0">
      <caption class="unseen">
        {{
          texts.WHAT_COMES_WHEN
        }}
      </caption>
      <thead>
        <tr class="print:break-inside-avoid">
          <th scope="col">when</th>
          <th scope="col">what</th>
          <th scope="col" class="text-right whitespace-nowrap">how much</th>
          <th scope="col" class="pen w-32.5 pl-3.5">{{ texts.DONE_BY_WHOM }}</th>
        </tr>
      </thead>
      <tbody v-for="d in days" :key="d.day">
        <tr v-for="(r, i) in d.rows" :key="i" class="print:break-inside-avoid" :class="{ first: !i }">
          <td class="fig line-t-rule">
            <b v-if="!i">{{ d.day }}</b> {{ r.at }}
          </td>
          <td class="line-t-rule">
            {{ r.title }}<span v-if="r.text" class="small quiet block">{{ r.text }}</span>
          </td>
          <td class="fig line-t-rule text-right whitespace-nowrap">{{ r.amount }}</td>
          <td class="pen line-t-rule w-32.5 pl-3.5">
            <span
              class="inline-block w-4 h-4 [border:1.5px_solid_var(--ink2)] align--2px"
              aria-hidden="true"
            ></span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else>{{ texts.NO_COURSE_RUNS_HERE }}</p>
    <section
      v-for="k in failing.data.value?.kinds.slice(0, 1) ?? []"
      :key="k.id"
      class="small line-t-ink my-3 pt-2"
    >
      <b>{{ k.name }}.</b> {{ k.steps.map((s) => s.text).join(' ') }}
    </section>
    <p class="small">
      {{ texts.AMOUNTS_ARE_FOR_THE }}
    </p>
  </article>
  <div class="mt-4.5 print:hidden"><Button label="Print it" data-testid="print" @click="print" /></div>
</template>

<style scoped>
h1 {
  font-size: var(--figure-large);
  line-height: 60px;
}
th {
  text-align: left;
  font-size: 13px;
  font-weight: 400;
  color: var(--ink2);
}
td,
th {
  padding: 5px 10px 5px 0;
  vertical-align: baseline;
}
.first td {
  border-top: 1.5px solid var(--ink);
}
@media (max-width: 599px) {
  h1 {
    font-size: var(--figure-mid);
    line-height: 40px;
  }
  .card {
    font-size: 16px;
    line-height: 22px;
  }
  .pen {
    width: auto;
  }
}
</style>
