<script setup lang="ts">
import { RouterLink } from 'vue-router'
import type { Schemas } from '@/api/client'
import * as texts from './words'

/** What to do while unsure: what loses least on average, what must wait, and who is to be called. */
defineProps<{ acts: Schemas['ActsOut']; mends?: Schemas['MendOut'][]; tank?: string }>()
const emit = defineEmits<{ tasks: [which: Record<string, string>] }>()
const GATES: Record<Schemas['ActOut']['gate'], string> = {
  vet: 'a vet decides',
  care: 'with care',
  open: '',
  block: '',
}
</script>

<template>
  <section
    class="[border:3px_double_var(--ink)] px-2.75 pt-0.75 pb-2.5"
    aria-label="Meanwhile"
    data-testid="meanwhile"
  >
    <h2 class="text-15 leading-5.5">Meanwhile</h2>
    <p v-if="acts.report_words" class="line-2-brick text-brick font-650 py-1.5 px-2 mt-1 mb-1.5" role="alert">
      {{ acts.report_words }}
    </p>
    <section v-if="mends?.length" class="first" :aria-label="texts.FIRST_THE_WATER" data-testid="mends">
      <h3 class="text-13 pt-1.75">{{ texts.FIRST_THE_WATER }}</h3>
      <div
        v-for="m in mends"
        :key="m.id"
        class="mend line-t-rule pt-1.5 pb-1.75"
        :class="{ now: m.harmful }"
        :data-testid="`mend-${m.id}`"
      >
        <b>{{ m.reading }}</b>
        <p v-if="m.amount" class="amount text-16 leading-5.25 font-650">{{ m.amount }}</p>
        <p class="small">{{ m.say }}</p>
        <RouterLink
          v-if="m.press === 'change' && tank"
          :to="{ name: 'tank', params: { tank }, query: { log: 'change', ...m.query } }"
          class="small inline-block py-1.5 px-0"
          >{{ texts.WRITE_DOWN_THE_CHANGE }}</RouterLink
        >
        <RouterLink
          v-else-if="m.press === 'measure' && tank"
          :to="{ name: 'measure', query: { tank, ...m.query } }"
          class="small inline-block py-1.5 px-0"
          >Measure it</RouterLink
        >
        <button
          v-if="m.harmful && m.tasks['protocol']"
          type="button"
          class="link"
          :data-testid="`tasks-${m.id}`"
          @click="emit('tasks', m.tasks)"
        >
          {{ texts.KEEP_THE_LOOK_AND }}
        </button>
      </div>
    </section>
    <p class="small pb-1.25">{{ acts.why }}</p>
    <ul class="rows line-t-ink">
      <li v-for="a in acts.do" :key="a.id" class="py-1.25 leading-4.25" :data-testid="`act-${a.id}`">
        <b class="text-13 font-600 mr-1.5">{{ a.text }}</b>
        <span v-if="a.for_name" class="small quiet"
          >for {{ a.for_name
          }}<template v-if="a.wrong_if">{{ texts.wrongIfItIs(a.wrong_if) }}</template></span
        >
      </li>
    </ul>
    <template v-if="acts.treat.length">
      <h3 class="text-13 pt-1.75">{{ texts.IF_IT_GETS_NO }}</h3>
      <p
        v-for="a in acts.treat.slice(0, 2)"
        :key="a.id"
        class="small act pt-0.5"
        :data-testid="`treat-${a.id}`"
      >
        {{ a.text
        }}<span class="quiet"
          >, most for {{ a.for_name }}{{ GATES[a.gate] ? `; ${GATES[a.gate]}` : '' }}</span
        >
      </p>
    </template>
    <p v-if="acts.scrape_saves >= 0.1" class="small act pt-0.5">
      <b>{{ acts.scrape }}</b> {{ texts.WOULD_SAVE_MORE_THAN }}
    </p>
    <template v-if="acts.not_now.length">
      <h3 class="brick text-13 pt-1.75">Not now</h3>
      <p v-for="a in acts.not_now" :key="a.id" class="small act pt-0.5">
        <b>{{ a.text }}</b>: {{ a.why }}.
      </p>
    </template>
    <p v-if="acts.end_words" class="small line-t-rule mt-2 pt-1.5">
      {{ texts.mayBeTheKinder(acts.end_words) }}
    </p>
  </section>
</template>

<style scoped>
.mend.now {
  border-top: 3px solid var(--brick);
}
.mend.now > b {
  color: var(--brick);
}
</style>
