import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import { api } from '@/api/client'
import { fakeServer, ROOM, show } from '@/testing/mount'
import { useConditions, useMine, useRecord, useStale, useTank, useTanks } from './queries'

afterEach(() => vi.unstubAllGlobals())

/** Runs reads inside a component, as a page does. */
function reading<T>(set: () => T): T {
  let got: T
  show(
    defineComponent({
      setup() {
        got = set()
        return () => h('i')
      },
    }),
  )
  return got!
}

describe('what is read', () => {
  it('is asked of the open fishroom', async () => {
    const calls = fakeServer([{ json: [{ name: 'Paddle' }] }, { json: { name: 'Weir' } }])
    const { tanks, tank } = reading(() => ({ tanks: useTanks(), tank: useTank(() => 't1') }))
    await flushPromises()
    expect(calls.map((c) => c.path)).toEqual([`/api/rooms/${ROOM}/tanks`, `/api/rooms/${ROOM}/tanks/t1`])
    expect(tanks.data.value?.[0]?.name).toBe('Paddle')
    expect(tank.data.value?.name).toBe('Weir')
  })

  it('is asked anew where a write changed the record; the reference and the keeper’s own are not', async () => {
    const calls = fakeServer([])
    const stale = reading(() => {
      useTanks()
      useConditions()
      useMine(['sign-ins'], () => api.GET('/api/me/sign-ins'))
      return useStale()
    })
    await flushPromises()
    expect(calls).toHaveLength(3)
    await stale.record()
    expect(calls.slice(3).map((c) => c.path)).toEqual([`/api/rooms/${ROOM}/tanks`])
    await stale.everything()
    expect(calls.slice(4).map((c) => c.path)).toEqual([
      `/api/rooms/${ROOM}/tanks`,
      '/api/reference/conditions',
      '/api/me/sign-ins',
    ])
  })

  it('waits until there is something to ask, and is asked again for something else', async () => {
    const calls = fakeServer([])
    const tank = ref('')
    reading(() =>
      useRecord(
        ['ahead', tank],
        (room) =>
          api.GET('/api/rooms/{room_id}/tanks/{tank_id}/ahead', {
            params: { path: { ...room, tank_id: tank.value } },
          }),
        { enabled: () => !!tank.value },
      ),
    )
    await flushPromises()
    expect(calls).toHaveLength(0)
    tank.value = 't1'
    await flushPromises()
    tank.value = 't2'
    await flushPromises()
    expect(calls.map((c) => c.path)).toEqual(['t1', 't2'].map((t) => `/api/rooms/${ROOM}/tanks/${t}/ahead`))
  })
})
