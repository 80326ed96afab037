<script setup lang="ts">
import type { Problem } from '@/api/client'
import FieldRow from '@/shared/FieldRow.vue'

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
    <FieldRow v-slot="f" label="Product" field="label.product" :problem="problem" hint="as you call it">
      <InputText
        :id="f.id"
        v-model="label.product"
        maxlength="80"
        :invalid="f.invalid"
        :aria-describedby="f.described"
      />
    </FieldRow>
    <FieldRow v-slot="f" label="This much" field="label.amount" :problem="problem">
      <InputText
        :id="f.id"
        v-model="label.amount"
        class="fig short"
        placeholder="5 mL"
        :invalid="f.invalid"
        :aria-describedby="f.described"
      />
    </FieldRow>
    <FieldRow v-slot="f" label="in every" field="label.per_volume" :problem="problem">
      <InputText
        :id="f.id"
        v-model="label.per_volume"
        class="fig short"
        placeholder="10 gal"
        :invalid="f.invalid"
        :aria-describedby="f.described"
      />
    </FieldRow>
    <FieldRow v-slot="f" label="every" field="label.every" :problem="problem">
      <InputText
        :id="f.id"
        v-model="label.every"
        class="fig short"
        placeholder="24 h"
        :invalid="f.invalid"
        :aria-describedby="f.described"
      />
    </FieldRow>
    <FieldRow v-slot="f" label="for so many days" field="label.days" :problem="problem">
      <InputNumber
        v-model="label.days"
        :input-id="f.id"
        :min="1"
        :max="60"
        :use-grouping="false"
        input-class="fig short"
        :invalid="f.invalid"
      />
    </FieldRow>
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
.short,
:deep(.short) {
  width: 112px;
}
</style>
