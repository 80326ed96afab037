import { type MaybeRefOrGetter, toValue } from 'vue'
import { api, type Schemas } from '@/api/client'
import { type Of, useRecord, useReference } from '@/shared/queries'

/** Fish that are not bought yet: what kind, in what water, how many, whose. */
export interface Newcomer {
  water: Schemas['DiagnoseIn']['water']
  species: string
  fish_count: number
  seller: string
}

type Looked = Omit<Schemas['DiagnoseIn'], 'water' | 'species' | 'fish_count' | 'at_seller'> & {
  in_bag: boolean
}

export const useDays = (group: Of, fish: Of) =>
  useRecord(['days', group, fish], (room) =>
    api.GET('/api/rooms/{room_id}/groups/{group_id}/days', {
      params: { path: { ...room, group_id: toValue(group) }, query: { fish: toValue(fish) } },
    }),
  )
export const usePhotos = (group: Of) =>
  useRecord(['photos', group], (room) =>
    api.GET('/api/rooms/{room_id}/groups/{group_id}/photos', {
      params: { path: { ...room, group_id: toValue(group) } },
    }),
  )
export const useBeforeBuying = (
  asked: () => { species: string; count: number; water: Schemas['CompareIn']['water'] },
) =>
  useRecord(
    ['before-buying', asked],
    (room) => api.GET('/api/rooms/{room_id}/before-buying', { params: { path: room, query: asked() } }),
    { enabled: () => asked().species.trim().length > 2 && asked().count > 0, once: true },
  )
/** Two conditions beside each other, as far as these signs tell them apart. */
export const useComparison = (asked: () => Schemas['CompareIn']) =>
  useRecord(
    ['compare', asked],
    (room) => api.POST('/api/rooms/{room_id}/compare', { params: { path: room }, body: asked() }),
    { once: true },
  )
export const useCondition = (condition: Of) =>
  useReference(['condition', condition], () =>
    api.GET('/api/reference/conditions/{condition_id}', {
      params: { path: { condition_id: toValue(condition) } },
    }),
  )
/** A fish with these signs drawn on it. */
export const usePlate = (shape: Of, drawn: Of) =>
  useReference(
    ['plate', shape, drawn],
    () =>
      api.GET('/api/reference/plates/{shape}', {
        params: { path: { shape: toValue(shape) }, query: { drawn: toValue(drawn) } },
      }),
    { keepsLast: true },
  )
export const useLens = (shape: Of, drawn: MaybeRefOrGetter<string>) =>
  useReference(['lens', shape, drawn], () =>
    api.GET('/api/reference/plates/{shape}/lens/{drawn}', {
      params: { path: { shape: toValue(shape), drawn: toValue(drawn) } },
    }),
  )

/** What can be looked for: among a group, or at the seller’s among fish that are not here yet. */
export const useLookBoard = (group: Of, fish: Of, newcomer: MaybeRefOrGetter<Newcomer | null>) =>
  useRecord(
    ['look', group, fish, newcomer],
    (room) => {
      const shown = toValue(newcomer)
      if (!shown)
        return api.GET('/api/rooms/{room_id}/groups/{group_id}/look', {
          params: { path: { ...room, group_id: toValue(group) }, query: { fish: toValue(fish) } },
        })
      const { water, species, fish_count } = shown
      return api.GET('/api/rooms/{room_id}/inspection', {
        params: { path: room, query: { water, species, fish_count } },
      })
    },
    { still: true },
  )
/** What was marked so far, weighed. */
export const useWeighed = (
  group: Of,
  newcomer: MaybeRefOrGetter<Newcomer | null>,
  looked: MaybeRefOrGetter<Looked>,
  enabled: MaybeRefOrGetter<boolean>,
) =>
  useRecord(
    ['weigh', group, newcomer, looked],
    (room) => {
      const { in_bag, ...seen } = toValue(looked)
      const shown = toValue(newcomer)
      if (!shown)
        return api.POST('/api/rooms/{room_id}/groups/{group_id}/weigh', {
          params: { path: { ...room, group_id: toValue(group) } },
          body: { ...seen, in_bag },
        })
      const { water, species, fish_count } = shown
      return api.POST('/api/rooms/{room_id}/diagnose', {
        params: { path: room },
        body: { ...seen, water, species, fish_count, at_seller: true },
      })
    },
    { enabled, keepsLast: true, once: true },
  )
