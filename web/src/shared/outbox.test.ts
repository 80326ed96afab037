import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'

/** A small stand-in for the browser's database, in memory. */
const stores: Record<string, Map<number, Record<string, unknown>>> = {}
let next = 1
vi.mock('idb', () => ({
  openDB: async () => {
    for (const name of ['waiting', 'refused']) stores[name] ??= new Map()
    const store = (name: string) => ({
      add: async (value: Record<string, unknown>) => {
        stores[name]!.set(next, { ...value, nr: next })
        next += 1
      },
      delete: async (nr: number) => void stores[name]!.delete(nr),
    })
    return {
      add: async (name: string, value: Record<string, unknown>) => store(name).add(value),
      get: async (name: string, nr: number) => stores[name]!.get(nr),
      getAll: async (name: string) => [...stores[name]!.values()],
      getAllKeys: async (name: string) => [...stores[name]!.keys()],
      put: async (name: string, value: Record<string, unknown>) =>
        void stores[name]!.set(value['nr'] as number, value),
      delete: async (name: string, nr: number) => void stores[name]!.delete(nr),
      transaction: () => ({ objectStore: store, done: Promise.resolve() }),
    }
  },
}))
const { discard, flush, others, readAgain, refused, startOutbox, tryAgain, waiting, write, writePhoto } =
  await import('./outbox')

interface Sent {
  path: string
  body: Record<string, unknown>
  by: string | undefined
}
const MAREN = { username: 'maren', display_name: 'Maren V.' }
const IVO = { username: 'ivo', display_name: 'Ivo' }
let here: typeof MAREN | null = MAREN
let known = true
startOutbox(
  () => here,
  () => undefined,
  async () => known,
)
let sent: Sent[] = []
let answers: (number | 'offline')[] = []
beforeEach(() => {
  sent = []
  answers = []
  here = MAREN
  known = true
  vi.stubGlobal('fetch', async (path: string, init: { body: string; headers: Record<string, string> }) => {
    const now = answers.shift() ?? 200
    if (now === 'offline') throw new TypeError('Failed to fetch')
    const form = init.body as unknown
    sent.push({
      path,
      by: init.headers['X-Written-By'],
      body: form instanceof FormData ? Object.fromEntries(form) : JSON.parse(init.body),
    })
    return new Response(JSON.stringify(now >= 400 ? { detail: 'Only 2 are left.' } : {}), { status: now })
  })
})
afterEach(() => vi.unstubAllGlobals())

