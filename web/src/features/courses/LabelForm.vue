<script setup lang="ts">
import type { Problem } from '@/api/client'
import TextField from '@/shared/TextField.vue'
import CountField from '@/shared/CountField.vue'

export interface LabelText {
  product: string
  amount: string
  per_volume: string
  every: string
  days: number | null
}
defineProps<{ problem: Problem | null }>()
const label = defineModel<LabelText>('label', { required: true })
</script>

<template>
  <fieldset>
    <legend class="block-head">What the bottle says</legend>
    <TextField
      v-model="label.product"
      label="Product"
      field="label.product"
      :problem="problem"
      hint="as you call it"
      maxlength="80"
    />
    <TextField
      v-model="label.amount"
      figure
      label="This much"
      field="label.amount"
      :problem="problem"
      placeholder="5 mL"
    />
    <TextField
      v-model="label.per_volume"
      figure
      label="in every"
      field="label.per_volume"
      :problem="problem"
      placeholder="10 gal"
    />
    <TextField
      v-model="label.every"
      figure
      label="every"
      field="label.every"
      :problem="problem"
      placeholder="24 h"
    />
    <CountField
      v-model="label.days"
      label="for so many days"
      field="label.days"
      :problem="problem"
      :max="60"
    />
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  padding: 0;
  margin: 0 0 16px;
}
legend {
  width: 100%;
}
</style>
