<script setup lang="ts">
import { computed, watch } from 'vue'
import { type Schemas } from '@/api/client'
import PlateInk from '@/shared/PlateInk.vue'
import { usePlate } from './queries'

/** A fish of its own shape, with what was marked drawn on it. The server draws; the page only shows. */
const props = defineProps<{ shape: string; drawn: string[] }>()
const emit = defineEmits<{ places: [places: Schemas['PlateOut']['places']] }>()
const names = computed(() => [...new Set(props.drawn)].sort().join(','))
const { data } = usePlate(() => props.shape, names)
watch(data, (plate) => plate && emit('places', plate.places), { immediate: true })
</script>

<template>
  <PlateInk :svg="data?.svg ?? ''" :tint="!!names" data-testid="plate" :data-drawn="names" />
</template>
