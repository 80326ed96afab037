import { type MaybeRefOrGetter, toValue } from 'vue'
import { api } from '@/api/client'
import { type Of, useRecord } from '@/shared/queries'

export const useGear = () =>
  useRecord(['gear'], (room) => api.GET('/api/rooms/{room_id}/gear', { params: { path: room } }))
export const useTrace = (tank: Of, since: MaybeRefOrGetter<string | undefined>) =>
  useRecord(
    ['trace', tank, since],
    (room) => {
      const from = toValue(since)
      return api.GET('/api/rooms/{room_id}/tanks/{tank_id}/trace', {
        params: { path: { ...room, tank_id: toValue(tank) }, query: from ? { since: from } : {} },
      })
    },
    { once: true },
  )
