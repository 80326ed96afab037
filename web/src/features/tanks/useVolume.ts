import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, onBeforeUnmount, ref, watch, type Ref } from 'vue'
import { answer, api, type Problem, type Schemas } from '@/api/client'
import { useSession } from '@/shared/session'

export type Measures = Required<{ [K in keyof Schemas['Measures']]: string }>

/** The volume of what is typed, reckoned by the server a moment after the last key. */
export function useVolume(measures: Ref<Measures>) {
  const session = useSession()
  const settled = ref<Measures>({ ...measures.value })
  let timer: ReturnType<typeof setTimeout> | undefined
  watch(
    measures,
    (now) => {
      clearTimeout(timer)
      timer = setTimeout(() => (settled.value = { ...now }), 250)
    },
    { deep: true },
  )
  onBeforeUnmount(() => clearTimeout(timer))
  const boxed = computed(() => !!(settled.value.length || settled.value.width || settled.value.water_depth))
  const enough = computed(() =>
    boxed.value
      ? !!(settled.value.length && settled.value.width && settled.value.water_depth)
      : !!settled.value.measured_net_volume,
  )
  const query = useQuery({
    queryKey: ['volume', settled],
    queryFn: () =>
      answer(
        api.POST('/api/rooms/{room_id}/volume', { params: { path: session.inRoom() }, body: settled.value }),
      ),
    enabled: enough,
    placeholderData: keepPreviousData,
    retry: false,
  })
  return { volume: query.data, problem: computed(() => query.error.value as Problem | null), enough }
}
