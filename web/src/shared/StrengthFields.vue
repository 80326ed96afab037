<script setup lang="ts">
import SelectField from '@/shared/SelectField.vue'
import { STRENGTHS } from './choices'
import type { StrengthKind } from '@/shared/strengths'
import TextField from '@/shared/TextField.vue'
import * as texts from './words'

/**
 * What a label says of a product: in which way, how much, and the density where per cent are by weight. No way is chosen
 * beforehand: 5 % hold ten times what 5 mg in each mL do.
 */
defineProps<{
  /** where the answer says what is wrong: the figure, the density */
  fields: { value: string[]; density: string[] }
  hint?: string
  problem: Error | null
  /** how the label says it is chosen elsewhere */
  kindElsewhere?: boolean
}>()
const kind = defineModel<StrengthKind | null>('kind', { required: true })
const value = defineModel<string>('value', { required: true })
const density = defineModel<string>('density', { required: true })
</script>

<template>
  <SelectField
    v-if="!kindElsewhere"
    v-model="kind"
    :label="texts.THE_LABEL_SAYS"
    :options="STRENGTHS"
    :placeholder="texts.IN_WHICH_WAY"
    data-testid="label-says"
  />
  <TextField
    v-model="value"
    figure
    label="So much"
    :hint="hint"
    :field="fields.value"
    :problem="problem"
    inputmode="decimal"
  />
  <TextField
    v-if="kind === 'percent_w_w'"
    v-model="density"
    figure
    label="Density"
    :hint="texts.KG_L_1_IF"
    :field="fields.density"
    :problem="problem"
    inputmode="decimal"
  />
</template>
