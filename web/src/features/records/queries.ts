import { toValue } from 'vue'
import { api } from '@/api/client'
import { type Of, useRecord } from '@/shared/queries'

export const useCase = (caseId: Of) =>
  useRecord(['case', caseId], (room) =>
    api.GET('/api/rooms/{room_id}/cases/{case_id}', {
      params: { path: { ...room, case_id: toValue(caseId) } },
    }),
  )
export const useLookBack = (caseId: Of) =>
  useRecord(['look-back', caseId], (room) =>
    api.GET('/api/rooms/{room_id}/cases/{case_id}/look-back', {
      params: { path: { ...room, case_id: toValue(caseId) } },
    }),
  )
export const useVetSheet = (caseId: Of) =>
  useRecord(['vet-sheet', caseId], (room) =>
    api.GET('/api/rooms/{room_id}/cases/{case_id}/vet-sheet', {
      params: { path: { ...room, case_id: toValue(caseId) } },
    }),
  )
export const useSuppliers = () =>
  useRecord(['suppliers'], (room) => api.GET('/api/rooms/{room_id}/suppliers', { params: { path: room } }))
export const useSupplierSheet = (supplier: Of) =>
  useRecord(
    ['supplier-sheet', supplier],
    (room) =>
      api.GET('/api/rooms/{room_id}/sheets/supplier', {
        params: { path: room, query: { supplier: toValue(supplier) } },
      }),
    { enabled: () => !!toValue(supplier) },
  )
/** The fish that came, beside each other by what is asked. */
export const useBatches = (by: Of) =>
  useRecord(['batches', by], (room) =>
    api.GET('/api/rooms/{room_id}/batches', {
      params: { path: room, query: { by: toValue(by) as 'supplier' } },
    }),
  )
