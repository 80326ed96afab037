<script setup lang="ts">
import { computed, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import SheetPhotos from './SheetPhotos.vue'
import { useSupplierSheet, useSuppliers } from './queries'
import * as texts from './words'

/** What came from one supplier and what was lost within seven days, on one page to send to him. */
const session = useSession()
const route = useRoute()
const router = useRouter()
const names = useSuppliers()
const chosen = computed(() => (typeof route.query['from'] === 'string' ? route.query['from'] : ''))
watch(
  () => names.data.value,
  (found) => {
    if (!chosen.value && found?.[0]) void router.replace({ query: { from: found[0] } })
  },
  { immediate: true },
)
const sheet = useSupplierSheet(chosen)
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
    {{ texts.NOBODY_WROTE_DOWN_WHERE }}
  </p>
  <div v-else class="presses in-row gap-3 mb-5 print:hidden">
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
    <p class="lead text-16 leading-5.75">{{ sheet.data.value.sentence }}</p>
    <p class="small quiet">{{ sheet.data.value.band_words }}</p>
    <div class="overflow-x-auto relative" tabindex="0" role="region" aria-label="Arrivals">
      <table class="arrivals w-full border-collapse my-4 mx-0">
        <thead>
          <tr class="phone:grid phone:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_52px_58px_78px]">
            <th scope="col">arrived</th>
            <th scope="col">fish</th>
            <th scope="col" class="text-right">ordered</th>
            <th scope="col" class="text-right">came</th>
            <th scope="col" class="text-right">{{ texts.DEAD_ON_ARRIVAL }}</th>
            <th scope="col" class="text-right">{{ texts.DEAD_OR_LOST_IN }}</th>
            <th scope="col">{{ texts.SEEN_WITHIN_TWO_WEEKS }}</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="(a, i) in sheet.data.value.arrivals"
            :key="i"
            class="phone:grid phone:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_52px_58px_78px] phone:line-t-rule"
          >
            <td class="nowrap">{{ a.day_words }}</td>
            <th
              class="line-t-rule h-9.5 text-left pr-3 phone:line-t-none phone:h-auto phone:pr-1.5 phone:pl-0 phone:pt-1.5 phone:pb-1.5 phone:whitespace-normal phone:flex phone:items-center"
              scope="row"
            >
              {{ a.fish }}
            </th>
            <td class="fig text-right phone:justify-end">{{ a.ordered || '–' }}</td>
            <td class="fig text-right phone:justify-end">{{ a.came }}</td>
            <td class="fig text-right phone:justify-end">{{ a.dead }}</td>
            <td class="fig text-right phone:justify-end" :class="{ brick: a.lost_week !== '0' }">
              {{ a.lost_week }}
            </td>
            <td class="small">{{ a.seen }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <SheetPhotos :photos="sheet.data.value.photos" />
    <p class="small quiet">
      {{ texts.COUNTS_BY_THE_KEEPER }}
    </p>
  </template>
</template>

<style scoped>
thead th {
  font-size: 12.5px;
  font-weight: 400;
  color: var(--ink2);
  text-align: left;
  padding-right: 12px;
}
td {
  border-top: 1px solid var(--rule);
  height: 38px;
  text-align: left;
  padding-right: 12px;
}
@media (max-width: 759px) {
  /* what was seen, and what was ordered, stand on the printed sheet; the losses must fit the thumb's page */
  .arrivals th:nth-child(3),
  .arrivals td:nth-child(3),
  .arrivals thead th:nth-child(7) {
    display: none;
  }
  .arrivals td:nth-child(7):not(:empty) {
    grid-column: 1 / -1;
    padding-top: 0;
  }
  .arrivals td:nth-child(7):empty {
    display: none;
  }
  .arrivals td {
    padding: 6px 6px 6px 0;
    height: auto;
    border-top: 0;
    white-space: normal;
    display: flex;
    align-items: center;
  }
}
</style>
