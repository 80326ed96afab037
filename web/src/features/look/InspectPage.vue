<script setup lang="ts">
import { ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useKept } from '@/shared/useKept'
import { useSpecies } from '@/shared/useSpecies'
import PageHead from '@/shared/PageHead.vue'
import BeforeBuying from './BeforeBuying.vue'
import LookPage from './LookPage.vue'
import type { Newcomer } from './queries'
import { WATER_TYPES } from '@/shared/choices'
import * as said from '@/shared/words'
import * as texts from './words'

const water = ref<Newcomer['water']>('freshwater_tropical')
const species = ref<string | Schemas['SpeciesOut']>('')
const count = ref<number | null>(1)
const seller = ref('')
const begun = ref<Newcomer | null>(null)
useKept('inspect', { water, species, count, seller, begun })
const { name, known, offered, offer } = useSpecies(species, water)
function chosen() {
  if (known.value) water.value = known.value.water as Newcomer['water']
}
function begin() {
  if (!name.value.trim()) return
  begun.value = {
    water: water.value,
    species: name.value.trim(),
    fish_count: count.value ?? 1,
    seller: seller.value,
  }
}
</script>

<template>
  <LookPage v-if="begun" :newcomer="begun" />
  <template v-else>
    <PageHead :title="said.BEFORE_YOU_BUY" :sentence="texts.LOOK_AT_THEM_AT" />
    <form
      class="ask grid grid-cols-[180px_minmax(0,420px)] gap-y-2.5 gap-x-4 items-center phone:grid-cols-[1fr] phone:gap-1"
      novalidate
      @submit.prevent="begin"
    >
      <label for="inspect-fish">Fish</label>
      <AutoComplete
        v-model="species"
        input-id="inspect-fish"
        :suggestions="offered"
        option-label="name"
        placeholder="kuhli loach"
        @complete="offer($event.query)"
        @blur="chosen"
        @option-select="chosen"
      />
      <span id="inspect-water">Water</span>
      <SelectButton
        v-model="water"
        :options="WATER_TYPES"
        option-label="label"
        option-value="value"
        :allow-empty="false"
        aria-labelledby="inspect-water"
      />
      <label for="inspect-count">{{ texts.HOW_MANY_YOU_LOOK }}</label>
      <InputNumber
        v-model="count"
        class="count w-24 phone:w-full"
        input-id="inspect-count"
        :min="1"
        :max="100000"
        :use-grouping="false"
        @input="({ value }) => (count = typeof value === 'number' ? value : null)"
      />
      <label for="inspect-seller">Seller</label>
      <InputText id="inspect-seller" v-model="seller" maxlength="60" />
      <span />
      <div>
        <Button
          type="submit"
          :label="texts.LOOK_AT_THEM"
          data-testid="begin-inspection"
          :disabled="!name.trim()"
        />
      </div>
    </form>
    <BeforeBuying v-if="name.trim()" :species="name.trim()" :count="count ?? 1" :water="water" />
  </template>
</template>

<style scoped>
@media (max-width: 759px) {
  .ask :deep(.p-button),
  .ask :deep(input) {
    min-height: 48px;
    width: 100%;
  }
}
</style>
