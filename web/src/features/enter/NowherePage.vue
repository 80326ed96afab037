<script setup lang="ts">
import { RouterLink } from 'vue-router'
import PageHead from '@/shared/PageHead.vue'
import * as texts from './words'
</script>

<template>
  <PageHead title="Nothing here" :sentence="texts.THERE_IS_NO_SUCH" />
  <RouterLink :to="{ name: 'today' }">{{ texts.BACK_TO_TODAY }}</RouterLink>
</template>
