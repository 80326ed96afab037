<script setup lang="ts">
import { RouterLink } from 'vue-router'
import { type Schemas } from '@/api/client'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useBeforeBuying } from './queries'
import * as texts from './words'

/** Before fish are paid for: what their kind needs in quarantine, and which tank is ready for them. */
const props = defineProps<{ species: string; count: number; water: Schemas['InspectionIn']['water'] }>()
const told = useBeforeBuying(() => ({ species: props.species, count: props.count, water: props.water }))
</script>

<template>
  <section
    v-if="told.data.value || told.error.value"
    class="mt-7 max-w-160"
    aria-label="In quarantine"
    data-testid="before-buying"
  >
    <ProblemNote :problem="told.error.value" />
    <template v-if="told.data.value">
      <h2 class="block-head">In quarantine</h2>
      <p v-if="told.data.value.words" class="small">{{ told.data.value.words }}</p>
      <p v-if="told.data.value.needs.length" class="small">
        A {{ told.data.value.name }} needs {{ told.data.value.needs.join('; ') }}.
      </p>
      <p v-for="w in told.data.value.bears_badly" :key="w" class="small tannin">Bears badly: {{ w }}.</p>
      <h2 class="block-head mt-3.5">{{ texts.A_TANK_FOR_IT }}</h2>
      <p v-if="!told.data.value.tanks.length" class="small">{{ texts.NO_TANK_HERE_HOLDS }}</p>
      <ul class="rows">
        <li
          v-for="t in told.data.value.tanks"
          :key="t.tank"
          class="grid grid-cols-[110px_minmax(0,1fr)] gap-y-0.5 gap-x-3 py-1.75 phone:grid-cols-[1fr]"
        >
          <RouterLink :to="{ name: 'tank-ready', params: { tank: t.tank } }"
            ><b>{{ t.name }}</b></RouterLink
          >
          <b v-if="t.ready" class="leaf small">ready</b>
          <ul v-else class="small quiet">
            <li v-for="w in t.words" :key="w">{{ w }}</li>
          </ul>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
p {
  padding: 3px 0;
}
</style>