describe('entries without a connection', () => {
  it('go at once where there is one', async () => {
    await write('/a', { count: 1 }, 'one')
    expect(sent.map((s) => s.path)).toEqual(['/a'])
    expect(waiting.value).toEqual([])
    expect(sent[0]!.body['write_id']).toMatch(/^[0-9a-f-]{36}$/)
    expect(sent[0]!.body['happened_at']).toMatch(/^\d{4}-\d\d-\d\dT/)
  })

  it('wait in order, keep their id and their time, and go when it is back', async () => {
    answers = ['offline', 'offline', 'offline']
    await write('/a', {}, 'one')
    await write('/b', {}, 'two')
    expect(waiting.value.map((w) => w.words)).toEqual(['one', 'two'])
    const kept = waiting.value.map((w) => [w.body['write_id'], w.body['happened_at']])
    await flush()
    expect(sent).toEqual([])
    await flush()
    expect(sent.map((s) => s.path)).toEqual(['/a', '/b'])
    expect(sent.map((s) => [s.body['write_id'], s.body['happened_at']])).toEqual(kept)
    expect(waiting.value).toEqual([])
  })

  it('that the server refuses are told, and do not hold up the others', async () => {
    answers = ['offline', 'offline']
    await write('/a', {}, 'one')
    await write('/b', {}, 'two')
    answers = [422, 200]
    await flush()
    expect(refused.value.map((r) => [r.words, r.why])).toEqual([['one', 'Only 2 are left.']])
    expect(waiting.value).toEqual([])
    await tryAgain(refused.value[0]!.nr!)
    expect(sent.map((s) => s.path)).toEqual(['/a', '/b', '/a'])
    expect(sent[2]!.body['write_id']).toBe(sent[0]!.body['write_id'])
    expect(refused.value).toEqual([])
  })

  it('go out in nobody’s name but their writer’s', async () => {
    answers = ['offline']
    await write('/a', {}, 'one')
    here = IVO
    await readAgain()
    expect([waiting.value, others.value]).toEqual([[], [{ name: 'Maren V.', count: 1 }]])
    await write('/b', {}, 'two')
    expect(sent.map((s) => [s.path, s.by])).toEqual([['/b', 'ivo']])
    here = null
    await flush()
    expect(sent).toHaveLength(1)
    here = MAREN
    await flush()
    expect(sent.map((s) => [s.path, s.by])).toEqual([
      ['/b', 'ivo'],
      ['/a', 'maren'],
    ])
    expect(others.value).toEqual([])
  })

  it('that the server fails on again and again step aside for the rest, and are kept', async () => {
    answers = ['offline', 'offline']
    await write('/a', {}, 'one')
    await write('/b', {}, 'two')
    answers = [500]
    await flush()
    answers = [500]
    await flush()
    expect(waiting.value.map((w) => w.words)).toEqual(['one', 'two'])
    answers = [500, 200]
    await flush()
    expect(waiting.value).toEqual([])
    expect(refused.value.map((r) => r.words)).toEqual(['one'])
    expect(refused.value[0]!.why).toContain('3 times')
    await tryAgain(refused.value[0]!.nr!)
    expect(sent.at(-1)!.path).toBe('/a')
  })

  it('wait as long as it takes while the server is away or full', async () => {
    answers = [503]
    await write('/a', {}, 'one')
    for (const status of [502, 503, 504, 507, 503]) {
      answers = [status]
      await flush()
    }
    expect(waiting.value).toHaveLength(1)
    await flush()
    expect(waiting.value).toEqual([])
  })

  it('take pictures along as forms, with their time', async () => {
    answers = ['offline']
    await writePhoto('/photos', new Blob(['light'], { type: 'image/jpeg' }), 'a picture')
    expect(waiting.value.map((w) => w.words)).toEqual(['a picture'])
    const { write_id, taken_at } = waiting.value[0]!.body
    await flush()
    expect(sent[0]).toMatchObject({ path: '/photos', body: { write_id, taken_at } })
    expect(sent[0]!.body['file']).toBeInstanceOf(Blob)
    expect(waiting.value).toEqual([])
  })

  it('keep the id and the instant of a press whose answer was lost', async () => {
    answers = ['offline']
    await write('/a', { write_id: 'lost-1', happened_at: '2026-11-24T14:25:00.000Z', kind: 'in' }, 'fish in')
    expect(waiting.value[0]!.body).toMatchObject({
      write_id: 'lost-1',
      happened_at: '2026-11-24T14:25:00.000Z',
    })
    await flush()
    expect(sent[0]!.body['write_id']).toBe('lost-1')
  })

  it('keep a picture that the server refused until it is forgotten', async () => {
    answers = [422]
    await writePhoto('/photos', new Blob(['light'], { type: 'image/jpeg' }), 'a picture')
    expect(refused.value[0]!.photo).toBeTruthy()
    await discard(refused.value[0]!.nr!)
    expect(refused.value).toEqual([])
  })

  it('go of themselves only once the server has said who is here', async () => {
    answers = ['offline']
    await write('/a', {}, 'one')
    known = false
    window.dispatchEvent(new Event('online'))
    await new Promise((done) => setTimeout(done, 20))
    expect([waiting.value.length, sent.length]).toEqual([1, 0])
    known = true
    window.dispatchEvent(new Event('online'))
    await vi.waitFor(() => expect(waiting.value).toEqual([]))
    expect(sent.map((s) => s.by)).toEqual(['maren'])
  })

  it('wait while the server is in trouble or nobody is signed in', async () => {
    for (const status of [500, 401]) {
      answers = [status]
      await write('/a', {}, 'one')
      expect(waiting.value).toHaveLength(1)
      await flush()
      expect(waiting.value).toEqual([])
    }
  })
})
