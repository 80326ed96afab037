<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import PlateInk from '@/shared/PlateInk.vue'
import MovingGill from './MovingGill.vue'
import { usePlatePicture } from './queries'
import * as texts from './words'

/** One living fish: drawn with what can be drawn, its gill moving, and the rest in words. */
const props = defineProps<{ fish: Schemas['SeenFishOut'] }>()
const { data } = usePlatePicture(() => props.fish)
const words = computed(() => [props.fish.eats, ...props.fish.signs])
</script>

<template>
  <li
    class="line-b-rule py-2 text-14 leading-4.5"
    :data-fish="fish.number"
    :data-drawn="fish.drawn.join(',')"
  >
    <div class="ink bg-plate line-rule2 overflow-hidden mb-1.5">
      <PlateInk :svg="data?.svg ?? ''" tint :label="texts.fishDrawnAsIt(fish.number, fish.species)">
        <MovingGill
          v-if="data?.places['gill_cover']"
          :outline="data.places['gill_cover'].outline"
          :per-minute="fish.breaths_per_min"
        />
      </PlateInk>
    </div>
    <p>
      <b class="fig">{{ fish.number }}</b> {{ words.join(', ') }};
      <span class="fig">{{ fish.breaths_per_min }}</span> breaths a minute
    </p>
  </li>
</template>

<style scoped>
.ink :deep(svg) {
  display: block;
  width: 100%;
}
</style>
