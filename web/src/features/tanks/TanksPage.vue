<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { type Schemas } from '@/api/client'
import { WATER_WORDS } from '@/shared/choices'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import LinkButton from '@/shared/LinkButton.vue'
import OrderLines from './OrderLines.vue'
import { useGroups, useTanks } from '@/shared/queries'
import { useOrders } from './queries'
import * as texts from './words'

const tanks = useTanks()
const groups = useGroups()
const orders = useOrders()
const standing = computed(() => (tanks.data.value ?? []).filter((t) => !t.put_away))
const away = computed(() => (tanks.data.value ?? []).filter((t) => t.put_away))
function fishIn(tank: Schemas['TankOut']): string {
  if (!groups.data.value) return '…'
  const here = groups.data.value.filter((g) => g.tank === tank.uid && g.left > 0)
  return here.map((g) => g.words).join(', ') || 'empty'
}
const sentence = computed(() => {
  const n = tanks.data.value?.length ?? 0
  return n ? texts.NET_WATER : texts.NONE_SET_UP
})
</script>

<template>
  <PageHead title="Tanks" :sentence="sentence" />
  <ProblemNote :problem="tanks.error.value" />
  <table v-if="standing.length" class="w-full border-collapse mb-5">
    <thead class="phone:hidden">
      <tr>
        <th scope="col"><span class="unseen">mark</span></th>
        <th scope="col">tank</th>
        <th scope="col">fish</th>
        <th scope="col">water</th>
        <th scope="col" class="text-right whitespace-nowrap pr-5">box</th>
        <th scope="col" class="text-right whitespace-nowrap pr-5">net</th>
        <th scope="col" class="phone:hidden">difference</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="t in standing" :key="t.uid">
        <td class="fig quiet phone:h-15">{{ t.code }}</td>
        <th
          class="h-12 pr-2 pl-0 pt-1.5 pb-1.5 line-b-rule text-left text-16 font-700 phone:h-15"
          scope="row"
        >
          <RouterLink :to="{ name: 'tank', params: { tank: t.uid } }">{{ t.name }}</RouterLink>
        </th>
        <td class="fish phone:h-15">{{ fishIn(t) }}</td>
        <td class="quiet phone:h-15">{{ WATER_WORDS[t.water_type] }}</td>
        <td class="fig quiet text-right whitespace-nowrap pr-5 phone:h-15 phone:pr-0">
          {{ t.volume.gross.figure }} {{ t.volume.gross.unit }}
        </td>
        <td class="fig text-16 font-600 text-right whitespace-nowrap pr-5 phone:h-15 phone:pr-0">
          {{ t.volume.net.figure }} {{ t.volume.net.unit }}
        </td>
        <td class="small quiet phone:h-15 phone:hidden">
          {{ t.volume.measured ? 'as measured' : t.volume.less_words || texts.NOTHING_STANDS_IN_IT }}
        </td>
      </tr>
    </tbody>
  </table>
  <div class="flex flex-wrap gap-2.5">
    <LinkButton main :to="{ name: 'tank-new' }" label="New tank" />
    <LinkButton :to="{ name: 'gear' }" label="Gear" />
    <LinkButton :to="{ name: 'instruments' }" label="Instruments" />
  </div>
  <OrderLines v-if="orders.data.value" :orders="orders.data.value" class="max-w-180 mt-6" />
  <section v-if="away.length" aria-label="Put away" class="max-w-180 mt-6">
    <h2 class="block-head">Put away</h2>
    <ul class="rows">
      <li v-for="t in away" :key="t.uid" class="flex gap-3 py-1.75">
        <RouterLink :to="{ name: 'tank-ready', params: { tank: t.uid } }">{{ t.name }}</RouterLink>
        <span class="small quiet">{{ t.volume.net.figure }} {{ t.volume.net.unit }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
thead th {
  font-size: 12.5px;
  font-weight: 400;
  color: var(--ink2);
  text-align: left;
  padding: 0 8px 4px 0;
  border-bottom: 1px solid var(--ink);
}
td {
  height: 48px;
  padding: 6px 8px 6px 0;
  border-bottom: 1px solid var(--rule);
  text-align: left;
}
@media (max-width: 759px) {
  td:nth-child(4),
  td:nth-child(5) {
    display: none;
  }
}
</style>
