<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { answer, api } from '@/api/client'
import '@/shared/plate.css'

/** One sign seen near, beside the words on how to see it. */
const props = defineProps<{ shape: string; drawn: string; label: string }>()
const { data } = useQuery({
  queryKey: ['lens', () => props.shape, () => props.drawn],
  queryFn: () =>
    answer(
      api.GET('/api/reference/plates/{shape}/lens/{drawn}', {
        params: { path: { shape: props.shape, drawn: props.drawn } },
      }),
    ),
  staleTime: Infinity,
})
</script>

<template>
  <svg
    v-if="data"
    class="plate tint lens"
    :viewBox="data.box"
    role="img"
    :aria-label="`Drawing: ${label}`"
    data-testid="lens"
    v-html="data.svg"
  />
</template>

<style scoped>
.lens {
  display: block;
  width: 180px;
  height: 120px;
  margin: 0 0 6px;
  background: var(--plate);
  border: 1px solid var(--rule2);
  overflow: hidden;
}
@media (max-width: 759px) {
  .lens {
    width: 140px;
    height: 94px;
  }
}
</style>
