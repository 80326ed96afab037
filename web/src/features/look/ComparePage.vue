<script setup lang="ts">
import { computed, ref } from 'vue'
import PageHead from '@/shared/PageHead.vue'
import ComparePanel from './ComparePanel.vue'
import { inSentence } from '@/shared/inSentence'
import type { Signs } from './marks'
import { useConditions } from '@/shared/queries'
import * as said from '@/shared/words'
import * as texts from './words'

/** Two conditions laid side by side, away from any fish. Answers given here are for thinking only. */
const props = defineProps<{ condition: string; other: string }>()
const signs = ref<Signs>({})
const { data } = useConditions()
const of = (id: string) => data.value?.find((c) => c.id === id)
const water = computed(
  () => of(props.condition)?.water.find((w) => of(props.other)?.water.includes(w)) ?? 'freshwater_tropical',
)
const title = computed(
  () => `${of(props.condition)?.short_name ?? ''} or ${inSentence(of(props.other)?.short_name ?? '')}`,
)
</script>

<template>
  <PageHead :title="data ? `${title}?` : said.SIDE_BY_SIDE" :sentence="texts.SIGNS_THAT_SEPARATE_THE" />
  <div v-if="data" class="max-w-225">
    <ComparePanel
      :one="condition"
      :other="other"
      :water="water"
      :signs="signs"
      @answer="(sign, seen) => (signs = { ...signs, [sign]: seen })"
    />
  </div>
</template>
