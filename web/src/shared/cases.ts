import { useInfiniteQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answer, api } from '@/api/client'
import { useSession } from '@/shared/session'

/** The cases of the fishroom: every open one and the newest closed ones, then older ones a page at a time. */
export function useCases() {
  const session = useSession()
  const pages = useInfiniteQuery({
    queryKey: ['record', () => session.room?.uid, 'cases'],
    queryFn: ({ pageParam }) =>
      answer(
        api.GET('/api/rooms/{room_id}/cases', {
          params: { path: session.inRoom(), query: pageParam === null ? {} : { before: pageParam } },
        }),
      ),
    initialPageParam: null as number | null,
    getNextPageParam: (last) => last.go_on_before,
    shallow: true,
  })
  const shown = computed(() => pages.data.value?.pages.flatMap((p) => p.cases) ?? [])
  return {
    error: pages.error,
    /** how many there are in all, shown or not */
    inAll: computed(() => pages.data.value?.pages[0]),
    open: computed(() => shown.value.filter((c) => c.open)),
    closed: computed(() => shown.value.filter((c) => !c.open)),
    hasOlder: pages.hasNextPage,
    bringsOlder: pages.isFetchingNextPage,
    older: () => pages.fetchNextPage(),
  }
}
