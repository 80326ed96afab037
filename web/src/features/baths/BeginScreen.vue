<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { capital } from '@/shared/capital'
import ProblemNote from '@/shared/ProblemNote.vue'

/** All is ready: the waters side by side once more, what stops it within reach, and the press that starts the timer. */
defineProps<{ run: Schemas['RunOut']; busy: boolean; problem: Error | null }>()
const emit = defineEmits<{ begin: [] }>()
</script>

<template>
  <p class="say">{{ run.say.start_say }}</p>
  <table v-if="run.pairs.length && !run.in_tank" class="pairs">
    <thead>
      <tr>
        <th scope="col"><span class="unseen">what</span></th>
        <th scope="col">bath</th>
        <th scope="col">theirs</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="p in run.pairs" :key="p.name">
        <th scope="row">{{ p.name }}</th>
        <td class="fig">{{ p.bath }}</td>
        <td class="fig">{{ p.home }}</td>
      </tr>
    </tbody>
  </table>
  <p v-for="t in run.tender" :key="t" class="tannin">{{ capital(t) }}.</p>
  <p v-if="run.within_reach"><b>Within reach</b> {{ run.within_reach }}</p>
  <ProblemNote :problem="problem" />
  <div class="foot">
    <Button
      class="next"
      :label="run.say.start"
      :loading="busy"
      data-testid="fish-in"
      @click="emit('begin')"
    />
  </div>
</template>

<style scoped>
.pairs {
  border-collapse: collapse;
  font-size: 18px;
}
.pairs th,
.pairs td {
  text-align: left;
  border-top: 1px solid var(--rule);
  padding: 8px 12px 8px 0;
}
</style>
