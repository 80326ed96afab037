<script setup lang="ts">
import { computed } from 'vue'
import type { Problem, Schemas } from '@/api/client'
import CountField from '@/shared/CountField.vue'
import FieldRow from '@/shared/FieldRow.vue'
import SelectField from '@/shared/SelectField.vue'
import TextField from '@/shared/TextField.vue'
import { useActives } from '@/shared/useActives'

export type LabelText = Required<Omit<Schemas['LabelIn'], 'days'>> & { days: number | null }
defineProps<{ problem: Problem | null }>()
const label = defineModel<LabelText>('label', { required: true })
const { data: actives } = useActives()
const choices = computed(() => (actives.value ?? []).filter((a) => a.strengths.length))
const COUNTS: { value: LabelText['counts']; label: string; example: string }[] = [
  { value: 'volume', label: 'mL, teaspoons', example: '5 mL' },
  { value: 'drops', label: 'drops', example: '10 drops' },
  { value: 'mass', label: 'grams, mg', example: '2 g' },
  { value: 'pieces', label: 'packets, tablets', example: '1 packet' },
]
const PIECES = ['packet', 'tablet', 'capsule', 'capful', 'scoop', 'piece']
const example = computed(() => COUNTS.find((c) => c.value === label.value.counts)?.example ?? '')
</script>

<template>
  <fieldset>
    <legend class="block-head">What the bottle says</legend>
    <p class="small quiet">
      Read it twice: one label may give seven days for sick fish and three for new ones.
    </p>
    <TextField
      v-model="label.product"
      label="Product"
      field="label.product"
      :problem="problem"
      hint="as you call it"
      maxlength="80"
    />
    <SelectField v-model="label.counts" label="It counts" :options="COUNTS" data-testid="label-counts" />
    <SelectField v-if="label.counts === 'pieces'" v-model="label.piece" label="They are" :options="PIECES" />
    <TextField
      v-model="label.amount"
      figure
      label="This much"
      field="label.amount"
      :problem="problem"
      :placeholder="example"
    />
    <TextField
      v-if="label.counts === 'drops'"
      v-model="label.drops_per_ml"
      figure
      label="Drops in a mL"
      field="label.drops_per_ml"
      :problem="problem"
      placeholder="20"
      hint="count yours into a syringe"
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
    <TextField
      v-model="label.change"
      figure
      label="Then change"
      field="label.change"
      :problem="problem"
      placeholder="25 %"
      hint="half, if it says nothing"
    />
    <CountField
      v-if="label.change"
      v-model="label.change_on_day"
      label="on day"
      field="label.change_on_day"
      :problem="problem"
      :max="61"
    />
    <FieldRow
      v-slot="f"
      label="It holds"
      field="label.holds"
      :problem="problem"
      hint="so far as it names them"
    >
      <MultiSelect
        v-model="label.holds"
        :options="choices"
        option-label="name"
        option-value="id"
        filter
        :max-selected-labels="3"
        :label-id="f.id"
        aria-label="What it holds"
        data-testid="label-holds"
      />
    </FieldRow>
    <TextField
      v-model="label.paid"
      figure
      label="You paid"
      field="label.paid"
      :problem="problem"
      hint="a plain number"
    />
    <TextField
      v-if="label.paid"
      v-model="label.paid_for"
      figure
      label="for"
      field="label.paid_for"
      :problem="problem"
      :placeholder="example"
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
