<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useConditions } from '@/shared/queries'
import { WATER_TYPES } from '@/shared/choices'
import * as texts from './words'

/** Every condition of the reference, to look one up without a fish. */
const WATERS = [{ value: '', label: 'all waters' }, ...WATER_TYPES]
const water = ref('')
const words = ref('')
const { data, error } = useConditions()
const shown = computed(() =>
  [...(data.value ?? [])]
    .filter((c) => !water.value || c.water.includes(water.value))
    .filter((c) => `${c.short_name} ${c.name}`.toLowerCase().includes(words.value.trim().toLowerCase()))
    .sort((a, b) => a.short_name.localeCompare(b.short_name)),
)
</script>

<template>
  <PageHead
    title="Conditions"
    :sentence="data ? texts.ofDiseasesAndTroubles(shown.length, data.length) : ''"
  />
  <ProblemNote :problem="error" />
  <div class="find flex flex-wrap gap-y-2 gap-x-4 mb-3">
    <InputText
      v-model="words"
      aria-label="Find a condition"
      :placeholder="texts.FIND_VELVET_FLUKE_AMMONIA"
      type="search"
    />
    <SelectButton
      v-model="water"
      :options="WATERS"
      option-label="label"
      option-value="value"
      :allow-empty="false"
      aria-label="Water"
    />
  </div>
  <ul class="columns-2 gap-x-8 phone:columns-1">
    <li
      v-for="c in shown"
      :key="c.id"
      class="break-inside-avoid line-t-rule py-1.5 flex flex-wrap gap-y-0 gap-x-2.5 items-baseline min-h-8 phone:min-h-14"
    >
      <RouterLink :to="{ name: 'condition', params: { condition: c.id } }"
        ><b>{{ c.short_name }}</b></RouterLink
      >
      <span class="small quiet">{{ c.name }}</span>
      <span v-if="c.notifiable" class="small brick">notifiable</span>
    </li>
  </ul>
  <p v-if="data && !shown.length">{{ texts.NOTHING_OF_THAT_NAME }}</p>
</template>

<style scoped>
.find :deep(.p-inputtext) {
  width: 280px;
}
@media (max-width: 759px) {
  .find :deep(.p-inputtext) {
    width: 100%;
    min-height: 48px;
  }
}
</style>
