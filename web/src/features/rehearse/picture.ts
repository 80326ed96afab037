import { answer, api } from '@/api/client'

/** How a plate of a deck is asked for: by the page that shows it, and before, so that a deck can be learnt by without a connection. */
export function platePicture(plate: { shape: string; drawn: string[]; seed: number }) {
  return {
    queryKey: ['plate', plate.shape, plate.drawn.join(','), plate.seed],
    queryFn: () =>
      answer(
        api.GET('/api/reference/plates/{shape}', {
          params: {
            path: { shape: plate.shape },
            query: { drawn: plate.drawn.join(','), seed: plate.seed },
          },
        }),
      ),
    staleTime: Infinity,
    gcTime: 3_600_000,
  }
}
