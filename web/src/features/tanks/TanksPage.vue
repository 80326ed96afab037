<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { answer, api, type Schemas } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import LinkButton from '@/shared/LinkButton.vue'
import OrderLines from './OrderLines.vue'

const session = useSession()
const tanks = useQuery({
  queryKey: ['tanks', () => session.room?.uid],
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/tanks', { params: { path: session.inRoom() } })),
})
const groups = useQuery({
  queryKey: ['groups', () => session.room?.uid],
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/groups', { params: { path: session.inRoom() } })),
})
const orders = useQuery({
  queryKey: ['orders', () => session.room?.uid],
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/orders', { params: { path: session.inRoom() } })),
})
const standing = computed(() => (tanks.data.value ?? []).filter((t) => !t.put_away))
const away = computed(() => (tanks.data.value ?? []).filter((t) => t.put_away))
const WATER: Record<string, string> = {
  freshwater_tropical: 'fresh, tropical',
  coldwater_pond: 'fresh, cold',
  brackish: 'brackish',
  marine: 'sea',
}
function fishIn(tank: Schemas['TankOut']): string {
  if (!groups.data.value) return '…'
  const here = groups.data.value.filter((g) => g.tank === tank.uid && g.left > 0)
  return here.map((g) => g.words).join(', ') || 'empty'
}
const sentence = computed(() => {
  const n = tanks.data.value?.length ?? 0
  return n ? 'Net water is what a dose goes into.' : 'None set up yet.'
})
</script>

<template>
  <PageHead title="Tanks" :sentence="sentence" />
  <ProblemNote :problem="tanks.error.value" />
  <table v-if="standing.length" class="tanks">
    <thead>
      <tr>
        <th scope="col"><span class="unseen">mark</span></th>
        <th scope="col">tank</th>
        <th scope="col">fish</th>
        <th scope="col">water</th>
        <th scope="col" class="right">box</th>
        <th scope="col" class="right">net</th>
        <th scope="col" class="less">difference</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="t in standing" :key="t.uid">
        <td class="fig quiet">{{ t.code }}</td>
        <th scope="row">
          <RouterLink :to="{ name: 'tank', params: { tank: t.uid } }">{{ t.name }}</RouterLink>
        </th>
        <td class="fish">{{ fishIn(t) }}</td>
        <td class="quiet">{{ WATER[t.water_type] }}</td>
        <td class="fig right quiet">{{ t.volume.gross.figure }} {{ t.volume.gross.unit }}</td>
        <td class="fig right net">{{ t.volume.net.figure }} {{ t.volume.net.unit }}</td>
        <td class="less small quiet">
          {{ t.volume.measured ? 'as measured' : t.volume.less_words || 'nothing stands in it' }}
        </td>
      </tr>
    </tbody>
  </table>
  <div class="do">
    <LinkButton main :to="{ name: 'tank-new' }" label="New tank" />
    <LinkButton :to="{ name: 'gear' }" label="Gear" />
    <LinkButton :to="{ name: 'instruments' }" label="Instruments" />
  </div>
  <OrderLines v-if="orders.data.value" :orders="orders.data.value" class="below" />
  <section v-if="away.length" aria-label="Put away" class="below">
    <h2 class="block-head">Put away</h2>
    <ul class="rows">
      <li v-for="t in away" :key="t.uid">
        <RouterLink :to="{ name: 'tank-ready', params: { tank: t.uid } }">{{ t.name }}</RouterLink>
        <span class="small quiet">{{ t.volume.net.figure }} {{ t.volume.net.unit }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.tanks {
  width: 100%;
  border-collapse: collapse;
  margin-bottom: 20px;
}
thead th {
  font-size: 12.5px;
  font-weight: 400;
  color: var(--ink2);
  text-align: left;
  padding: 0 8px 4px 0;
  border-bottom: 1px solid var(--ink);
}
td,
tbody th {
  height: 48px;
  padding: 6px 8px 6px 0;
  border-bottom: 1px solid var(--rule);
  text-align: left;
}
tbody th {
  font-size: 16px;
  font-weight: 700;
}
thead .right,
td.right {
  text-align: right;
  white-space: nowrap;
  padding-right: 20px;
}
.net {
  font-size: 16px;
  font-weight: 600;
}
.do {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
.below {
  max-width: 720px;
  margin-top: 24px;
}
.below li {
  display: flex;
  gap: 12px;
  padding: 7px 0;
}
@media (max-width: 759px) {
  thead,
  td:nth-child(4),
  td:nth-child(5),
  .less {
    display: none;
  }
  td,
  tbody th {
    height: 60px;
  }
  td.right {
    padding-right: 0;
  }
}
</style>
