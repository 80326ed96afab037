<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { capital } from '@/shared/capital'

/** One step before it begins; the last of them shows the amount. */
defineProps<{ run: Schemas['RunOut']; place: number; steps: Schemas['BathStepOut'][] }>()
const emit = defineEmits<{ next: []; back: [] }>()
</script>

<template>
  <p class="count small quiet">step {{ place + 1 }} of {{ steps.length + (run.must_match ? 2 : 1) }}</p>
  <p class="say">{{ steps[place]?.text }}</p>
  <ul v-if="run.tender.length" class="tender tannin" data-testid="tender">
    <li v-for="t in run.tender" :key="t">{{ capital(t) }}.</li>
  </ul>
  <div v-if="run.measured.amounts[0] && place === steps.length - 1" class="amount">
    <b class="fig">{{ run.measured.amounts[0].big.figure }} {{ run.measured.amounts[0].big.unit }}</b>
    <span>{{ run.measured.amounts[0].name }}</span>
  </div>
  <div class="foot">
    <button v-if="place" type="button" class="back" @click="emit('back')">back</button>
    <Button class="next" label="Done, next" data-testid="next-step" @click="emit('next')" />
  </div>
</template>

<style scoped>
.tender {
  list-style: none;
  padding: 0;
  margin: 12px 0 0;
  font-size: 16px;
  line-height: 22px;
}
.amount b {
  display: block;
  font-size: 64px;
  line-height: 72px;
}
</style>
