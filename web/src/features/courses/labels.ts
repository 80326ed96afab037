import type { Schemas } from '@/api/client'

/** What is copied from a bottle, box or dropper, while it is typed. */
export type LabelText = Required<Omit<Schemas['LabelIn'], 'days'>> & { days: number | null }

export const emptyLabel = (): LabelText => ({
  ...{ product: '', amount: '', per_volume: '', every: '24 h', days: null, counts: 'volume' as const },
  ...{ new_days: null, reading: 'sick' as const },
  ...{ drops_per_ml: '', piece: 'packet', change: '', change_on_day: null, holds: [], teaspoon: '' },
  ...{ paid: '', paid_for: '' },
})

/** Whether all that a course needs of it was typed. */
export const isSaid = (label: LabelText) =>
  !!(label.product && label.amount && label.per_volume && label.every && label.days)

export const asSent = (label: LabelText): Schemas['LabelIn'] => ({ ...label, days: label.days ?? 0 })

/** The fields of one label as the server names them. */
export const labelFields = (at: string) =>
  [
    ...['product', 'amount', 'per_volume', 'every', 'days', 'new_days', 'drops_per_ml', 'teaspoon'],
    ...['change', 'change_on_day', 'holds', 'paid', 'paid_for'],
  ].map((name) => `${at}.${name}`)
