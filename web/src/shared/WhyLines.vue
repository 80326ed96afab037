<script setup lang="ts">
import type { Schemas } from '@/api/client'

/** Why a figure is what it is: each step with its formula, one click away. */
defineProps<{ trace: Schemas['TraceOut'][] }>()
</script>

<template>
  <details>
    <summary class="cursor-pointer font-650 min-h-8 leading-8">Why</summary>
    <table class="w-full border-collapse">
      <tbody>
        <tr v-for="w in trace" :key="w.label">
          <th class="text-left font-400 line-t-rule h-6.5" scope="row">{{ w.label }}</th>
          <td class="fig quiet text-right pl-3 line-t-rule h-6.5">{{ w.formula }}</td>
          <td class="fig text-right pl-3 line-t-rule h-6.5">{{ w.figure }} {{ w.unit }}</td>
        </tr>
      </tbody>
    </table>
  </details>
</template>
