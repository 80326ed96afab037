<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, watch } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import PlateInk from '@/shared/PlateInk.vue'

/** A fish of its own shape, with what was marked drawn on it. The server draws; the page only shows. */
const props = defineProps<{ shape: string; drawn: string[] }>()
const emit = defineEmits<{ places: [places: Schemas['PlateOut']['places']] }>()
const names = computed(() => [...new Set(props.drawn)].sort().join(','))
const { data } = useQuery({
  queryKey: ['plate', () => props.shape, names],
  queryFn: () =>
    answer(
      api.GET('/api/reference/plates/{shape}', {
        params: { path: { shape: props.shape }, query: { drawn: names.value } },
      }),
    ),
  staleTime: Infinity,
  placeholderData: keepPreviousData,
})
watch(data, (plate) => plate && emit('places', plate.places), { immediate: true })
</script>

<template>
  <PlateInk :svg="data?.svg ?? ''" :tint="!!names" data-testid="plate" :data-drawn="names" />
</template>
