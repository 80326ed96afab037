import type { Schemas } from '@/api/client'

/** Where an instant lies on a drawn axis: pure geometry, no dates are reckoned here. */
export interface Frame {
  from: number
  to: number
  width: number
  now: number
  days: Schemas['DayOut'][]
}

/** The part of the axis that fits: on a phone one week back and one ahead, else all of it. */
export function frameOf(axis: Schemas['AxisOut'], width: number): Frame {
  const from = Date.parse(axis.starts_at)
  const to = Date.parse(axis.ends_at)
  const now = Date.parse(axis.now)
  if (width >= 480) return { from, to, width, now, days: axis.days }
  const day = (to - from) / axis.days.length
  const today = axis.days.findIndex((d) => d.today)
  const first = Math.max(0, today - 7)
  const last = Math.min(axis.days.length, today + 8)
  return { from: from + first * day, to: from + last * day, width, now, days: axis.days.slice(first, last) }
}

export function x(frame: Frame, at: string | number): number {
  const ms = typeof at === 'string' ? Date.parse(at) : at
  return Math.round(((ms - frame.from) / (frame.to - frame.from)) * frame.width * 100) / 100
}

export function inside(frame: Frame, at: string): boolean {
  const ms = Date.parse(at)
  return ms >= frame.from && ms <= frame.to
}
