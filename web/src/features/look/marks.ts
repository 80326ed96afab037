import type { Schemas } from '@/api/client'

export type Answer = 'seen' | 'absent' | 'unknown'
export type Signs = Record<string, boolean>

export function answerOf(signs: Signs, sign: string): Answer {
  const seen = signs[sign]
  return seen === undefined ? 'unknown' : seen ? 'seen' : 'absent'
}

/** The mark of a whole place: seen if anything was, not there if all was looked for, else not looked at. */
export function placeAnswer(signs: Signs, region: Schemas['RegionOut']): Answer {
  const answers = region.signs.filter((s) => !s.reading).map((s) => answerOf(signs, s.id))
  if (answers.includes('seen')) return 'seen'
  return answers.length && answers.every((a) => a === 'absent') ? 'absent' : 'unknown'
}

export function withAnswer(signs: Signs, sign: string, answer: Answer): Signs {
  const next = { ...signs }
  if (answer === 'unknown') delete next[sign]
  else next[sign] = answer === 'seen'
  return next
}

/** Everything in a place that nobody marked was looked for and is not there. */
export function restNotThere(signs: Signs, region: Schemas['RegionOut']): Signs {
  const next = { ...signs }
  for (const sign of region.signs) if (!sign.reading && next[sign.id] === undefined) next[sign.id] = false
  return next
}
