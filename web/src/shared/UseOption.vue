<script setup lang="ts">
/** One use of a medicine in a list to choose from: what for, then its published dose and whether it is reckoned. */
defineProps<{ name: string; dose: string; gate: string }>()
const GATES: Record<string, string> = { vet: 'vet', block: 'not reckoned', care: 'with care', open: '' }
</script>

<template>
  <span class="option">
    <span>{{ name }}</span>
    <span class="small facts">
      <span v-if="dose" class="fig">{{ dose }}</span>
      <span v-if="GATES[gate]" class="tannin">{{ GATES[gate] }}</span>
    </span>
  </span>
</template>

<style scoped>
.option {
  display: grid;
  gap: 2px;
  white-space: normal;
  max-width: 70vw;
}
.facts {
  display: flex;
  gap: 12px;
}
</style>
