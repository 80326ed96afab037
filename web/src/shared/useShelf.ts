import { useQuery } from '@tanstack/vue-query'
import { answer, api } from '@/api/client'
import { useSession } from '@/shared/session'

/** The bottles, tools and spoons of this fishroom. */
export function useShelf() {
  const session = useSession()
  return useQuery({
    queryKey: ['shelf', () => session.room?.uid],
    queryFn: () => answer(api.GET('/api/rooms/{room_id}/shelf', { params: { path: session.inRoom() } })),
  })
}
