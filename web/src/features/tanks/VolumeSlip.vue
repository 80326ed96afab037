<script setup lang="ts">
import type { Schemas } from '@/api/client'
import FigureText from '@/shared/FigureText.vue'
import * as texts from './words'

/** The net water of a tank as it is typed, and how it came about. */
defineProps<{ volume: Schemas['VolumeOut']; boxed: boolean; oneWater?: string }>()
</script>

<template>
  <div>
    <p class="small quiet">Net water{{ volume.measured ? ', as measured' : '' }}</p>
    <p class="huge figure-large leading-18 font-700 tracking-[-0.02em] line-b-ink pb-2">
      <FigureText :figure="volume.net.figure" :unit="volume.net.unit" />
    </p>
    <dl class="grid grid-cols-[1fr_auto] py-2 leading-6.5">
      <dt v-if="boxed">{{ texts.BOX_TO_THE_LINE }}</dt>
      <dd v-if="boxed" class="fig text-right" data-testid="gross">
        {{ volume.gross.figure }} {{ volume.gross.unit }}
      </dd>
      <dt>{{ texts.GIVE_OR_TAKE }}</dt>
      <dd class="fig text-right">{{ volume.uncertainty.figure }} {{ volume.uncertainty.unit }}</dd>
    </dl>
    <p v-if="volume.less_words" class="text-tannin font-650 pb-2">{{ volume.less_words }}</p>
    <p v-if="oneWater" class="tannin text-tannin font-650 pb-2">
      {{ oneWater }}
    </p>
    <details>
      <summary class="cursor-pointer font-650 min-h-8 leading-8">Why</summary>
      <table class="w-full border-collapse mb-2">
        <tbody>
          <tr v-for="line in volume.trace" :key="line.label">
            <th class="text-left font-400 line-t-rule py-1 px-0 align-top" scope="row">
              {{ line.label }}<span class="fig block text-12 text-ink2">{{ line.formula }}</span>
            </th>
            <td class="fig line-t-rule py-1 px-0 align-top text-right whitespace-nowrap">
              {{ line.figure }} {{ line.unit }}
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="boxed" class="small quiet">
        {{ texts.TAPE_0_5_CM }}
      </p>
    </details>
  </div>
</template>

<style scoped>
.huge :deep(.unit) {
  font-size: 28px;
}
</style>
