<script setup lang="ts">
import { computed } from 'vue'

/** A large figure in the mono face with its point and colon closed up, and its unit after it. */
const props = defineProps<{ figure: string; unit?: string }>()
const parts = computed(() => props.figure.split(/([.:])/))
</script>

<template>
  <span class="whitespace-nowrap"
    ><span class="fig"
      ><template v-for="(part, i) in parts" :key="i"
        ><i v-if="part === '.' || part === ':'" class="not-italic mx-[-0.14em]">{{ part }}</i
        ><template v-else>{{ part }}</template></template
      ></span
    ><span v-if="unit" class="unit">&nbsp;{{ unit }}</span></span
  >
</template>
