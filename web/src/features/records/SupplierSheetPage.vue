<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answer, api } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import SheetPhotos from './SheetPhotos.vue'

/** What came from one supplier and what was lost within seven days, on one page to send to him. */
const session = useSession()
const route = useRoute()
const router = useRouter()
const names = useQuery({
  queryKey: ['suppliers', () => session.room?.uid],
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/suppliers', { params: { path: session.inRoom() } })),
})
const chosen = computed(() => (typeof route.query['from'] === 'string' ? route.query['from'] : ''))
watch(
  () => names.data.value,
  (found) => {
    if (!chosen.value && found?.[0]) void router.replace({ query: { from: found[0] } })
  },
  { immediate: true },
)
const sheet = useQuery({
  queryKey: ['supplier-sheet', chosen],
  queryFn: () =>
    answer(
      api.GET('/api/rooms/{room_id}/sheets/supplier', {
        params: { path: session.inRoom(), query: { supplier: chosen.value } },
      }),
    ),
  enabled: computed(() => !!chosen.value),
})
const pdf = computed(
  () =>
    `/api/rooms/${session.inRoom().room_id}/sheets/supplier.pdf?supplier=${encodeURIComponent(chosen.value)}`,
)
const print = () => window.print()
</script>

<template>
  <PageHead
    :title="chosen ? `Arrivals from ${chosen}` : 'Supplier sheet'"
    :aside="sheet.data.value ? `${sheet.data.value.fishroom}, ${sheet.data.value.printed_words}` : undefined"
  />
  <ProblemNote :problem="names.error.value ?? sheet.error.value" />
  <p v-if="names.data.value && !names.data.value.length" class="quiet">
    Nobody wrote down where fish came from. “From” in “Fish arrive” is the place.
  </p>
  <div v-else class="presses">
    <Select
      :model-value="chosen"
      :options="names.data.value ?? []"
      aria-label="Supplier"
      data-testid="supplier"
      @update:model-value="router.replace({ query: { from: $event } })"
    />
    <Button label="Print" severity="secondary" @click="print" />
    <a v-if="chosen" :href="pdf" download data-testid="supplier-pdf">As PDF</a>
  </div>
  <template v-if="sheet.data.value">
    <p class="lead">{{ sheet.data.value.sentence }}</p>
    <p class="small quiet">{{ sheet.data.value.band_words }}</p>
    <div class="wide" tabindex="0" role="region" aria-label="Arrivals">
      <table class="arrivals">
        <thead>
          <tr>
            <th scope="col">arrived</th>
            <th scope="col">fish</th>
            <th scope="col" class="right">ordered</th>
            <th scope="col" class="right">came</th>
            <th scope="col" class="right">dead on arrival</th>
            <th scope="col" class="right">dead or lost in 7 days</th>
            <th scope="col">seen within two weeks</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(a, i) in sheet.data.value.arrivals" :key="i">
            <td class="nowrap">{{ a.day_words }}</td>
            <th scope="row">{{ a.fish }}</th>
            <td class="fig right">{{ a.ordered || '–' }}</td>
            <td class="fig right">{{ a.came }}</td>
            <td class="fig right">{{ a.dead }}</td>
            <td class="fig right" :class="{ brick: a.lost_week !== '0' }">{{ a.lost_week }}</td>
            <td class="small">{{ a.seen }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <SheetPhotos :photos="sheet.data.value.photos" />
    <p class="small quiet">
      Counts by the keeper, from the record. What killed a fish is not proved by it; fish also die of the
      journey.
    </p>
  </template>
</template>

<style scoped>
.presses {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
  margin-bottom: 20px;
}
.lead {
  font-size: 16px;
  line-height: 23px;
}
.wide {
  overflow-x: auto;
  position: relative;
}
.arrivals {
  width: 100%;
  border-collapse: collapse;
  margin: 16px 0;
}
thead th {
  font-size: 12.5px;
  font-weight: 400;
  color: var(--ink2);
  text-align: left;
  padding-right: 12px;
}
thead th.right {
  text-align: right;
}
td,
tbody th {
  border-top: 1px solid var(--rule);
  height: 38px;
  text-align: left;
  padding-right: 12px;
}
td.right {
  text-align: right;
}
@media (max-width: 759px) {
  /* what was seen, and what was ordered, stand on the printed sheet; the losses must fit the thumb's page */
  .arrivals th:nth-child(3),
  .arrivals td:nth-child(3),
  .arrivals thead th:nth-child(7) {
    display: none;
  }
  .arrivals tr {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) 52px 58px 78px;
  }
  .arrivals td:nth-child(7):not(:empty) {
    grid-column: 1 / -1;
    padding-top: 0;
  }
  .arrivals td:nth-child(7):empty {
    display: none;
  }
  .arrivals td,
  .arrivals tbody th {
    padding: 6px 6px 6px 0;
    height: auto;
    border-top: 0;
    white-space: normal;
    display: flex;
    align-items: center;
  }
  .arrivals tbody tr {
    border-top: 1px solid var(--rule);
  }
  .arrivals td.right {
    justify-content: flex-end;
  }
}
@media print {
  .presses {
    display: none;
  }
}
</style>
