import { api } from '@/api/client'
import { type Of, useRecord } from '@/shared/queries'
import { toValue } from 'vue'

export const useBaths = () =>
  useRecord(['baths'], (room) => api.GET('/api/rooms/{room_id}/baths', { params: { path: room } }))
export const useBath = (bath: Of) =>
  useRecord(
    ['bath', bath],
    (room) =>
      api.GET('/api/rooms/{room_id}/baths/{bath_id}', {
        params: { path: { ...room, bath_id: toValue(bath) } },
      }),
    { every: 15_000 },
  )
