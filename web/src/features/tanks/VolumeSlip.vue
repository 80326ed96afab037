<script setup lang="ts">
import type { Schemas } from '@/api/client'
import FigureText from '@/shared/FigureText.vue'

/** The net water of a tank as it is typed, and how it came about. */
defineProps<{ volume: Schemas['VolumeOut']; boxed: boolean; oneWater?: string }>()
</script>

<template>
  <div>
    <p class="small quiet">Net water{{ volume.measured ? ', as measured' : '' }}</p>
    <p class="huge"><FigureText :figure="volume.net.figure" :unit="volume.net.unit" /></p>
    <dl>
      <dt v-if="boxed">box, to the line</dt>
      <dd v-if="boxed" class="fig" data-testid="gross">{{ volume.gross.figure }} {{ volume.gross.unit }}</dd>
      <dt>give or take</dt>
      <dd class="fig">{{ volume.uncertainty.figure }} {{ volume.uncertainty.unit }}</dd>
    </dl>
    <p v-if="volume.less_words" class="less">{{ volume.less_words }}</p>
    <p v-if="oneWater" class="less tannin">
      {{ oneWater }}
    </p>
    <details>
      <summary>Why</summary>
      <table class="why">
        <tbody>
          <tr v-for="line in volume.trace" :key="line.label">
            <th scope="row">
              {{ line.label }}<span class="fig formula">{{ line.formula }}</span>
            </th>
            <td class="fig">{{ line.figure }} {{ line.unit }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="boxed" class="small quiet">
        Tape ± 0.5 cm a side, sand ± 5 %, rock ± 10 %: common practice. Geometry: SRAC Publication 410,
        recalled.
      </p>
    </details>
  </div>
</template>

<style scoped>
.huge {
  font-size: 64px;
  line-height: 72px;
  font-weight: 700;
  letter-spacing: -0.02em;
  border-bottom: 1px solid var(--ink);
  padding-bottom: 8px;
}
.huge :deep(.unit) {
  font-size: 28px;
}
dl {
  display: grid;
  grid-template-columns: 1fr auto;
  padding: 8px 0;
  line-height: 26px;
}
dd {
  text-align: right;
}
.less {
  color: var(--tannin);
  font-weight: 650;
  padding-bottom: 8px;
}
summary {
  cursor: pointer;
  font-weight: 650;
  min-height: 32px;
  line-height: 32px;
}
.why {
  width: 100%;
  border-collapse: collapse;
  margin-bottom: 8px;
}
.why th {
  text-align: left;
  font-weight: 400;
}
.why th,
.why td {
  border-top: 1px solid var(--rule);
  padding: 4px 0;
  vertical-align: top;
}
.why td {
  text-align: right;
  white-space: nowrap;
}
.formula {
  display: block;
  font-size: 12px;
  color: var(--ink2);
}
</style>
