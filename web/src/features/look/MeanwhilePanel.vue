<script setup lang="ts">
import { RouterLink } from 'vue-router'
import type { Schemas } from '@/api/client'

/** What to do while unsure: what loses least on average, what must wait, and who is to be called. */
defineProps<{ acts: Schemas['ActsOut']; mends?: Schemas['MendOut'][]; tank?: string }>()
const emit = defineEmits<{ tasks: [which: Record<string, string>] }>()
const GATES: Record<string, string> = { vet: 'a vet decides', care: 'with care' }
</script>

<template>
  <section class="safe" aria-label="Meanwhile" data-testid="meanwhile">
    <h2>Meanwhile</h2>
    <p v-if="acts.report_words" class="report" role="alert">{{ acts.report_words }}</p>
    <section v-if="mends?.length" class="first" aria-label="First the water" data-testid="mends">
      <h3>First the water</h3>
      <div
        v-for="m in mends"
        :key="m.id"
        class="mend"
        :class="{ now: m.harmful }"
        :data-testid="`mend-${m.id}`"
      >
        <b>{{ m.reading }}</b>
        <p v-if="m.amount" class="amount">{{ m.amount }}</p>
        <p class="small">{{ m.say }}</p>
        <RouterLink
          v-if="m.press === 'change' && tank"
          :to="{ name: 'tank', params: { tank }, query: { log: 'change', ...m.query } }"
          class="small"
          >Write down the change</RouterLink
        >
        <RouterLink
          v-else-if="m.press === 'measure' && tank"
          :to="{ name: 'measure', query: { tank, ...m.query } }"
          class="small"
          >Measure it</RouterLink
        >
        <button
          v-if="m.harmful && m.tasks['protocol']"
          type="button"
          class="link"
          :data-testid="`tasks-${m.id}`"
          @click="emit('tasks', m.tasks)"
        >
          Keep the look and make these tasks
        </button>
      </div>
    </section>
    <p class="small why">{{ acts.why }}</p>
    <ul class="rows">
      <li v-for="a in acts.do" :key="a.id" :data-testid="`act-${a.id}`">
        <b>{{ a.text }}</b>
        <span v-if="a.for_name" class="small quiet"
          >for {{ a.for_name }}<template v-if="a.wrong_if">; wrong if it is {{ a.wrong_if }}</template></span
        >
      </li>
    </ul>
    <template v-if="acts.treat.length">
      <h3>If it gets no clearer</h3>
      <p v-for="a in acts.treat.slice(0, 2)" :key="a.id" class="small act" :data-testid="`treat-${a.id}`">
        {{ a.text
        }}<span class="quiet"
          >, most for {{ a.for_name }}{{ GATES[a.gate] ? `; ${GATES[a.gate]}` : '' }}</span
        >
      </p>
    </template>
    <p v-if="acts.scrape_saves >= 0.1" class="small act">
      <b>{{ acts.scrape }}</b> would save more than any medicine given blind.
    </p>
    <template v-if="acts.not_now.length">
      <h3 class="brick">Not now</h3>
      <p v-for="a in acts.not_now" :key="a.id" class="small act">
        <b>{{ a.text }}</b>: {{ a.why }}.
      </p>
    </template>
    <p v-if="acts.end_words" class="small end">{{ acts.end_words }}, may be the kinder act. Ask one.</p>
  </section>
</template>

<style scoped>
.safe {
  border: 3px double var(--ink);
  padding: 3px 11px 10px;
}
h2 {
  font-size: 15px;
  line-height: 22px;
}
h3 {
  font-size: 13px;
  padding-top: 7px;
}
.mend {
  border-top: 1px solid var(--rule);
  padding: 6px 0 7px;
}
.mend.now {
  border-top: 3px solid var(--brick);
}
.mend.now > b {
  color: var(--brick);
}
.mend a {
  display: inline-block;
  padding: 6px 0;
}
.amount {
  font-size: 16px;
  line-height: 21px;
  font-weight: 650;
}
.why {
  padding-bottom: 5px;
}
.rows {
  border-top: 1px solid var(--ink);
}
.rows li {
  padding: 5px 0;
  line-height: 17px;
}
.rows b {
  font-size: 13px;
  font-weight: 600;
  margin-right: 6px;
}
.act {
  padding-top: 2px;
}
.report {
  border: 2px solid var(--brick);
  color: var(--brick);
  font-weight: 650;
  padding: 6px 8px;
  margin: 4px 0 6px;
}
.end {
  border-top: 1px solid var(--rule);
  margin-top: 8px;
  padding-top: 6px;
}
</style>
