import type { Schemas } from '@/api/client'
import * as texts from './words'

export type StrengthKind = Schemas['OwnStrength']['kind']

type Active = Schemas['ActiveOut'] | null | undefined
type Shelf = Schemas['ShelfOut'] | undefined

/**
 * What a medicine may be taken from: the bottles of the shelf, the listed strengths of this use, and what a label says.
 * `past`: bottles past their date are offered too, and say so.
 */
export function productsOf(active: Active, shelf: Shelf, use: string, past: boolean) {
  const allowed = active?.uses.find((u) => u.id === use)?.strengths ?? null
  return [
    ...(shelf?.bottles ?? [])
      .filter((b) => b.active === active?.id && (past || !b.past))
      .map((b) => ({
        value: `bottle:${b.uid}`,
        label: `${b.name}, ${b.holds}${b.past ? texts.PAST_ITS_DATE : ''}`,
      })),
    ...(active?.strengths ?? [])
      .filter((s) => !allowed || allowed.includes(s.id))
      .map((s) => ({ value: s.id, label: s.name })),
    ...(active?.strengths.length ? [{ value: 'own', label: texts.ANOTHER_STRENGTH }] : []),
  ]
}
