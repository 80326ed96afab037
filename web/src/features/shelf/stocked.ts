import type { Schemas } from '@/api/client'

/** What is known of a bottle or a box, as the form holds it. */
export interface Stocked {
  content: string
  expires_on: string
  opened_on: string
  seal: 'whole' | 'broken' | null
  lot: string
  bought_from: string
  paid: string
  paid_for: string
}

export function emptyStocked(): Stocked {
  return {
    content: '',
    expires_on: '',
    opened_on: '',
    seal: null,
    lot: '',
    bought_from: '',
    paid: '',
    paid_for: '',
  }
}

/** As it stands on the shelf, to be typed over; its content is counted and stays unless it is said anew. */
export function stockedAgain(out: Schemas['StockedOut']): Stocked {
  return {
    content: '',
    expires_on: out.expires_on ?? '',
    opened_on: out.opened_on ?? '',
    seal: out.seal_whole === null ? null : out.seal_whole ? 'whole' : 'broken',
    lot: out.lot,
    bought_from: out.bought_from,
    paid: out.paid,
    paid_for: out.paid_for,
  }
}

export function stockedSent(s: Stocked) {
  return {
    content: s.content,
    expires_on: s.expires_on || null,
    opened_on: s.opened_on || null,
    seal_whole: s.seal === null ? null : s.seal === 'whole',
    lot: s.lot,
    bought_from: s.bought_from,
    paid: s.paid,
    paid_for: s.paid_for,
  }
}

export const STOCKED_FIELDS = ['content', 'expires_on', 'opened_on', 'lot', 'bought_from', 'paid', 'paid_for']
