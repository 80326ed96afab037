<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answer, api } from '@/api/client'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'

/** A card to hang on the tank: what is in the water and what comes when, in large type, with room for a pen. */
const props = defineProps<{ tank: string }>()
const session = useSession()
const path = computed(() => ({ ...session.inRoom(), tank_id: props.tank }))
const tank = useQuery({
  queryKey: ['tank', () => props.tank],
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/tanks/{tank_id}', { params: { path: path.value } })),
})
const today = useQuery({
  queryKey: ['today', () => session.room?.uid],
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/today', { params: { path: session.inRoom() } })),
})
const ahead = useQuery({
  queryKey: ['ahead', () => props.tank],
  queryFn: () =>
    answer(api.GET('/api/rooms/{room_id}/tanks/{tank_id}/ahead', { params: { path: path.value } })),
})
const failing = useQuery({
  queryKey: ['emergencies', () => session.room?.uid],
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/emergencies', { params: { path: session.inRoom() } })),
})
const strip = computed(() => today.data.value?.strips.find((s) => s.tank === props.tank) ?? null)
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
  <article v-if="tank.data.value" class="card" data-testid="card">
    <header>
      <h1>{{ tank.data.value.name }}</h1>
      <span class="fig code">{{ tank.data.value.code }}</span>
    </header>
    <p v-if="strip" class="fish">{{ strip.fish }}</p>
    <p class="water">
      <b class="fig">{{ tank.data.value.volume.net.figure }} {{ tank.data.value.volume.net.unit }}</b> of
      water<template v-if="strip && !strip.quiet"
        >, {{ strip.medicine }}<template v-if="strip.day_count">, {{ strip.day_count.words }}</template>
      </template>
    </p>
    <p v-if="strip?.level" class="water">
      <b class="fig">{{ strip.level.figure }} {{ strip.level.unit }}</b>
      {{ strip.curves[0]?.name }}, {{ today.data.value?.date_words }} {{ today.data.value?.time_words }}:
      {{ strip.state_words }}
    </p>
    <table v-if="days.length">
      <caption class="unseen">
        What comes when
      </caption>
      <thead>
        <tr>
          <th scope="col">when</th>
          <th scope="col">what</th>
          <th scope="col" class="right">how much</th>
          <th scope="col" class="pen">done, by whom</th>
        </tr>
      </thead>
      <tbody v-for="d in days" :key="d.day">
        <tr v-for="(r, i) in d.rows" :key="i" :class="{ first: !i }">
          <td class="fig">
            <b v-if="!i">{{ d.day }}</b> {{ r.at }}
          </td>
          <td>
            {{ r.title }}<span v-if="r.text" class="small quiet how">{{ r.text }}</span>
          </td>
          <td class="fig right">{{ r.amount }}</td>
          <td class="pen"><span class="box" aria-hidden="true"></span></td>
        </tr>
      </tbody>
    </table>
    <p v-else>No course runs here.</p>
    <section v-for="k in failing.data.value?.kinds.slice(0, 1) ?? []" :key="k.id" class="failing small">
      <b>{{ k.name }}.</b> {{ k.steps.map((s) => s.text).join(' ') }}
    </section>
    <p class="small">
      Amounts are for the water as measured when this was printed. After a late dose, a water change or a
      reading out of range, print it anew.
    </p>
  </article>
  <div class="press"><Button label="Print it" data-testid="print" @click="print" /></div>
</template>

<style scoped>
.how {
  display: block;
}
.failing {
  border-top: 1px solid var(--ink);
  margin: 12px 0;
  padding-top: 8px;
}
.card {
  max-width: 820px;
  font-size: 18px;
  line-height: 26px;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  border-bottom: 3px solid var(--ink);
  padding-bottom: 6px;
  margin-bottom: 10px;
}
h1 {
  font-size: 56px;
  line-height: 60px;
}
.code {
  font-size: 32px;
}
.fish {
  font-size: 22px;
}
.water b {
  font-size: 24px;
}
table {
  width: 100%;
  border-collapse: collapse;
  margin: 14px 0;
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
td {
  border-top: 1px solid var(--rule);
}
.first td {
  border-top: 1.5px solid var(--ink);
}
.right {
  text-align: right;
  white-space: nowrap;
}
.pen {
  width: 130px;
  padding-left: 14px;
}
.box {
  display: inline-block;
  width: 16px;
  height: 16px;
  border: 1.5px solid var(--ink2);
  vertical-align: -2px;
}
.press {
  margin-top: 18px;
}
@media (max-width: 599px) {
  h1 {
    font-size: 36px;
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
@media print {
  .press {
    display: none;
  }
  .card {
    max-width: none;
  }
  tr {
    break-inside: avoid;
  }
}
</style>
