<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { answer, api } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'

/** Every condition of the reference, to look one up without a fish. */
const WATERS = [
  { value: '', label: 'all waters' },
  { value: 'freshwater_tropical', label: 'fresh, tropical' },
  { value: 'coldwater_pond', label: 'fresh, cold' },
  { value: 'brackish', label: 'brackish' },
  { value: 'marine', label: 'sea' },
]
const water = ref('')
const words = ref('')
const { data, error } = useQuery({
  queryKey: ['conditions'],
  queryFn: () => answer(api.GET('/api/reference/conditions')),
  staleTime: Infinity,
})
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
    :sentence="data ? `${shown.length} of ${data.length}: diseases, and troubles of the water.` : ''"
  />
  <ProblemNote :problem="error" />
  <div class="find">
    <InputText
      v-model="words"
      aria-label="Find a condition"
      placeholder="find: velvet, fluke, ammonia"
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
  <ul class="all">
    <li v-for="c in shown" :key="c.id">
      <RouterLink :to="{ name: 'condition', params: { condition: c.id } }"
        ><b>{{ c.short_name }}</b></RouterLink
      >
      <span class="small quiet">{{ c.name }}</span>
      <span v-if="c.notifiable" class="small brick">notifiable</span>
    </li>
  </ul>
  <p v-if="data && !shown.length">Nothing of that name here.</p>
</template>

<style scoped>
.find {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  margin-bottom: 12px;
}
.find :deep(.p-inputtext) {
  width: 280px;
}
.all {
  columns: 2;
  column-gap: 32px;
}
.all li {
  break-inside: avoid;
  border-top: 1px solid var(--rule);
  padding: 6px 0;
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  align-items: baseline;
  min-height: 32px;
}
@media (max-width: 759px) {
  .all {
    columns: 1;
  }
  .all li {
    min-height: 56px;
  }
  .find :deep(.p-inputtext) {
    width: 100%;
    min-height: 48px;
  }
}
</style>
