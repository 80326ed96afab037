<script setup lang="ts">
import type { Schemas } from '@/api/client'

/** Why a figure is what it is: each step with its formula, one click away. */
defineProps<{ trace: Schemas['TraceOut'][] }>()
</script>

<template>
  <details>
    <summary>Why</summary>
    <table class="why">
      <tbody>
        <tr v-for="w in trace" :key="w.label">
          <th scope="row">{{ w.label }}</th>
          <td class="fig quiet">{{ w.formula }}</td>
          <td class="fig">{{ w.figure }} {{ w.unit }}</td>
        </tr>
      </tbody>
    </table>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  font-weight: 650;
  min-height: 32px;
  line-height: 32px;
}
.why {
  width: 100%;
  border-collapse: collapse;
}
.why th {
  text-align: left;
  font-weight: 400;
}
.why td {
  text-align: right;
  padding-left: 12px;
}
.why th,
.why td {
  border-top: 1px solid var(--rule);
  height: 26px;
}
</style>
