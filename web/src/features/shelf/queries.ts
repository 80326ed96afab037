import { api } from '@/api/client'
import { useRecord } from '@/shared/queries'

/** What is left in the bottles. */
export const useLeft = () =>
  useRecord(['at-hand'], (room) => api.GET('/api/rooms/{room_id}/shelf/left', { params: { path: room } }))
