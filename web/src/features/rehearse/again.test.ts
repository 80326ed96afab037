import { beforeEach, describe, expect, it } from 'vitest'
import { keepBook, nextPair, noted, readBook } from './again'

const at = (minutes: number) => new Date(Date.UTC(2026, 10, 30, 18, minutes))
const PAIRS = ['grains', 'tuft', 'bite']

describe('what comes again', () => {
  beforeEach(() => localStorage.clear())

  it('brings what was confused back before what was told apart', () => {
    let book = noted({}, 'grains', false, at(0))
    book = noted(book, 'tuft', true, at(0))
    const due = (pair: string) => book[pair]!.card.due.getTime()
    expect(due('grains')).toBeLessThan(due('tuft'))
    // within two minutes, and the other not within five
    expect(due('grains')).toBeLessThanOrEqual(at(2).getTime())
    expect(due('tuft')).toBeGreaterThanOrEqual(at(5).getTime())
  })

  it('waits longer each time it is told apart', () => {
    let book = noted({}, 'bite', true, at(0))
    const waits = []
    for (let i = 0; i < 4; i++) {
      const now = book['bite']!.card.due
      book = noted(book, 'bite', true, now)
      waits.push(book['bite']!.card.due.getTime() - now.getTime())
    }
    expect(waits).toEqual([...waits].sort((a, b) => a - b))
    expect(waits[3]).toBeGreaterThan(7 * 86_400_000)
    expect(book['bite']).toMatchObject({ seen: 5, right: 5 })
  })

  it('shows what is due, then what is new, then what is due soonest, and never one twice running', () => {
    expect(nextPair(PAIRS, {}, at(0))).toBe('grains')
    expect(nextPair(PAIRS, {}, at(0), 'grains')).toBe('tuft')
    let book = noted({}, 'grains', false, at(0))
    expect(nextPair(PAIRS, book, at(5), 'tuft')).toBe('grains')
    expect(nextPair(PAIRS, book, at(0), 'grains')).toBe('tuft')
    book = noted(noted(book, 'tuft', true, at(0)), 'bite', false, at(1))
    expect(nextPair(PAIRS, book, at(1), 'grains')).toBe('bite')
    expect(nextPair(['grains'], book, at(1), 'grains')).toBe('grains')
    expect(nextPair([], book, at(1))).toBe('')
  })

  it('is kept for one keeper, and a broken copy is no book', () => {
    const book = noted({}, 'grains', true, at(0))
    keepBook('maren', book)
    expect(readBook('maren')).toEqual(book)
    expect(readBook('ivo')).toEqual({})
    localStorage.setItem('pennywort-eye maren', '{"grains": {"card": {"due": "soon"}}}')
    expect(readBook('maren')).toEqual({})
    localStorage.setItem('pennywort-eye maren', '{half')
    expect(readBook('maren')).toEqual({})
  })
})
