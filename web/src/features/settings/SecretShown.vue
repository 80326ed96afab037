<script setup lang="ts">
/** An address that is told this once, with a press that copies it. */
const props = defineProps<{ words: string; address: string; testid: string }>()
async function copy() {
  await navigator.clipboard?.writeText(props.address)
}
</script>

<template>
  <div class="made" role="status">
    <p>{{ words }}</p>
    <p class="fig address" :data-testid="testid">{{ address }}</p>
    <Button label="Copy it" severity="secondary" @click="copy" />
  </div>
</template>

<style scoped>
.made {
  border: 1px solid var(--ink);
  background: var(--plate);
  padding: 12px 16px;
  margin: 12px 0;
  display: grid;
  gap: 8px;
  justify-items: start;
}
.address {
  overflow-wrap: anywhere;
}
</style>
