import type { Kind, Values } from './asked'
import { put } from './useMeasure'

/** The request of a kind: dotted names become parts, what is empty or not asked is left out. */
export function requestOf(kind: Kind, values: Values): Record<string, unknown> {
  const body: Record<string, unknown> = { kind: kind.id }
  if (kind.id === 'vessel') body['measures'] = {}
  if (kind.id === 'osmolality') Object.assign(body, { bath: {}, home: {} })
  for (const field of kind.fields) {
    const value = values[field.name] ?? ''
    if (!value.trim() || (field.when && !field.when(values))) continue
    // what is only asked here: it fills or changes other fields
    if (field.name === 'by_label' || field.list === 'labels') continue
    if (field.list === 'products') {
      if (value.startsWith('bottle:')) body['bottle'] = value.slice(7)
      else if (value !== 'own') body['strength'] = value
      continue
    }
    put(body, field.name, value)
  }
  if (kind.id === 'dips') {
    // buckets were put by their place: a list by now
    const buckets = Object.values((body['buckets'] ?? {}) as Record<string, Record<string, unknown>>)
    body['buckets'] = buckets.map((b) => ({ ...b, prescribed: values['by_label'] === 'yes' }))
    const sure = values['confirmed'] === 'yes'
    Object.assign(body, { confirmed: sure, product_confirmed: sure })
  }
  return body
}

export const firstValues = (kind: Kind): Values =>
  Object.fromEntries(kind.fields.flatMap((f) => (f.first ? [[f.name, f.first]] : [])))
