import { useQuery } from '@tanstack/vue-query'
import { answer, api } from '@/api/client'

/** All actives with their uses; they only change with a new version of the app. */
export const useActives = () =>
  useQuery({
    queryKey: ['actives'],
    queryFn: () => answer(api.GET('/api/reference/actives')),
    staleTime: Infinity,
  })
