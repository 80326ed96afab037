import { type MaybeRefOrGetter, toValue } from 'vue'
import { api, type Schemas } from '@/api/client'
import { useRecord, useReference } from '@/shared/queries'

export const useSensitivities = () =>
  useReference(['sensitivities'], () => api.GET('/api/reference/sensitivities'))
/** The answer to what is typed in Measure; nothing is kept. */
export const useAmount = (typed: MaybeRefOrGetter<Record<string, unknown> | null>) =>
  useRecord(
    ['measure', typed],
    (room) =>
      api.POST('/api/rooms/{room_id}/measure', {
        params: { path: room },
        body: toValue(typed) as Schemas['DoseRequest'],
      }),
    { enabled: () => toValue(typed) !== null, keepsLast: true, once: true, holds: 0 },
  )
