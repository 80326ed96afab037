import type { Schemas } from '@/api/client'

/** A sign to test with; what a test does not care about is left as most signs have it. */
export const anySign = (id: string, more: Partial<Schemas['SignOut']> = {}): Schemas['SignOut'] => ({
  id,
  short: id,
  label: id,
  look: `how to see ${id}`,
  not_if: '',
  kit: 'eye',
  taken_by: 'glance',
  daily: false,
  arrival: false,
  good: false,
  reading: null,
  instead_of: [],
  after: [],
  sizes: [],
  drawn: '',
  ...more,
})
