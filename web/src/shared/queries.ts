/**
 * What is read, by what makes it stale. The first word of a key says it: the record of a fishroom, which every write to it may
 * change anywhere, so that what one screen knows every screen knows; the reference, which only changes with a new version; and
 * what belongs to the keeper. A feature’s own reads stand in its `queries.ts`, those of several here.
 */

import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query'
import { toValue, type MaybeRefOrGetter } from 'vue'
import { answer, api, type Answer } from '@/api/client'
import { useSession } from './session'

/** What it is read of: an id, or a text as it is typed. */
export type Of = MaybeRefOrGetter<string>
type Room = { room_id: string }

interface Options {
  enabled?: MaybeRefOrGetter<boolean>
  /** asked again after so many milliseconds */
  every?: number
  /** the last answer stays on the screen until the next is here */
  keepsLast?: boolean
  /** the server’s refusal is the answer */
  once?: boolean
  /** a form is open on it: not asked again because the window is looked at again */
  still?: boolean
  /** milliseconds an answer holds */
  holds?: number
}

function asked<T>(queryKey: readonly unknown[], queryFn: () => Promise<T>, options: Options) {
  return useQuery({
    queryKey,
    queryFn,
    // an answer is never changed, only replaced: nothing has to watch each of its figures
    shallow: true,
    enabled: () => toValue(options.enabled ?? true),
    refetchInterval: options.every ?? false,
    refetchOnWindowFocus: !options.still,
    ...(options.keepsLast ? { placeholderData: keepPreviousData } : {}),
    ...(options.once ? { retry: false } : {}),
    ...(options.holds === undefined ? {} : { staleTime: options.holds }),
  })
}

/** A read of the open fishroom’s record. */
export function useRecord<T>(
  key: readonly unknown[],
  ask: (room: Room) => Promise<Answer<T>>,
  options: Options = {},
) {
  const session = useSession()
  return asked(['record', () => session.room?.uid, ...key], () => answer(ask(session.inRoom())), options)
}

/** A read of the reference. */
export const useReference = <T>(
  key: readonly unknown[],
  ask: () => Promise<Answer<T>>,
  options: Options = {},
) => asked(['reference', ...key], () => answer(ask()), { holds: Infinity, ...options })

/** A read of what is the keeper’s own. */
export const useMine = <T>(key: readonly unknown[], ask: () => Promise<Answer<T>>) =>
  asked(['mine', ...key], () => answer(ask()), {})

/** What a write makes stale. */
export function useStale() {
  const queries = useQueryClient()
  return {
    record: () => queries.invalidateQueries({ queryKey: ['record'] }),
    /** units and allergies are in every sentence */
    everything: () => queries.invalidateQueries(),
  }
}

export const useToday = (options: Options = {}) =>
  useRecord(['today'], (room) => api.GET('/api/rooms/{room_id}/today', { params: { path: room } }), options)
/** The strips of some tanks, by their ids, on the axis of today. */
export const useStrips = (tanks: MaybeRefOrGetter<string[]>, options: Options = {}) =>
  useRecord(
    ['strips', tanks],
    (room) =>
      api.GET('/api/rooms/{room_id}/strips', { params: { path: room, query: { tanks: toValue(tanks) } } }),
    options,
  )
export const useTanks = () =>
  useRecord(['tanks'], (room) => api.GET('/api/rooms/{room_id}/tanks', { params: { path: room } }))
export const useTank = (tank: Of, options: Options = {}) =>
  useRecord(
    ['tank', tank],
    (room) =>
      api.GET('/api/rooms/{room_id}/tanks/{tank_id}', {
        params: { path: { ...room, tank_id: toValue(tank) } },
      }),
    options,
  )
export const useGroups = () =>
  useRecord(['groups'], (room) => api.GET('/api/rooms/{room_id}/groups', { params: { path: room } }))
export const useInspections = () =>
  useRecord(['inspections'], (room) =>
    api.GET('/api/rooms/{room_id}/inspections', { params: { path: room } }),
  )
export const useEmergencies = () =>
  useRecord(['emergencies'], (room) =>
    api.GET('/api/rooms/{room_id}/emergencies', { params: { path: room } }),
  )
export const useShelf = () =>
  useRecord(['shelf'], (room) => api.GET('/api/rooms/{room_id}/shelf', { params: { path: room } }))
export const useKinds = () =>
  useRecord(['species'], (room) => api.GET('/api/rooms/{room_id}/species', { params: { path: room } }))
export const useGoesBack = (tank: Of, share: MaybeRefOrGetter<string>, at: MaybeRefOrGetter<string | null>) =>
  useRecord(
    ['goes-back', tank, share, at],
    (room) =>
      api.POST('/api/rooms/{room_id}/tanks/{tank_id}/goes-back', {
        params: { path: { ...room, tank_id: toValue(tank) } },
        body: { share: toValue(share), happened_at: toValue(at) },
      }),
    { enabled: () => toValue(share).trim() !== '', keepsLast: true },
  )

export const useConditions = () => useReference(['conditions'], () => api.GET('/api/reference/conditions'))
/** Who bears a medicine poorly. */
export const useLives = () => useReference(['lives'], () => api.GET('/api/reference/lives'))
/** What a water may hold dissolved. */
export const useSalts = () => useReference(['salts'], () => api.GET('/api/reference/salts'))
/** All actives with their uses. */
export const useActives = () => useReference(['actives'], () => api.GET('/api/reference/actives'))
