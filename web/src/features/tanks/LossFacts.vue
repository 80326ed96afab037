<script setup lang="ts">
import { computed } from 'vue'
import { type Schemas } from '@/api/client'
import FieldRow from '@/shared/FieldRow.vue'
import SelectField from '@/shared/SelectField.vue'
import TextField from '@/shared/TextField.vue'
import WhenField from '@/shared/WhenField.vue'
import type { LossFacts } from './lossFacts'
import { useConditions } from '@/shared/queries'
import * as texts from './words'

/** What is known of a loss beside how many: which fish, signs, what is suspected, during what, what was checked. */
defineProps<{ names: string[]; problem: Error | null; words: Schemas['LossWordsOut'] | undefined }>()
const facts = defineModel<LossFacts>({ required: true })
const conditions = useConditions()
const causes = computed(() => conditions.data.value ?? [])
</script>

<template>
  <SelectField
    v-if="names.length"
    v-model="facts.fish"
    label="Which"
    field="fish"
    :problem="problem"
    :options="names"
    :placeholder="texts.ONE_WITHOUT_A_NAME"
    show-clear
  />
  <WhenField
    v-model="facts.lastSeenWell"
    :label="texts.LAST_SEEN_WELL"
    field="last_seen_well_at"
    :problem="problem"
    hint=""
  />
  <FieldRow v-slot="f" label="Signs" field="signs" :problem="problem">
    <MultiSelect
      v-model="facts.signs"
      :label-id="f.id"
      :options="words?.signs ?? []"
      option-label="name"
      option-value="id"
      filter
      :max-selected-labels="2"
      aria-label="Signs"
      :placeholder="texts.NONE_WRITTEN_DOWN"
    />
  </FieldRow>
  <SelectField
    v-model="facts.causeId"
    label="Suspected"
    field="cause_id"
    :problem="problem"
    :options="causes"
    option-label="short_name"
    option-value="id"
    filter
    show-clear
    placeholder="nothing yet"
  />
  <TextField
    v-model="facts.cause"
    :label="texts.OR_IN_WORDS"
    field="cause"
    :problem="problem"
    maxlength="80"
  />
  <SelectField
    v-model="facts.during"
    label="During"
    field="during"
    :problem="problem"
    :options="words?.during ?? []"
    option-label="name"
    option-value="id"
    show-clear
    placeholder="not said"
  />
  <fieldset
    class="checked line-none line-b-rule py-2 px-0 m-0 grid grid-cols-[repeat(auto-fill,minmax(160px,1fr))] gap-y-0 gap-x-3"
  >
    <legend>Checked afterwards</legend>
    <label v-for="c in words?.checked ?? []" :key="c.id">
      <Checkbox v-model="facts.checked" :value="c.id" />
      {{ c.name }}
    </label>
  </fieldset>
</template>

<style scoped>
.checked legend {
  padding: 8px 0 0;
}
.checked label {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 44px;
}
</style>
