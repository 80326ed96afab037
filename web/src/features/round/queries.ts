import { api } from '@/api/client'
import { useRecord } from '@/shared/queries'

export const useRound = () =>
  useRecord(['round'], (room) => api.GET('/api/rooms/{room_id}/round', { params: { path: room } }), {
    every: 60_000,
  })
