import type { Schemas } from '@/api/client'

export type Answer = 'seen' | 'absent' | 'unknown'
export type Signs = Record<string, boolean>
export type Counts = Record<string, { seen: number; of: number }>
export type Sizes = Record<string, number>
type Sign = Schemas['SignOut']

export function answerOf(signs: Signs, sign: string): Answer {
  const seen = signs[sign]
  return seen === undefined ? 'unknown' : seen ? 'seen' : 'absent'
}

/** The mark of a whole place: seen if anything was, not there if all was looked for, else not looked at. */
export function placeAnswer(signs: Signs, region: Schemas['RegionOut']): Answer {
  const answers = region.signs.filter((s) => !s.reading && !s.good).map((s) => answerOf(signs, s.id))
  if (answers.includes('seen')) return 'seen'
  return answers.length && answers.every((a) => a === 'absent') ? 'absent' : 'unknown'
}

/** One answer more; of signs of which only one can be true, a seen one makes the others not there. */
export function withAnswer(signs: Signs, sign: string, answer: Answer, insteadOf: string[] = []): Signs {
  const next = { ...signs }
  if (answer === 'unknown') delete next[sign]
  else next[sign] = answer === 'seen'
  if (answer === 'seen') for (const other of insteadOf) next[other] = false
  return next
}

/** Everything in a place that nobody marked was looked for and is not there. A sign of health is never assumed away. */
export function restNotThere(signs: Signs, region: { signs: Sign[] }): Signs {
  const next = { ...signs }
  for (const sign of region.signs)
    if (!sign.reading && !sign.good && next[sign.id] === undefined) next[sign.id] = false
  return next
}

/** Signs marked otherwise than they were taken over, or marked anew beside them. */
export function changedFrom(carried: Signs, signs: Signs): string[] {
  const all = new Set([...Object.keys(carried), ...Object.keys(signs)])
  return Object.keys(carried).length ? [...all].filter((s) => carried[s] !== signs[s]) : []
}

/** What is asked now: a sign that only makes sense after another one waits until that one was seen, or it is marked itself. */
export function askedNow(
  regions: Schemas['RegionOut'][],
  signs: Signs,
  asked: string,
): Schemas['RegionOut'][] {
  const open = (s: Sign) =>
    !s.after.length || s.id === asked || signs[s.id] !== undefined || s.after.some((a) => signs[a])
  return regions.map((r) => ({ ...r, signs: r.signs.filter(open) }))
}

/** The short list of a daily look or an arrival, in the order in which one looks: place by place. */
export function shortList(regions: Schemas['RegionOut'][], which: 'daily' | 'arrival', also: Signs): Sign[] {
  return regions.flatMap((r) => r.signs.filter((s) => !s.reading && (s[which] || also[s.id] === true)))
}
