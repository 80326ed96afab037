<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Problem, Schemas } from '@/api/client'
import { capital } from '@/shared/capital'
import FormField from '@/shared/FormField.vue'
import SelectField from '@/shared/SelectField.vue'
import StrengthFields from '@/shared/StrengthFields.vue'
import { productsOf, type StrengthKind } from '@/shared/strengths'
import { useActives, useShelf } from '@/shared/queries'

/** Which bottle a medicine of the course is taken from. */
type Product = Schemas['ProductIn']
const props = defineProps<{ active: string; use: string; problem: Problem | null }>()
const product = defineModel<Product>({ required: true })
const { data: actives } = useActives()
const { data: shelf } = useShelf()
const one = computed(() => actives.value?.find((a) => a.id === props.active) ?? null)
const options = computed(() => productsOf(one.value, shelf.value, props.use, false))
const chosen = computed(() =>
  product.value.bottle
    ? `bottle:${product.value.bottle}`
    : product.value.own
      ? 'own'
      : product.value.strength,
)
function choose(value: string | null) {
  if (!value) return
  if (value.startsWith('bottle:')) product.value = { bottle: value.slice(7), strength: '', own: null }
  else if (value === 'own') says({ kind: null, value: '', density: '', form: '' })
  else product.value = { bottle: null, strength: value, own: null }
}
// what the label says, of this product alone: whoever chooses it begins anew. It counts once both how and how much stand there
const said = ref({ kind: null as StrengthKind | null, value: '', density: '', form: '' })
function says(change: Partial<typeof said.value>) {
  said.value = { ...said.value, ...change }
  const { kind, value, density, form } = said.value
  product.value = {
    bottle: null,
    strength: '',
    own: { kind: kind ?? 'mg_per_ml', value: kind ? value : '', density, piece: 'tablet', form },
  }
}
// a course names the medicine it speaks of, a bath has only one
const ownFields = computed(() => {
  const names = (name: string) => [name, `products.${props.active}.${name}`]
  return { value: names('own.value'), density: names('own.density') }
})
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
  <SelectField
    :label="capital(one?.short_name ?? active)"
    :field="`products.${active}`"
    :problem="problem"
    :model-value="chosen || null"
    :options="options"
    :aria-label="`Product of ${one?.short_name ?? active}`"
    placeholder="which product"
    :data-testid="`product-${active}`"
    @update:model-value="choose"
  />
  <FormField
    v-if="product.own && one?.forms.length"
    :model-value="said.form"
    :forms="one.forms"
    :field="[`products.${active}.form`, `products.${active}.own.form`]"
    :problem="problem"
    @update:model-value="says({ form: $event })"
  />
  <StrengthFields
    v-if="product.own"
    :kind="said.kind"
    :value="said.value"
    :density="said.density"
    :hint="one?.counted"
    :fields="ownFields"
    :problem="problem"
    @update:kind="says({ kind: $event })"
    @update:value="says({ value: $event })"
    @update:density="says({ density: $event })"
  />
</template>
