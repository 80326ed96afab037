<script setup lang="ts">
import ChoiceRow from '@/shared/ChoiceRow.vue'
import DayField from '@/shared/DayField.vue'
import TextField from '@/shared/TextField.vue'
import type { Stocked } from './stocked'
import * as texts from './words'

/** What is known of a bottle or a box beside what it holds; all of it may stay empty. */
defineProps<{ problem: Error | null; hint: string }>()
const stocked = defineModel<Stocked>({ required: true })
const SEAL = [
  { value: 'whole', label: 'whole' },
  { value: 'broken', label: 'broken' },
] as const
</script>

<template>
  <TextField
    v-model="stocked.content"
    figure
    :label="texts.IN_IT_NOW"
    :hint="hint"
    field="content"
    :problem="problem"
  />
  <DayField
    v-model="stocked.expires_on"
    ahead
    label="Good until"
    field="expires_on"
    :problem="problem"
    :hint="texts.AS_IT_SAYS"
  />
  <DayField v-model="stocked.opened_on" label="Opened on" field="opened_on" :problem="problem" />
  <ChoiceRow v-model="stocked.seal" :label="texts.SEAL_ON_OPENING" :choices="SEAL" empty />
  <TextField v-model="stocked.lot" label="Lot" field="lot" :problem="problem" maxlength="40" />
  <TextField
    v-model="stocked.bought_from"
    label="Bought from"
    field="bought_from"
    :problem="problem"
    maxlength="60"
  />
  <TextField
    v-model="stocked.paid"
    figure
    label="Paid"
    :hint="texts.IN_YOUR_OWN_MONEY"
    field="paid"
    :problem="problem"
    inputmode="decimal"
  />
  <TextField
    v-if="stocked.paid"
    v-model="stocked.paid_for"
    figure
    label="for"
    hint="250 mL, 500 g, 20 pieces"
    field="paid_for"
    :problem="problem"
  />
</template>
