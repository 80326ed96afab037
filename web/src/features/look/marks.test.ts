import { describe, expect, it } from 'vitest'
import { anySign } from '@/testing/look'
import { answerOf, changedFrom, placeAnswer, restNotThere, shortList, withAnswer } from './marks'

const region = {
  id: 'fins',
  name: 'fins',
  signs: [anySign('a'), anySign('b'), anySign('w', { reading: 'ammonia' }), anySign('well', { good: true })],
}

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
  it('never assumes a sign of health away', () => {
    expect(restNotThere({}, { signs: [anySign('well', { good: true })] })).toEqual({})
  })
  it('lets one of several that exclude each other stand alone', () => {
    expect(withAnswer({ b: true }, 'a', 'seen', ['b', 'c'])).toEqual({ a: true, b: false, c: false })
    expect(withAnswer({ b: true }, 'a', 'absent', ['b'])).toEqual({ a: false, b: true })
  })
  it('tells what changed since the look it was taken over from', () => {
    expect(changedFrom({ a: true, b: false }, { a: true, b: true, c: true })).toEqual(['b', 'c'])
    expect(changedFrom({ a: true }, {})).toEqual(['a'])
    expect(changedFrom({}, { a: true })).toEqual([])
  })
  it('lists for the day what is looked at daily, and what was seen before', () => {
    const regions = [
      { ...region, signs: [anySign('a', { daily: true }), anySign('b'), anySign('c', { arrival: true })] },
    ]
    expect(shortList(regions, 'daily', {}).map((s) => s.id)).toEqual(['a'])
    expect(shortList(regions, 'daily', { b: true, c: false }).map((s) => s.id)).toEqual(['a', 'b'])
    expect(shortList(regions, 'arrival', {}).map((s) => s.id)).toEqual(['c'])
  })
})
