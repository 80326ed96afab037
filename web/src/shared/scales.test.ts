import { describe, expect, it } from 'vitest'
import { clamped, scale, stepped, through } from './scales'

describe('what drawings are laid out with', () => {
  it('puts a figure at its share of the pixels, up or down, and beyond them', () => {
    expect(scale([0, 4], [100, 300])(1)).toBe(150)
    expect(scale([100, 0], [14, 156])(75)).toBe(49.5)
    expect(scale([0, 4], [0, 100])(5)).toBe(125)
  })
  it('puts what has no length in the middle: one look alone', () => {
    expect(scale([7, 7], [40, 240])(7)).toBe(140)
  })
  it('stays within its ends where it is held there', () => {
    expect(clamped([0, 30], [0, 358])(45)).toBe(358)
    expect(clamped([0, 30], [0, 358])(-1)).toBe(0)
  })
  it('draws a line through places in tenths of a pixel', () => {
    expect(
      through([
        { x: 1, y: 2.25 },
        { x: 3.04, y: 4 },
      ]),
    ).toBe('M1.0 2.3L3.0 4.0')
    expect(through([])).toBe('')
  })
  it('steps so that the figures can be read', () => {
    expect(stepped(30, [1, 2, 7, 14], 9)).toEqual([0, 7, 14, 21, 28])
    expect(stepped(8, [1, 2, 7, 14], 9)).toHaveLength(9)
    expect(stepped(1000, [1, 2, 5], 8)).toHaveLength(101)
  })
})
