<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import PlateInk from '@/shared/PlateInk.vue'
import MovingGill from './MovingGill.vue'
import { platePicture } from './picture'

/** One plate of a deck; its gill moves where it is to be counted. Always tinted: the tint must not say that something is drawn. */
const props = defineProps<{ plate: Schemas['EyePlateOut']; label: string }>()
const { data } = useQuery(computed(() => platePicture(props.plate)))
</script>

<template>
  <div class="fish" :class="{ mirrored: plate.mirrored }" :data-pair="plate.pair" :data-drawn="!!data">
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
.fish {
  background: var(--plate);
  border: 1px solid var(--rule2);
  /* a torch's dark reaches beyond the plate */
  overflow: hidden;
}
.fish :deep(svg) {
  display: block;
  width: 100%;
}
.mirrored :deep(svg) {
  transform: scaleX(-1);
}
</style>
