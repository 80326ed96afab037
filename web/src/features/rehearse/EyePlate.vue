<script setup lang="ts">
import type { Schemas } from '@/api/client'
import PlateInk from '@/shared/PlateInk.vue'
import MovingGill from './MovingGill.vue'
import { usePlatePicture } from './queries'

/** One plate of a deck; its gill moves where it is to be counted. Always tinted: the tint must not say that something is drawn. */
const props = defineProps<{ plate: Schemas['EyePlateOut']; label: string }>()
const { data } = usePlatePicture(() => props.plate)
</script>

<template>
  <div
    class="fish bg-plate line-rule2 overflow-hidden"
    :class="{ mirrored: plate.mirrored }"
    :data-pair="plate.pair"
    :data-drawn="!!data"
  >
    <PlateInk :svg="data?.svg ?? ''" tint :label="label">
      <MovingGill
        v-if="data && plate.breaths_per_min"
        :outline="data.places['gill_cover']!.outline"
        :per-minute="plate.breaths_per_min"
      />
    </PlateInk>
  </div>
</template>

<style scoped>
.fish :deep(svg) {
  display: block;
  width: 100%;
}
.mirrored :deep(svg) {
  transform: scaleX(-1);
}
</style>
