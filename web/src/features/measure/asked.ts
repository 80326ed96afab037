import type { Schemas } from '@/api/client'
import { STRENGTHS } from '@/shared/choices'

export interface Field {
  name: string
  label: string
  hint?: string
  /** the same for who reads °F */
  hintF?: string
  options?: { value: string; label: string }[]
  when?: (values: Values) => boolean
  first?: string
  /** options come from the formulary and the shelf: every bath, every use in water, every medicine, what it is taken from,
   * what can be stopped, the strengths of what disinfects, the salts that are weighed */
  list?: 'baths' | 'uses' | 'actives' | 'products' | 'labels' | 'stopped' | 'disinfectant' | 'salts'
  /** stands for one field for each that a water may hold dissolved */
  ofEach?: 'salts'
  /** the first of its list stands there until another is chosen */
  firstOfList?: boolean
}
export type Values = Record<string, string>
export interface Kind {
  id: string
  label: string
  says: string
  water: boolean
  fields: Field[]
  /** an answer is asked for once these hold something */
  needs: string[]
}

export const option = (value: string, label: string) => ({ value, label })
export const is =
  (name: string, ...values: string[]) =>
  (v: Values) =>
    values.includes(v[name] ?? '')
export const side = (name: string, label: string, ...shapes: string[]): Field => ({
  name: `measures.${name}`,
  label,
  when: is('shape', ...shapes),
})

/** What a medicine is taken from: a listed strength, a bottle of the shelf, or what its label says. */
export const product = (of: string): Field[] => [
  { name: 'strength', label: 'Taken from', list: 'products', when: (v) => !!v[of] },
  {
    name: 'own.kind',
    label: 'The label says',
    options: STRENGTHS,
    when: (v) => !!v[of] && v['strength'] === 'own',
  },
  { name: 'own.value', label: 'So much', when: (v) => !!v[of] && v['strength'] === 'own' },
]

export const SALT: Field = { name: 'salt', label: 'Salt', list: 'salts', firstOfList: true }

/** The kind with its fields written out: what stands for many is there once for each. */
export const writtenOut = (kind: Kind, salts: Schemas['SaltOut'][]): Kind => ({
  ...kind,
  fields: kind.fields.flatMap((f) =>
    f.ofEach
      ? salts.map((s) => ({ name: `${f.name}.${s.id}`, label: `${f.label}: ${s.label}`, hint: s.hint }))
      : [f],
  ),
})
