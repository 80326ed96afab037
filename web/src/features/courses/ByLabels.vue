<script setup lang="ts">
import { ref } from 'vue'
import { type Problem } from '@/api/client'
import LabelForm from './LabelForm.vue'
import { emptyLabel, type LabelText } from './labels'
import { useTogether } from './queries'
import * as texts from './words'

/** The products that go by their own label: one, or several at once, which is said before the next one is typed. */
defineProps<{ problem: Problem | null }>()
const labels = defineModel<LabelText[]>({ required: true })
const MOST = 4
const asking = ref(false)
const together = useTogether(asking)
const at = (place: number) => (place ? `also.${place - 1}` : 'label')
function change(place: number, to: LabelText) {
  labels.value = labels.value.map((l, i) => (i === place ? to : l))
}
function add() {
  asking.value = false
  labels.value = [...labels.value, emptyLabel()]
}
</script>

<template>
  <LabelForm
    v-for="(l, i) in labels"
    :key="i"
    :label="l"
    :at="at(i)"
    :problem="problem"
    @update:label="change(i, $event)"
    @remove="labels = labels.filter((_, place) => place !== i)"
  />
  <template v-if="labels.length < MOST">
    <button
      v-if="!asking"
      type="button"
      class="link small min-h-11"
      data-testid="another-product"
      @click="asking = true"
    >
      {{ texts.ANOTHER_PRODUCT_AT_THE }}
    </button>
    <div
      v-else-if="together.data.value"
      class="line-l-4-tannin pl-3.5 pt-1.5 pb-1.5 mb-4"
      data-testid="many-at-once"
    >
      <p>
        <b>{{ texts.MORE_THAN_ONE_MEDICINE }}</b> {{ together.data.value.words }}
      </p>
      <p class="small quiet">{{ texts.GIVEN_TOGETHER_IN_COURSES }}</p>
      <ul class="small pl-4.5 mb-2.5">
        <li v-for="t in together.data.value.together" :key="t.course">
          {{ t.names }} <span class="quiet">({{ t.course }})</span>
        </li>
      </ul>
      <Button :label="texts.TYPE_ITS_LABEL" severity="secondary" data-testid="add-label" @click="add" />
      <button type="button" class="link small min-h-11 ml-4" @click="asking = false">
        {{ texts.ONE_IS_ENOUGH }}
      </button>
    </div>
  </template>
</template>
