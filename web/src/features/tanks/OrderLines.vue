<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import OrderForm from './OrderForm.vue'
import * as texts from './words'

/** Fish that are ordered and have not come, for one tank or for all. */
defineProps<{ orders: Schemas['OrderOut'][]; tank?: string }>()
const session = useSession()
const ordering = ref(false)
const off = ref('')
const callOff = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/orders/{order_id}/call-off', {
      params: { path: { ...session.inRoom(), order_id: off.value } },
      body: { write_id },
    }),
  ),
)
async function press(order: string) {
  off.value = order
  await callOff.run()
}
</script>

<template>
  <section aria-label="Ordered" class="mb-6" data-testid="orders">
    <h2 class="block-head">
      Ordered
      <button type="button" class="link small" data-testid="order" @click="ordering = true">
        order fish
      </button>
    </h2>
    <ProblemNote :problem="callOff.problem.value" />
    <p v-if="!orders.length" class="small quiet py-1.5">
      {{ texts.NOTHING_IS_ORDERED_WHAT }}
    </p>
    <ul class="rows">
      <li v-for="o in orders" :key="o.uid" class="flex flex-wrap gap-y-0.5 gap-x-3.5 items-baseline py-1.75">
        <span class="first:grid first:flex-1">
          <b>{{ o.words }}</b>
          <span class="small quiet"
            >{{ o.supplier ? `from ${o.supplier}` : ''
            }}{{ !tank && o.tank_name ? `${o.supplier ? ', ' : ''}for ${o.tank_name}` : '' }}</span
          >
        </span>
        <span class="fig small first:grid first:flex-1" :class="{ brick: o.overdue }">{{
          o.expected_words
        }}</span>
        <button
          type="button"
          class="link small first:grid first:flex-1"
          :aria-label="texts.callItOff(o.words)"
          @click="press(o.uid)"
        >
          {{ texts.CALL_IT_OFF }}
        </button>
      </li>
    </ul>
    <Dialog v-model:visible="ordering" modal :header="texts.FISH_ARE_ORDERED">
      <OrderForm :tank="tank" @done="ordering = false" />
    </Dialog>
  </section>
</template>
