import { type MaybeRefOrGetter, toValue } from 'vue'
import { api, type Schemas } from '@/api/client'
import { type Of, useRecord, useReference } from '@/shared/queries'

const ofTank = (room: { room_id: string }, tank: Of) => ({ path: { ...room, tank_id: toValue(tank) } })
const ofGroup = (room: { room_id: string }, group: Of) => ({ path: { ...room, group_id: toValue(group) } })

export const useOrders = () =>
  useRecord(['orders'], (room) => api.GET('/api/rooms/{room_id}/orders', { params: { path: room } }))
export const useInstruments = (every?: number) =>
  useRecord(
    ['instruments'],
    (room) => api.GET('/api/rooms/{room_id}/instruments', { params: { path: room } }),
    {
      ...(every ? { every } : {}),
    },
  )
/** The kinds of fish that an unknown one may go by. */
export const useLikeKinds = (enabled: MaybeRefOrGetter<boolean>) =>
  useRecord(['kinds'], (room) => api.GET('/api/rooms/{room_id}/kinds', { params: { path: room } }), {
    enabled,
  })
export const useReady = (tank: Of, warmth: Of) =>
  useRecord(
    ['ready', tank, warmth],
    (room) =>
      api.GET('/api/rooms/{room_id}/tanks/{tank_id}/ready', {
        params: { ...ofTank(room, tank), query: { room: toValue(warmth) } },
      }),
    { once: true },
  )
export const useArrivalChanges = (tank: Of) =>
  useRecord(['arrival-changes', tank], (room) =>
    api.GET('/api/rooms/{room_id}/tanks/{tank_id}/arrival-changes', { params: ofTank(room, tank) }),
  )
export const useAhead = (tank: Of) =>
  useRecord(['ahead', tank], (room) =>
    api.GET('/api/rooms/{room_id}/tanks/{tank_id}/ahead', { params: ofTank(room, tank) }),
  )
export const useFilter = (tank: Of, feed: Of) =>
  useRecord(
    ['filter', tank, feed],
    (room) =>
      api.GET('/api/rooms/{room_id}/tanks/{tank_id}/filter', {
        params: { ...ofTank(room, tank), query: { feed: toValue(feed) } },
      }),
    { once: true },
  )
export const useBook = (group: Of) =>
  useRecord(['book', group], (room) =>
    api.GET('/api/rooms/{room_id}/groups/{group_id}/book', { params: ofGroup(room, group) }),
  )
export const useReadings = (tank: Of) =>
  useRecord(['readings', tank], (room) =>
    api.GET('/api/rooms/{room_id}/tanks/{tank_id}/water', { params: ofTank(room, tank) }),
  )
export const useStages = (tank: Of) =>
  useRecord(['stages', tank], (room) =>
    api.GET('/api/rooms/{room_id}/tanks/{tank_id}/stages', { params: ofTank(room, tank) }),
  )
export const useWaterLedger = (tank: Of) =>
  useRecord(['water-ledger', tank], (room) =>
    api.GET('/api/rooms/{room_id}/tanks/{tank_id}/ledger', { params: ofTank(room, tank) }),
  )
export const useUpkeepOf = (tank: Of) =>
  useRecord(['upkeep', tank], (room) =>
    api.GET('/api/rooms/{room_id}/tanks/{tank_id}/upkeep', { params: ofTank(room, tank) }),
  )
export const useWaterChart = (tank: Of, days: MaybeRefOrGetter<number>) =>
  useRecord(
    ['water-chart', tank, days],
    (room) =>
      api.GET('/api/rooms/{room_id}/tanks/{tank_id}/water-chart', {
        params: { ...ofTank(room, tank), query: { days: toValue(days) } },
      }),
    { keepsLast: true },
  )
export const useMoveAhead = (
  group: Of,
  move: () => { to: string; count: number | null },
  enabled: MaybeRefOrGetter<boolean>,
) =>
  useRecord(
    ['move-ahead', group, move],
    (room) =>
      api.POST('/api/rooms/{room_id}/groups/{group_id}/move-ahead', {
        params: ofGroup(room, group),
        body: { ...move(), count_plus_minus: 0 },
      }),
    { enabled, once: true },
  )
export const useRelease = (
  group: Of,
  asked: () => { days: number; box: string; holds: string; to: string | null },
) =>
  useRecord(
    ['release', group, asked],
    (room) => {
      const { to, ...rest } = asked()
      return api.GET('/api/rooms/{room_id}/groups/{group_id}/release', {
        params: { ...ofGroup(room, group), query: { ...rest, ...(to ? { to } : {}) } },
      })
    },
    { keepsLast: true },
  )
/** The water of a tank of these measures. */
export const useVolumeOf = (
  measures: MaybeRefOrGetter<Schemas['Measures']>,
  enabled: MaybeRefOrGetter<boolean>,
) =>
  useRecord(
    ['volume', measures],
    (room) => api.POST('/api/rooms/{room_id}/volume', { params: { path: room }, body: toValue(measures) }),
    { enabled, keepsLast: true, once: true },
  )
export const useLossWords = () => useReference(['loss-words'], () => api.GET('/api/reference/losses'))
