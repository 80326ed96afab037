<script setup lang="ts">
import { useIntersectionObserver } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import type { Frame } from '@/shared/axis'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useStrips } from '@/shared/queries'
import StripRow from '@/shared/strips/StripRow.vue'

/** Some tanks further down: their fish at once, the strips of those where something goes on as they come near to what is seen. */
const props = defineProps<{ tanks: Schemas['TankBelowOut'][]; frame: Frame; wide: boolean }>()
const root = ref<HTMLElement | null>(null)
const near = ref(false)
useIntersectionObserver(root, ([seen]) => (near.value ||= !!seen?.isIntersecting), { rootMargin: '600px' })
const busy = computed(() => props.tanks.filter((t) => !t.quiet).map((t) => t.tank))
const { data, error } = useStrips(busy, {
  enabled: () => near.value && busy.value.length > 0,
  every: 60_000,
  keepsLast: true,
})
const strips = computed(() => new Map(data.value?.strips.map((s) => [s.tank, s])))
</script>

<template>
  <div ref="root" :aria-busy="near && busy.length > 0 && !data && !error">
    <ProblemNote :problem="error" />
    <StripRow v-for="t in tanks" :key="t.tank" :strip="strips.get(t.tank) ?? t" :frame="frame" :wide="wide" />
  </div>
</template>
