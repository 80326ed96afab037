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

/** The same with words of its own, as the pages of Look show it. */
const sign = (id: string, label: string, more: Partial<Schemas['SignOut']> = {}) =>
  anySign(id, { short: label, label, look: `how to see ${label}`, not_if: 'sand', ...more })

/** Two places of the fish plan with their signs. */
export const flank: Schemas['RegionOut'] = {
  id: 'back_flank',
  name: 'back and flank',
  signs: [sign('grains', 'White grains'), sign('dust', 'Gold dust'), sign('tufts', 'Cotton tufts')],
}
export const water: Schemas['RegionOut'] = {
  id: 'water',
  name: 'water',
  signs: [sign('ammonia_raised', 'Ammonia', { reading: 'ammonia' })],
}
