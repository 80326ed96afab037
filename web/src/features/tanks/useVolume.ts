import { watchDebounced } from '@vueuse/core'
import { computed, ref, type Ref } from 'vue'
import { type Problem, type Schemas } from '@/api/client'
import { useVolumeOf } from './queries'

export type Measures = Required<{ [K in keyof Schemas['Measures']]: string }>

/** The volume of what is typed, reckoned by the server a moment after the last key. */
export function useVolume(measures: Ref<Measures>) {
  const settled = ref<Measures>({ ...measures.value })
  watchDebounced(measures, (now) => (settled.value = { ...now }), { debounce: 250, deep: true })
  const boxed = computed(() => !!(settled.value.length || settled.value.width || settled.value.water_depth))
  const enough = computed(() =>
    boxed.value
      ? !!(settled.value.length && settled.value.width && settled.value.water_depth)
      : !!settled.value.measured_net_volume,
  )
  const query = useVolumeOf(settled, enough)
  return { volume: query.data, problem: computed(() => query.error.value as Problem | null), enough }
}
