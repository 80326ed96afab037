<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import * as texts from './words'

/** The one look that would change the ranking most, with its answers at hand. */
const props = defineProps<{ next: Schemas['NextLookOut'] }>()
const emit = defineEmits<{ answer: [seen: boolean]; show: [] }>()
const KITS: Record<Schemas['NextLookOut']['kit'], string> = {
  eye: '',
  ask: '',
  torch: texts.A_TORCH,
  hand: texts.A_CLEAR_BOX,
  test: 'a test kit',
  scope: 'a microscope',
}
const reading = computed(() => !!props.next.reading)
</script>

<template>
  <section class="next line-2-ink bg-plate px-3 pb-3" aria-label="Next look" data-testid="next-look">
    <h2 class="flex justify-between text-13 leading-5 bg-ink text-paper -mx-3 px-3 pt-0.25 pb-0.5">
      <span>Next look</span><span class="fig">{{ next.minutes }} min</span>
    </h2>
    <p class="big text-16 leading-5.75 font-700 pt-1.5 pb-0.5">
      {{ next.goes_first ? texts.beforeAllElse(next.name) : next.label }}
    </p>
    <p class="small">{{ next.goes_first ? next.how_to : next.how }}</p>
    <table class="w-full border-collapse mt-1.5 text-13">
      <tbody>
        <tr>
          <td>if seen</td>
          <th class="line-t-rule h-6 text-left" scope="row">{{ next.if_seen.name }}</th>
          <td class="fig text-right whitespace-nowrap">
            {{ next.if_seen.in_100_now }} → <b>{{ next.if_seen.in_100_then }}</b>
          </td>
        </tr>
        <tr>
          <td>{{ texts.IF_NOT_THERE }}</td>
          <th class="line-t-rule h-6 text-left" scope="row">{{ next.if_not_there.name }}</th>
          <td class="fig text-right whitespace-nowrap">
            {{ next.if_not_there.in_100_now }} → <b>{{ next.if_not_there.in_100_then }}</b>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="small quiet line-t-rule pt-1.25 pb-2">
      {{ next.name }}{{ KITS[next.kit] ? `: needs ${KITS[next.kit]}` : '' }}.
      <template v-if="next.also.length">
        {{ texts.IT_SHOWS_AS_WELL }}
        <template v-for="(a, i) in next.also" :key="a.sign">{{ i ? ', ' : '' }}{{ a.label }}</template
        >.
      </template>
    </p>
    <div v-if="!reading" class="answers flex gap-2 items-center">
      <Button type="button" label="Seen" data-testid="next-seen" @click="emit('answer', true)" />
      <Button
        type="button"
        severity="secondary"
        label="Not there"
        data-testid="next-absent"
        @click="emit('answer', false)"
      />
      <button type="button" class="link min-h-8 text-ink" @click="emit('show')">where</button>
    </div>
    <p v-else class="small">{{ texts.READ_IT_WITH_A }}</p>
  </section>
</template>

<style scoped>
.big::first-letter {
  text-transform: uppercase;
}
td {
  border-top: 1px solid var(--rule);
  height: 24px;
  text-align: left;
}
.answers :deep(.p-button) {
  min-height: 40px;
}
@media (max-width: 759px) {
  .answers :deep(.p-button) {
    min-height: 56px;
    flex: 1;
  }
}
</style>
