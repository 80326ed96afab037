<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

/** The one look that would change the ranking most, with its answers at hand. */
const props = defineProps<{ next: Schemas['NextLookOut'] }>()
const emit = defineEmits<{ answer: [seen: boolean]; show: [] }>()
const KITS: Record<string, string> = {
  torch: 'a torch in the dark',
  hand: 'the fish in a clear box',
  test: 'a test kit',
  scope: 'a microscope',
}
const reading = computed(() => !!props.next.reading)
</script>

<template>
  <section class="next" aria-label="Next look" data-testid="next-look">
    <h2>
      <span>Next look</span><span class="fig">{{ next.minutes }} min</span>
    </h2>
    <p class="big">{{ next.goes_first ? `${next.name}, before all else` : next.label }}</p>
    <p class="small">{{ next.goes_first ? next.how_to : next.how }}</p>
    <table>
      <tbody>
        <tr>
          <td>if seen</td>
          <th scope="row">{{ next.if_seen.name }}</th>
          <td class="fig">
            {{ next.if_seen.in_100_now }} → <b>{{ next.if_seen.in_100_then }}</b>
          </td>
        </tr>
        <tr>
          <td>if not there</td>
          <th scope="row">{{ next.if_not_there.name }}</th>
          <td class="fig">
            {{ next.if_not_there.in_100_now }} → <b>{{ next.if_not_there.in_100_then }}</b>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="small quiet kit">
      {{ next.name }}{{ KITS[next.kit] ? `: needs ${KITS[next.kit]}` : '' }}.
      <template v-if="next.also.length">
        It shows as well:
        <template v-for="(a, i) in next.also" :key="a.sign">{{ i ? ', ' : '' }}{{ a.label }}</template
        >.
      </template>
    </p>
    <div v-if="!reading" class="answers">
      <Button type="button" label="Seen" data-testid="next-seen" @click="emit('answer', true)" />
      <Button
        type="button"
        severity="secondary"
        label="Not there"
        data-testid="next-absent"
        @click="emit('answer', false)"
      />
      <button type="button" class="link" @click="emit('show')">where</button>
    </div>
    <p v-else class="small">Read it with a kit and type it in above.</p>
  </section>
</template>

<style scoped>
.next {
  border: 2px solid var(--ink);
  background: var(--plate);
  padding: 0 12px 12px;
}
h2 {
  display: flex;
  justify-content: space-between;
  font-size: 13px;
  line-height: 20px;
  background: var(--ink);
  color: var(--paper);
  margin: 0 -12px;
  padding: 1px 12px 2px;
}
.big {
  font-size: 18px;
  line-height: 23px;
  font-weight: 700;
  padding: 6px 0 2px;
}
.big::first-letter {
  text-transform: uppercase;
}
table {
  width: 100%;
  border-collapse: collapse;
  margin-top: 6px;
  font-size: 13px;
}
td,
th {
  border-top: 1px solid var(--rule);
  height: 24px;
  text-align: left;
}
td.fig {
  text-align: right;
  white-space: nowrap;
}
.kit {
  border-top: 1px solid var(--rule);
  padding: 5px 0 8px;
}
.answers {
  display: flex;
  gap: 8px;
  align-items: center;
}
.answers :deep(.p-button) {
  min-height: 40px;
}
.link {
  min-height: 32px;
  color: var(--ink);
}
@media (max-width: 759px) {
  .answers :deep(.p-button) {
    min-height: 56px;
    flex: 1;
  }
}
</style>
