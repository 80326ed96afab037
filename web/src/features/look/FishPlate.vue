<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, watch } from 'vue'
import { answer, api, type Schemas } from '@/api/client'

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
  <svg
    class="plate fish"
    :class="{ tint: names }"
    viewBox="-4 -8 648 346"
    aria-hidden="true"
    focusable="false"
    data-testid="plate"
    :data-drawn="names"
  >
    <defs>
      <pattern id="hx" width="3.4" height="3.4" patternUnits="userSpaceOnUse" patternTransform="rotate(62)">
        <path class="thin" d="M0 1.7H3.4" />
      </pattern>
      <pattern id="hx2" width="2.8" height="2.8" patternUnits="userSpaceOnUse" patternTransform="rotate(62)">
        <path class="thin" d="M0 1.4H2.8" />
      </pattern>
      <pattern id="flat" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(-8)">
        <path class="thin2" d="M0 2.5H5" />
      </pattern>
      <pattern id="night" width="4" height="4" patternUnits="userSpaceOnUse">
        <path class="thin" d="M0 2H4" />
      </pattern>
    </defs>
    <g v-html="data?.svg ?? ''" />
  </svg>
</template>
