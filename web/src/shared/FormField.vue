<script setup lang="ts">
import type { Problem, Schemas } from '@/api/client'
import { capital } from '@/shared/capital'
import SelectField from '@/shared/SelectField.vue'
import * as texts from './words'

/** Which kind of an active a product is, where the levels of its kinds lie far apart: a plain metal or a bound one. */
defineProps<{ forms: Schemas['FormOut'][]; field: string | string[]; problem: Problem | null }>()
const form = defineModel<string>({ required: true })
</script>

<template>
  <SelectField
    v-model="form"
    :label="texts.WHICH_KIND_IS_IT"
    :field="field"
    :problem="problem"
    :options="forms.map((f) => ({ value: f.id, label: `${capital(f.name)}: ${f.text}` }))"
    :placeholder="texts.READ_IT_OFF_THE"
    data-testid="product-form"
  />
</template>
