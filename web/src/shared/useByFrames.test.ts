import { effectScope, ref } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useByFrames } from './useByFrames'

describe('what is drawn a few at a time', () => {
  beforeEach(() => vi.useFakeTimers())
  afterEach(() => vi.useRealTimers())

  it('is one at once, and of many none before what stands above them is painted', () => {
    effectScope().run(() => {
      expect(useByFrames(() => 1, 6).value).toBe(1)
      expect(useByFrames(() => 200, 6).value).toBe(0)
    })
  })

  it('comes to all of them, more too that come later, and what was drawn stays', async () => {
    const total = ref(14)
    const drawn = effectScope().run(() => useByFrames(() => total.value, 6))!
    await vi.advanceTimersByTimeAsync(20)
    expect(drawn.value).toBe(6)
    await vi.advanceTimersByTimeAsync(60)
    expect(drawn.value).toBe(18)
    total.value = 20
    await vi.advanceTimersByTimeAsync(60)
    expect(drawn.value).toBe(24)
    total.value = 3
    await vi.advanceTimersByTimeAsync(60)
    expect(drawn.value).toBe(24)
  })

  it('goes on at one pace where more come while the last are still to be drawn', async () => {
    const total = ref(100)
    const drawn = effectScope().run(() => useByFrames(() => total.value, 6))!
    total.value = 101
    await vi.advanceTimersByTimeAsync(0)
    total.value = 102
    await vi.advanceTimersByTimeAsync(17)
    expect(drawn.value).toBe(6)
  })

  it('ends with its screen', async () => {
    const scope = effectScope()
    const drawn = scope.run(() => useByFrames(() => 100, 6))!
    scope.stop()
    await vi.advanceTimersByTimeAsync(200)
    expect(drawn.value).toBe(0)
  })
})
