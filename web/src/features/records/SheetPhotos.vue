<script setup lang="ts">
import type { Schemas } from '@/api/client'

defineProps<{ photos: Schemas['SheetPhotoOut'][] }>()
</script>

<template>
  <div v-if="photos.length" class="photos grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-3 my-4">
    <figure v-for="p in photos" :key="p.uid">
      <img class="w-full h-30 object-cover rounded" :src="p.small" :alt="p.words" />
      <figcaption class="small quiet">{{ p.words }}</figcaption>
    </figure>
  </div>
</template>
