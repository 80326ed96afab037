<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { answer, api, type Schemas } from '@/api/client'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'

/** Before fish are paid for: what their kind needs in quarantine, and which tank is ready for them. */
const props = defineProps<{ species: string; count: number; water: Schemas['InspectionIn']['water'] }>()
const session = useSession()
const told = useQuery({
  queryKey: ['before-buying', () => props.species, () => props.count, () => props.water],
  queryFn: () =>
    answer(
      api.GET('/api/rooms/{room_id}/before-buying', {
        params: {
          path: session.inRoom(),
          query: { species: props.species, count: props.count, water: props.water },
        },
      }),
    ),
  enabled: computed(() => props.species.trim().length > 2 && props.count > 0),
  retry: false,
})
</script>

<template>
  <section v-if="told.data.value || told.error.value" aria-label="In quarantine" data-testid="before-buying">
    <ProblemNote :problem="told.error.value" />
    <template v-if="told.data.value">
      <h2 class="block-head">In quarantine</h2>
      <p v-if="told.data.value.words" class="small">{{ told.data.value.words }}</p>
      <p v-if="told.data.value.needs.length" class="small">
        A {{ told.data.value.name }} needs {{ told.data.value.needs.join('; ') }}.
      </p>
      <p v-for="w in told.data.value.bears_badly" :key="w" class="small tannin">Bears badly: {{ w }}.</p>
      <h2 class="block-head tanks">A tank for it</h2>
      <p v-if="!told.data.value.tanks.length" class="small">No tank here holds this kind of water.</p>
      <ul class="rows">
        <li v-for="t in told.data.value.tanks" :key="t.tank">
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
section {
  margin-top: 28px;
  max-width: 640px;
}
p {
  padding: 3px 0;
}
.tanks {
  margin-top: 14px;
}
.rows > li {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr);
  gap: 2px 12px;
  padding: 7px 0;
}
@media (max-width: 759px) {
  .rows > li {
    grid-template-columns: 1fr;
  }
}
</style>
