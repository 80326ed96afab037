<script setup lang="ts">
import { discard, flush, others, refused, tryAgain, waiting } from '@/shared/outbox'
import * as texts from './words'

/** What has not arrived yet, what the server would not take, and what waits of somebody else. */
</script>

<template>
  <div
    v-if="waiting.length || refused.length || others.length"
    class="[border:1.5px_solid_var(--tannin)] [border-left-width:6px] rounded bg-plate py-2 px-3 mb-3.5 max-w-225"
    role="status"
    data-testid="outbox"
  >
    <p v-if="waiting.length" class="my-1">
      <b>{{ texts.notArrivedYet(waiting.length) }}</b>
      {{ texts.waitInOrder(waiting.length) }}
      <button type="button" @click="flush()">try now</button>
    </p>
    <p v-for="o in others" :key="o.name" class="my-1">
      <b>{{ texts.waitInThisBrowser(o.count, o.name) }}</b>
      {{ texts.goInNoOtherName(o.count, o.name) }}
    </p>
    <div v-for="r in refused" :key="r.nr" class="refused">
      <p class="brick my-1">
        {{
          texts.notTaken(
            r.words,
            new Date(r.at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' }),
            r.why,
          )
        }}
      </p>
      <button type="button" @click="tryAgain(r.nr!)">Try again</button>
      <button type="button" @click="discard(r.nr!)">
        {{ r.photo ? texts.DISCARD_IT_AND_ITS : 'Discard it' }}
      </button>
    </div>
  </div>
</template>

<style scoped>
button + button {
  margin-left: 16px;
}
button {
  background: none;
  border: 0;
  color: var(--ink);
  font: inherit;
  text-decoration: underline;
  min-height: 32px;
  cursor: pointer;
}
</style>
