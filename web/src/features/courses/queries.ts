import { type MaybeRefOrGetter, toValue } from 'vue'
import { api, type Schemas } from '@/api/client'
import { type Of, useRecord, useReference } from '@/shared/queries'

/** How every tank stands. */
export const useStands = () =>
  useRecord(['stands'], (room) => api.GET('/api/rooms/{room_id}/stands', { params: { path: room } }))
export const useProtocols = () =>
  useRecord(['protocols'], (room) => api.GET('/api/rooms/{room_id}/protocols', { params: { path: room } }))
export const useProtocol = (protocol: Of, enabled: MaybeRefOrGetter<boolean>) =>
  useRecord(
    ['protocol', protocol],
    (room) =>
      api.GET('/api/rooms/{room_id}/protocols/{protocol_id}', {
        params: { path: { ...room, protocol_id: toValue(protocol) } },
      }),
    { enabled, still: true },
  )
/** What a protocol’s text says, read as it is typed; where it can’t be read, its fault. */
export const useProtocolCheck = (text: Of) =>
  useRecord(
    ['protocol-check', text],
    (room) =>
      api.POST('/api/rooms/{room_id}/protocols/check', {
        params: { path: room },
        body: { text: toValue(text) },
      }),
    { enabled: () => !!toValue(text).trim(), once: true },
  )
/** What can be given together. */
export const useTogether = (enabled: MaybeRefOrGetter<boolean>) =>
  useReference(['together'], () => api.GET('/api/reference/together'), { enabled })
export const useSuspected = (group: Of) =>
  useRecord(['suspected', group], (room) =>
    api.GET('/api/rooms/{room_id}/groups/{group_id}/suspected', {
      params: { path: { ...room, group_id: toValue(group) } },
    }),
  )
export const useSchools = (group: Of, condition: Of, enabled: MaybeRefOrGetter<boolean>) =>
  useRecord(
    ['schools', group, condition],
    (room) =>
      api.POST('/api/rooms/{room_id}/groups/{group_id}/schools', {
        params: { path: { ...room, group_id: toValue(group) } },
        body: { condition: toValue(condition) },
      }),
    { enabled },
  )
export const useSlip = (
  group: Of,
  wish: MaybeRefOrGetter<Schemas['SlipIn']>,
  enabled: MaybeRefOrGetter<boolean>,
) =>
  useRecord(
    ['slip', group, wish],
    (room) =>
      api.POST('/api/rooms/{room_id}/groups/{group_id}/slip', {
        params: { path: { ...room, group_id: toValue(group) } },
        body: toValue(wish),
      }),
    { enabled, keepsLast: true, once: true },
  )
