<script setup lang="ts">
/** An address that is told this once, with a press that copies it. */
const props = defineProps<{ words: string; address: string; testid: string }>()
async function copy() {
  await navigator.clipboard?.writeText(props.address)
}
</script>

<template>
  <div class="line-ink bg-plate py-3 px-4 my-3 grid gap-2 justify-items-start" role="status">
    <p>{{ words }}</p>
    <p class="fig [overflow-wrap:anywhere]" :data-testid="testid">{{ address }}</p>
    <Button label="Copy it" severity="secondary" @click="copy" />
  </div>
</template>
