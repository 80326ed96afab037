<script setup lang="ts">
import { RouterLink } from 'vue-router'
import PageHead from '@/shared/PageHead.vue'
</script>

<template>
  <PageHead title="Nothing here" sentence="There is no such page." />
  <RouterLink :to="{ name: 'today' }">Back to Today</RouterLink>
</template>
