import { watchDebounced } from '@vueuse/core'
import { computed, ref, type Ref } from 'vue'
import { type Problem, type Schemas } from '@/api/client'
import type { StrengthKind } from '@/shared/strengths'
import { useAmount } from './queries'

/** What is typed or ticked for a dose. `strength` is a listed one, `own`, or `bottle:` with its id. */
export interface DoseValues {
  active: string
  use: string
  strength: string
  /** how the label says its strength; none is taken for granted, they lie ten times apart */
  ownKind: StrengthKind | null
  /** figures by the name of their field in the request; parts of the bath are dotted */
  typed: Record<string, string>
  madeWith: Schemas['BathIn']['made_with']
  expired: boolean
  biofilter: boolean
  running: string[]
  /** what runs was said here, and not left to the record of the tank */
  runningSaid: boolean
  lives: string[]
  in_water: string[]
  prescribed: boolean
  confirmed: boolean
  sure: boolean
}

export const noDose = (): DoseValues => ({
  active: '',
  use: '',
  strength: '',
  ownKind: null,
  typed: {},
  madeWith: 'own',
  expired: false,
  biofilter: false,
  running: [],
  runningSaid: false,
  lives: [],
  in_water: [],
  prescribed: false,
  confirmed: false,
  sure: false,
})

/** Sets a dotted name in nested parts: `bath.water.tds`. */
export function put(body: Record<string, unknown>, name: string, value: unknown) {
  const parts = name.split('.')
  let at = body
  for (const part of parts.slice(0, -1)) at = (at[part] ??= {}) as Record<string, unknown>
  at[parts.at(-1)!] = value
}

/** The request for a dose; lists nobody touched are left to what the record knows of the tank. */
export function doseRequest(d: DoseValues, ofTank: boolean): Record<string, unknown> {
  const bottle = d.strength.startsWith('bottle:') ? d.strength.slice(7) : null
  const body: Record<string, unknown> = {
    kind: 'dose',
    use: d.use,
    bottle,
    strength: bottle || d.strength === 'own' ? '' : d.strength,
    expired: d.expired,
    biofilter: d.biofilter,
    running: d.running.length || !ofTank || d.runningSaid ? d.running : null,
    lives: d.lives.length || !ofTank ? d.lives : null,
    in_water: d.in_water.length || !ofTank ? d.in_water : null,
    prescribed: d.prescribed,
    confirmed: d.confirmed,
    product_confirmed: d.sure,
  }
  if (d.strength === 'own' && d.ownKind) put(body, 'own.kind', d.ownKind)
  if (d.madeWith !== 'own') put(body, 'bath.made_with', d.madeWith)
  for (const [name, value] of Object.entries(d.typed)) {
    if (!value.trim() || (name.startsWith('own.') && d.strength !== 'own')) continue
    put(body, name, value)
  }
  return body
}

/** Asks the server a moment after the last key; keeps the last answer until the next is here. */
export function useMeasure(body: Ref<Record<string, unknown> | null>) {
  const settled = ref(body.value)
  watchDebounced(body, (now) => (settled.value = now), { debounce: 180, deep: true })
  const query = useAmount(settled)
  const problem = computed(() => (settled.value ? (query.error.value as Problem | null) : null))
  return {
    told: computed(() => (settled.value && !problem.value ? (query.data.value ?? null) : null)),
    problem,
  }
}
