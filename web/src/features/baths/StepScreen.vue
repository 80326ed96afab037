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
  <ul v-if="run.tender.length" class="tannin list-none p-0 mt-3 text-16 leading-5.5" data-testid="tender">
    <li v-for="t in run.tender" :key="t">{{ capital(t) }}.</li>
  </ul>
  <div v-if="run.measured.amounts[0] && place === steps.length - 1" class="amount">
    <b class="fig block figure-large leading-18"
      >{{ run.measured.amounts[0].big.figure }} {{ run.measured.amounts[0].big.unit }}</b
    >
    <span>{{ run.measured.amounts[0].name }}</span>
  </div>
  <div class="foot">
    <button v-if="place" type="button" class="back" @click="emit('back')">back</button>
    <Button class="next" label="Done, next" data-testid="next-step" @click="emit('next')" />
  </div>
</template>
