<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { ref } from 'vue'
import { answer, api, type Problem } from '@/api/client'
import LabelForm from './LabelForm.vue'
import { emptyLabel, type LabelText } from './labels'

/** The products that go by their own label: one, or several at once, which is said before the next one is typed. */
defineProps<{ problem: Problem | null }>()
const labels = defineModel<LabelText[]>({ required: true })
const MOST = 4
const asking = ref(false)
const together = useQuery({
  queryKey: ['together'],
  queryFn: () => answer(api.GET('/api/reference/together')),
  staleTime: Infinity,
  enabled: asking,
})
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
      class="link small"
      data-testid="another-product"
      @click="asking = true"
    >
      another product at the same time
    </button>
    <div v-else-if="together.data.value" class="many" data-testid="many-at-once">
      <p><b>More than one medicine at once.</b> {{ together.data.value.words }}</p>
      <p class="small quiet">Given together in courses here:</p>
      <ul class="small">
        <li v-for="t in together.data.value.together" :key="t.course">
          {{ t.names }} <span class="quiet">({{ t.course }})</span>
        </li>
      </ul>
      <Button label="Type its label" severity="secondary" data-testid="add-label" @click="add" />
      <button type="button" class="link small" @click="asking = false">one is enough</button>
    </div>
  </template>
</template>

<style scoped>
.link {
  min-height: 44px;
}
.many {
  border-left: 4px solid var(--tannin);
  padding: 6px 0 6px 14px;
  margin-bottom: 16px;
}
.many ul {
  padding-left: 18px;
  margin: 0 0 10px;
}
.many .link {
  margin-left: 16px;
}
</style>
