import { describe, expect, it } from 'vitest'
import { answerOf, placeAnswer, restNotThere, withAnswer } from './marks'

const sign = (id: string, reading: string | null = null) => ({
  id,
  label: id,
  look: '',
  not_if: '',
  kit: 'eye',
  reading,
})
const region = { id: 'fins', name: 'fins', signs: [sign('a'), sign('b'), sign('w', 'ammonia')] }

describe('marks of a look', () => {
  it('tells seen, not there and not looked at apart', () => {
    expect([answerOf({ a: true }, 'a'), answerOf({ a: false }, 'a'), answerOf({}, 'a')]).toEqual([
      'seen',
      'absent',
      'unknown',
    ])
  })
  it('calls a place not there only when all of it was looked at', () => {
    expect(placeAnswer({ a: false }, region)).toBe('unknown')
    expect(placeAnswer({ a: false, b: false }, region)).toBe('absent')
    expect(placeAnswer({ b: true }, region)).toBe('seen')
  })
  it('takes a mark back to not looked at', () => {
    expect(withAnswer({ a: true }, 'a', 'unknown')).toEqual({})
  })
  it('marks the rest of a place, and leaves water tests to the kit', () => {
    expect(restNotThere({ a: true }, region)).toEqual({ a: true, b: false })
  })
})
