import { describe, expect, it } from 'vitest'
import { frameOf, inside, x } from './axis'

const days = Array.from({ length: 35 }, (_, i) => ({
  letter: 'M',
  number: String(i),
  month: '',
  weekend: false,
  today: i === 14,
}))
const axis = {
  starts_at: '2026-11-10T00:00:00Z',
  ends_at: '2026-12-15T00:00:00Z',
  now: '2026-11-24T14:20:00Z',
  days,
}

describe('the strip axis', () => {
  it('puts the ends at the edges and a day at its share of the width', () => {
    const frame = frameOf(axis, 630)
    expect(x(frame, axis.starts_at)).toBe(0)
    expect(x(frame, axis.ends_at)).toBe(630)
    expect(x(frame, '2026-11-11T00:00:00Z')).toBe(18)
  })
  it('shows a week back and a week ahead where it is narrow', () => {
    const frame = frameOf(axis, 358)
    expect(frame.days).toHaveLength(15)
    expect(frame.days[7]?.today).toBe(true)
    expect(x(frame, '2026-11-17T00:00:00Z')).toBe(0)
  })
  it('knows what lies outside', () => {
    expect(inside(frameOf(axis, 630), '2026-11-09T00:00:00Z')).toBe(false)
    expect(inside(frameOf(axis, 630), '2026-11-12T00:00:00Z')).toBe(true)
  })
})
