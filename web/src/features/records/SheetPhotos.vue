<script setup lang="ts">
import type { Schemas } from '@/api/client'

defineProps<{ photos: Schemas['SheetPhotoOut'][] }>()
</script>

<template>
  <div v-if="photos.length" class="photos">
    <figure v-for="p in photos" :key="p.uid">
      <img :src="p.small" :alt="p.words" />
      <figcaption class="small quiet">{{ p.words }}</figcaption>
    </figure>
  </div>
</template>

<style scoped>
.photos {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 12px;
  margin: 16px 0;
}
img {
  width: 100%;
  height: 120px;
  object-fit: cover;
  border-radius: 4px;
}
</style>
