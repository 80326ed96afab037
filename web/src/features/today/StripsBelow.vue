<script setup lang="ts">
import { useIntersectionObserver } from '@vueuse/core'
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import type { Schemas } from '@/api/client'
import type { Frame } from '@/shared/axis'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useStrips } from '@/shared/queries'
import StripRow from '@/shared/strips/StripRow.vue'

/** Some tanks further down: their names at once, their strips as they come near to what is seen. */
const props = defineProps<{ tanks: Schemas['TankBelowOut'][]; frame: Frame; wide: boolean }>()
const root = ref<HTMLElement | null>(null)
const near = ref(false)
useIntersectionObserver(root, ([seen]) => (near.value ||= !!seen?.isIntersecting), { rootMargin: '600px' })
const { data, error } = useStrips(() => props.tanks.map((t) => t.tank), {
  enabled: near,
  every: 60_000,
  keepsLast: true,
})
const strips = computed(() => new Map(data.value?.strips.map((s) => [s.tank, s])))
</script>

<template>
  <div ref="root" :aria-busy="near && !data && !error">
    <ProblemNote :problem="error" />
    <template v-for="t in tanks" :key="t.tank">
      <StripRow v-if="strips.has(t.tank)" :strip="strips.get(t.tank)!" :frame="frame" :wide="wide" />
      <h2 v-else class="h-24.5 pl-6.25 pt-1.75 line-b-rule2 text-16 leading-5 font-700">
        <RouterLink
          class="no-underline hover:underline -ml-6.25 pl-6.25"
          :to="{ name: 'tank', params: { tank: t.tank } }"
          >{{ t.name }}</RouterLink
        >
      </h2>
    </template>
  </div>
</template>
