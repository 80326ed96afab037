<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import PlateInk from '@/shared/PlateInk.vue'
import MovingGill from './MovingGill.vue'
import { platePicture } from './picture'

/** One living fish: drawn with what can be drawn, its gill moving, and the rest in words. */
const props = defineProps<{ fish: Schemas['SeenFishOut'] }>()
const { data } = useQuery(computed(() => platePicture(props.fish)))
const words = computed(() => [props.fish.eats, ...props.fish.signs])
</script>

<template>
  <li class="card" :data-fish="fish.number" :data-drawn="fish.drawn.join(',')">
    <div class="ink">
      <PlateInk
        :svg="data?.svg ?? ''"
        tint
        :label="`Fish ${fish.number}, ${fish.species}, drawn as it looks`"
      >
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
.card {
  border-bottom: 1px solid var(--rule);
  padding: 8px 0;
  font-size: 13.5px;
  line-height: 18px;
}
.ink {
  background: var(--plate);
  border: 1px solid var(--rule2);
  overflow: hidden;
  margin-bottom: 6px;
}
.ink :deep(svg) {
  display: block;
  width: 100%;
}
</style>
