import register from '@/api/readings.json'

/** What a water test can read, as the server's register has it: the typed forms, the gate and the table of tests go by it. */
export const READINGS: {
  id: string
  name: string
  label: string
  unit: string
  hint: string
  kits: { value: string; label: string }[]
  usual: boolean
  held: boolean
  at_round: boolean
  at_look: number
  at_look_in: string[]
}[] = register

/** A water test as it is typed, by the ids of the register; empty where nothing was read. */
export type TypedTest = Record<string, string>

export const NO_TEST: TypedTest = Object.fromEntries(READINGS.map((r) => [r.id, '']))
