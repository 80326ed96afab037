import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import { forgetAll, useKept } from './useKept'

beforeEach(() => {
  sessionStorage.clear()
  history.replaceState(null, '')
})
afterEach(() => vi.useRealTimers())

/** A page with one field, opened where the history stands. */
function page(name = 'page') {
  const typed = ref('')
  const many = ref<Record<string, string>>({})
  let kept: ReturnType<typeof useKept> | null = null
  const Host = defineComponent({
    setup() {
      kept = useKept(name, { typed, many })
      return () => h('i')
    },
  })
  const host = mount(Host)
  return { typed, many, kept: kept! as ReturnType<typeof useKept>, unmount: () => host.unmount() }
}

describe('what was typed on a page', () => {
  it('is there again at the same place of the history, and only there', async () => {
    const first = page()
    expect(first.kept.restored).toBe(false)
    first.typed.value = '14 mL'
    first.many.value = { target: '2.25' }
    await flushPromises()
    const place = history.state
    first.unmount()
    // a visit of its own: a place of its own
    history.pushState({}, '')
    const fresh = page()
    expect([fresh.kept.restored, fresh.typed.value]).toEqual([false, ''])
    fresh.unmount()
    // Back
    history.replaceState(place, '')
    const again = page()
    expect([again.kept.restored, again.typed.value, again.many.value]).toEqual([
      true,
      '14 mL',
      { target: '2.25' },
    ])
    again.unmount()
    expect(page('another page').kept.restored).toBe(false)
  })

  it('is gone once it is written, and nothing typed while leaving brings it back', async () => {
    const first = page()
    first.typed.value = '14 mL'
    await flushPromises()
    first.kept.forget()
    first.typed.value = '15 mL'
    await flushPromises()
    first.unmount()
    expect(page().typed.value).toBe('')
  })

  it('is gone after an evening, and for who signs in next', async () => {
    vi.useFakeTimers({ now: new Date('2026-11-30T20:00:00Z'), toFake: ['Date'] })
    const first = page()
    first.typed.value = '14 mL'
    await flushPromises()
    first.unmount()
    vi.setSystemTime(new Date('2026-12-01T02:00:01Z'))
    expect(page().kept.restored).toBe(false)
    vi.setSystemTime(new Date('2026-11-30T20:01:00Z'))
    forgetAll()
    expect(page().kept.restored).toBe(false)
  })

  it('that was damaged is an empty page', () => {
    const first = page()
    const id = (history.state as { kept: string }).kept
    first.unmount()
    sessionStorage.setItem(`pennywort-kept ${id} page`, '{"at": 1')
    expect(page().kept.restored).toBe(false)
  })
})
