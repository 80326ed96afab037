import { api } from '@/api/client'
import { useRecord } from '@/shared/queries'
import { useSession } from '@/shared/session'

/** What the rail counts. */
export function useRail() {
  const session = useSession()
  return useRecord(['rail'], (room) => api.GET('/api/rooms/{room_id}/rail', { params: { path: room } }), {
    enabled: () => !!session.room,
    every: 60_000,
  })
}
export const useRehearsalClock = () =>
  useRecord(
    ['rehearsal-clock'],
    (room) => api.GET('/api/rooms/{room_id}/rehearsal/clock', { params: { path: room } }),
    { still: true },
  )
