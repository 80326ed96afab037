<script setup lang="ts">
import { dismiss, flush, refused, waiting } from '@/shared/outbox'

/** What has not arrived yet, and what the server would not take. */
</script>

<template>
  <div v-if="waiting.length || refused.length" class="bar" role="status" data-testid="outbox">
    <p v-if="waiting.length">
      <b>{{ waiting.length }} {{ waiting.length === 1 ? 'entry has' : 'entries have' }} not arrived yet.</b>
      They wait here, in order and with their own time.
      <button type="button" @click="flush()">try now</button>
    </p>
    <template v-if="refused.length">
      <p v-for="r in refused" :key="r.nr" class="brick">
        Not taken: {{ r.words }} ({{
          new Date(r.at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
        }}):
        {{ r.why }}
      </p>
      <button type="button" @click="dismiss()">I have read it</button>
    </template>
  </div>
</template>

<style scoped>
.bar {
  border: 1.5px solid var(--tannin);
  border-left-width: 6px;
  border-radius: 4px;
  background: var(--plate);
  padding: 8px 12px;
  margin-bottom: 14px;
  max-width: 900px;
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
