import type { Schemas } from '@/api/client'
import { scale } from './scales'

/** Where an instant lies on a drawn axis: pure geometry, no dates are reckoned here. */
export interface Frame {
  from: number
  to: number
  width: number
  now: number
  days: Schemas['DayOut'][]
  scale: (ms: number) => number
}

/** A frame between two instants. */
export const framed = (
  from: number,
  to: number,
  width: number,
  now = 0,
  days: Schemas['DayOut'][] = [],
): Frame => ({
  ...{ from, to, width, now, days },
  scale: scale([from, to], [0, width]),
})

/** The part of the axis that fits: on a phone one week back and one ahead, else all of it. */
export function frameOf(axis: Schemas['AxisOut'], width: number): Frame {
  const from = Date.parse(axis.starts_at)
  const to = Date.parse(axis.ends_at)
  const now = Date.parse(axis.now)
  if (width >= 480) return framed(from, to, width, now, axis.days)
  const day = (to - from) / axis.days.length
  const today = axis.days.findIndex((d) => d.today)
  const first = Math.max(0, today - 7)
  const last = Math.min(axis.days.length, today + 8)
  return framed(from + first * day, from + last * day, width, now, axis.days.slice(first, last))
}

export function x(frame: Frame, at: string | number): number {
  const ms = typeof at === 'string' ? Date.parse(at) : at
  return Math.round(frame.scale(ms) * 100) / 100
}

export function inside(frame: Frame, at: string): boolean {
  const ms = Date.parse(at)
  return ms >= frame.from && ms <= frame.to
}
