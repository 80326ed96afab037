import { api } from '@/api/client'
import { useMine, useRecord, useReference } from '@/shared/queries'

export const useFeeds = () =>
  useRecord(['feeds'], (room) => api.GET('/api/rooms/{room_id}/feeds', { params: { path: room } }))
export const usePeople = () =>
  useRecord(['people'], (room) => api.GET('/api/rooms/{room_id}/people', { params: { path: room } }))
export const useReportingPlaces = () =>
  useReference(['reporting-places'], () => api.GET('/api/reference/reporting-places'))
export const useAllergens = () => useReference(['allergens'], () => api.GET('/api/reference/allergens'))
export const SIGN_INS = ['mine', 'sign-ins']
export const useSignIns = () => useMine(['sign-ins'], () => api.GET('/api/me/sign-ins'))
