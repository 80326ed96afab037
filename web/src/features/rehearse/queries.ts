import { useQuery } from '@tanstack/vue-query'
import { computed, type MaybeRefOrGetter, toValue } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import { useRecord, useReference } from '@/shared/queries'

/** What can be played, and what is being played: a write begins and ends one. */
export const useRehearsals = () => useRecord(['rehearsals'], () => api.GET('/api/reference/rehearsals'))
export const useRehearsal = () =>
  useRecord(['rehearsal'], (room) => api.GET('/api/rooms/{room_id}/rehearsal', { params: { path: room } }), {
    still: true,
  })
export const useReveal = () =>
  useRecord(
    ['reveal'],
    (room) => api.GET('/api/rooms/{room_id}/rehearsal/reveal', { params: { path: room } }),
    { holds: Infinity, still: true },
  )
export const useDeck = (seed: MaybeRefOrGetter<number>) =>
  useReference(['eye', seed], () =>
    api.GET('/api/reference/eye', { params: { query: { seed: toValue(seed) } } }),
  )

interface Plate {
  shape: string
  drawn: string[]
  seed: number
}
/** How a plate of a deck is asked for: by the page that shows it, and before, so that a deck can be learnt by without a connection. */
export const platePicture = (plate: Plate) => ({
  queryKey: ['reference', 'plate', plate.shape, plate.drawn.join(','), plate.seed],
  queryFn: () =>
    answer(
      api.GET('/api/reference/plates/{shape}', {
        params: { path: { shape: plate.shape }, query: { drawn: plate.drawn.join(','), seed: plate.seed } },
      }),
    ),
  staleTime: Infinity,
  gcTime: 3_600_000,
})
export const usePlatePicture = (plate: () => Plate) => useQuery(computed(() => platePicture(plate())))

/** A course as it would go with something otherwise: one that runs, or one that is only wished for. */
export const useWhatIf = (
  of: () => { course?: string; group?: string },
  wish: MaybeRefOrGetter<Schemas['WhatIfIn'] | null>,
  otherwise: MaybeRefOrGetter<Schemas['WhatIfIn']['otherwise']>,
  enabled: MaybeRefOrGetter<boolean>,
) =>
  useRecord(
    ['what-if', () => of().group, () => of().course, wish, otherwise],
    (room) => {
      const { course, group } = of()
      return course
        ? api.POST('/api/rooms/{room_id}/courses/{course_id}/what-if', {
            params: { path: { ...room, course_id: course } },
            body: toValue(otherwise)!,
          })
        : api.POST('/api/rooms/{room_id}/groups/{group_id}/what-if', {
            params: { path: { ...room, group_id: group ?? '' } },
            body: { ...toValue(wish)!, otherwise: toValue(otherwise) },
          })
    },
    { enabled, keepsLast: true, once: true },
  )
