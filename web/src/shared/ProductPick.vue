<script setup lang="ts">
import { computed, watch } from 'vue'
import type { Problem, Schemas } from '@/api/client'
import FieldRow from '@/shared/FieldRow.vue'
import TextField from '@/shared/TextField.vue'
import { useActives } from '@/shared/useActives'
import { useShelf } from '@/shared/useShelf'

/** Which bottle a medicine of the course is taken from. */
type Product = Schemas['ProductIn']
const props = defineProps<{ active: string; use: string; problem: Problem | null }>()
const product = defineModel<Product>({ required: true })
const { data: actives } = useActives()
const { data: shelf } = useShelf()
const one = computed(() => actives.value?.find((a) => a.id === props.active) ?? null)
const allowed = computed(() => one.value?.uses.find((u) => u.id === props.use)?.strengths ?? null)
const options = computed(() => [
  ...(shelf.value?.bottles ?? [])
    .filter((b) => b.active === props.active && !b.past)
    .map((b) => ({ value: `bottle:${b.uid}`, label: `${b.name}, ${b.holds}` })),
  ...(one.value?.strengths ?? [])
    .filter((s) => !allowed.value || allowed.value.includes(s.id))
    .map((s) => ({ value: s.id, label: s.name })),
  { value: 'own', label: 'mg in each mL, as its label says' },
])
const chosen = computed(() =>
  product.value.bottle
    ? `bottle:${product.value.bottle}`
    : product.value.own
      ? 'own'
      : product.value.strength,
)
function choose(value: string) {
  if (value.startsWith('bottle:')) product.value = { bottle: value.slice(7), strength: '', own: null }
  else if (value === 'own')
    product.value = {
      bottle: null,
      strength: '',
      own: { kind: 'mg_per_ml', value: '', density: '', piece: 'tablet' },
    }
  else product.value = { bottle: null, strength: value, own: null }
}
// where only one will do there is nothing to choose
watch(
  options,
  (all) => {
    if (one.value && shelf.value && all.length === 1 && !chosen.value) choose(all[0]!.value)
  },
  { immediate: true },
)
</script>

<template>
  <FieldRow v-slot="f" :label="one?.short_name ?? active" :field="`products.${active}`" :problem="problem">
    <Select
      :model-value="chosen || null"
      :options="options"
      option-label="label"
      option-value="value"
      :label-id="f.id"
      :aria-label="`Product of ${one?.short_name ?? active}`"
      placeholder="which product"
      :data-testid="`product-${active}`"
      @update:model-value="choose"
    />
  </FieldRow>
  <TextField
    v-if="product.own"
    :model-value="String(product.own.value)"
    figure
    label="It holds"
    :hint="`mg in each mL${one?.counted ? `, ${one.counted}` : ''}`"
    :field="`products.${active}.own_strength`"
    :problem="problem"
    @update:model-value="product = { ...product, own: { ...product.own!, value: $event ?? '' } }"
  />
</template>
