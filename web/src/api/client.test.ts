import { afterEach, describe, expect, it, vi } from 'vitest'
import { answer, api, newWriteId, Problem } from './client'
import { fakeServer, problem } from '@/testing/mount'

afterEach(() => {
  vi.unstubAllGlobals()
  document.cookie = 'csrftoken=; max-age=0'
})

describe('the only fetch', () => {
  it('gives the data of a good answer', async () => {
    fakeServer([{ json: { keeper: null, needs_set_up: true } }])
    expect(await answer(api.GET('/api/session'))).toEqual({ keeper: null, needs_set_up: true })
  })

  it('throws the problem with its kind, field and words', async () => {
    fakeServer([problem('invalid-input', 'This must be more than nothing.', { field: 'length' })])
    const caught = await answer(api.GET('/api/session')).catch((e: unknown) => e)
    expect(caught).toBeInstanceOf(Problem)
    const told = caught as Problem
    expect([told.kind, told.body.field, told.message]).toEqual([
      'invalid-input',
      'length',
      'This must be more than nothing.',
    ])
  })

  it('asks again when the record is busy, with the same body, and not for ever', async () => {
    vi.useFakeTimers()
    const bodies: string[] = []
    let busy = 1
    vi.stubGlobal('fetch', async (request: Request) => {
      bodies.push(await request.text())
      const held = bodies.length <= busy
      return new Response(
        JSON.stringify(held ? { detail: 'Held.' } : { keeper: null, needs_set_up: false }),
        {
          status: held ? 503 : 200,
          headers: { 'Content-Type': 'application/json', ...(held ? { 'Retry-After': '2' } : {}) },
        },
      )
    })
    const sent = answer(api.POST('/api/session/link', { body: { token: 'x' } }))
    await vi.advanceTimersByTimeAsync(2000)
    expect(await sent).toEqual({ keeper: null, needs_set_up: false })
    expect(bodies).toEqual(['{"token":"x"}', '{"token":"x"}'])
    busy = 99
    bodies.length = 0
    const never = answer(api.POST('/api/session/link', { body: { token: 'x' } })).catch((e: unknown) => e)
    await vi.advanceTimersByTimeAsync(10_000)
    expect(((await never) as Problem).message).toBe('Held.')
    expect(bodies).toHaveLength(3)
    vi.useRealTimers()
  })

  it('tells who was quicker and when', async () => {
    fakeServer([
      {
        status: 409,
        json: {
          type: 'urn:pennywort:already-done',
          detail: 'Ivo has done this.',
          by: 'Ivo',
          at: '2026-11-24T14:20:00Z',
        },
      },
    ])
    const told = (await answer(api.GET('/api/session')).catch((e: unknown) => e)) as Problem
    expect([told.body.status, told.body.by, told.body.at]).toEqual([409, 'Ivo', '2026-11-24T14:20:00Z'])
  })

  it('turns a dropped connection into a problem that says nothing is lost', async () => {
    fakeServer(['offline'])
    const told = (await answer(api.GET('/api/session')).catch((e: unknown) => e)) as Problem
    expect(told.kind).toBe('offline')
    expect(told.message).toContain('Nothing is lost')
  })

  it('words an answer that is no problem document all the same', async () => {
    fakeServer([{ status: 500, json: {} }])
    const told = (await answer(api.GET('/api/session')).catch((e: unknown) => e)) as Problem
    expect([told.kind, told.message]).toEqual(['accident', 'Something broke. Try again.'])
  })

  it('sends the CSRF token with writes and not with reads', async () => {
    document.cookie = 'csrftoken=abc123'
    const calls = fakeServer([{ json: {} }, { json: {} }])
    await answer(api.GET('/api/session'))
    await answer(api.POST('/api/session/end'))
    expect(calls.map((c) => c.headers.get('X-CSRFToken'))).toEqual([null, 'abc123'])
  })

  it('makes an id for each write', () => {
    const ids = new Set(Array.from({ length: 50 }, newWriteId))
    expect(ids.size).toBe(50)
    expect([...ids][0]).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4/)
  })
})

describe('what the page asked before any script was read', () => {
  it('is the answer of the first who asks the very same, once, while it is fresh', async () => {
    const given = (text: string) => Promise.resolve(new Response(JSON.stringify({ text })))
    const here = (path: string, at: number) => ({ path, asked: given(path), at })
    vi.stubGlobal('askedEarly', [here('/api/session', Date.now()), here('/api/auth/x', Date.now() - 60_000)])
    vi.resetModules()
    const { api: anew } = await import('./client')
    const calls = fakeServer([{ json: { text: 'asked' } }, { json: { text: 'asked' } }])
    expect((await anew.GET('/api/session')).data).toEqual({ text: '/api/session' })
    expect(calls).toEqual([])
    expect((await anew.GET('/api/session')).data).toEqual({ text: 'asked' })
    expect((await anew.GET('/api/auth/x' as '/api/session')).data).toEqual({ text: 'asked' })
    expect(calls.length).toBe(2)
  })
})
