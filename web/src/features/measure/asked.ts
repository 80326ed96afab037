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
   * what can be stopped, the strengths of what disinfects */
  list?: 'baths' | 'uses' | 'actives' | 'products' | 'labels' | 'stopped' | 'disinfectant'
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

export const SALT: Field = {
  name: 'salt',
  label: 'Salt',
  first: 'sodium_chloride',
  options: [
    option('sodium_chloride', 'pure salt'),
    option('marine_salt', 'sea salt mix'),
    option('magnesium_sulfate', 'Epsom salt'),
  ],
}
