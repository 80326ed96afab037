<script setup lang="ts">
import { discard, flush, others, refused, tryAgain, waiting } from '@/shared/outbox'

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
      <b>{{ waiting.length }} {{ waiting.length === 1 ? 'entry has' : 'entries have' }} not arrived yet.</b>
      {{
        waiting.length === 1
          ? 'It waits here with its own time.'
          : 'They wait here, in order and with their own time.'
      }}
      <button type="button" @click="flush()">try now</button>
    </p>
    <p v-for="o in others" :key="o.name" class="my-1">
      <b
        >{{ o.count }} {{ o.count === 1 ? 'entry' : 'entries' }} of {{ o.name }}
        {{ o.count === 1 ? 'waits' : 'wait' }} in this browser.</b
      >
      {{ o.count === 1 ? 'It goes' : 'They go' }} out in no other name: when {{ o.name }} signs in here.
    </p>
    <div v-for="r in refused" :key="r.nr" class="refused">
      <p class="brick my-1">
        Not taken: {{ r.words }} ({{
          new Date(r.at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
        }}): {{ r.why }}
      </p>
      <button type="button" @click="tryAgain(r.nr!)">Try again</button>
      <button type="button" @click="discard(r.nr!)">
        {{ r.photo ? 'Discard it and its picture' : 'Discard it' }}
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
