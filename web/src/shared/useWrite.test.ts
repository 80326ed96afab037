import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { Problem } from '@/api/client'
import { show } from '@/testing/mount'
import { useWrite, type Waits } from './useWrite'

const kept: unknown[][] = []
vi.mock('./outbox', () => ({ write: async (...what: unknown[]) => void kept.push(what) }))

afterEach(() => vi.unstubAllGlobals())

function told(kind: string): Problem {
  return new Problem({ type: `urn:pennywort:${kind}`, title: kind, status: 409, detail: kind })
}

/** A write whose outcomes are given one by one; keeps the ids it was sent with. */
function writing(outcomes: (string | Problem)[], waits?: () => Waits | null) {
  const ids: string[] = []
  const queue = [...outcomes]
  let write: ReturnType<typeof useWrite<string>> | null = null
  const Host = defineComponent({
    setup() {
      write = useWrite(async (id) => {
        ids.push(id)
        const next = queue.shift() ?? 'done'
        if (next instanceof Error) throw next
        return next
      }, waits)
      return () => h('i')
    },
  })
  show(Host)
  return { ids, write: write! as ReturnType<typeof useWrite<string>> }
}

describe('one write', () => {
  it('keeps its id while the server can’t be reached, so that pressing again records once', async () => {
    const { ids, write } = writing([told('offline'), told('accident'), 'kept'])
    expect(await write.run()).toBeNull()
    expect(write.problem.value?.kind).toBe('offline')
    expect(await write.run()).toBeNull()
    expect(await write.run()).toBe('kept')
    expect(new Set(ids).size).toBe(1)
    expect(write.problem.value).toBeNull()
  })

  it('waits in the browser where there is no connection, under its id and with the hour of its press', async () => {
    const entry: Waits = { path: '/dose', body: { amount: '30 g', happened_at: null }, words: '30 g given' }
    const { ids, write } = writing([told('offline'), told('offline'), 'kept'], () => entry)
    const before = new Date().toISOString()
    expect(await write.run()).toEqual({})
    const [path, body, words] = kept.pop() as [string, Record<string, string>, string]
    expect([path, words, body['amount'], body['write_id']]).toEqual(['/dose', '30 g given', '30 g', ids[0]])
    expect(body['happened_at']! >= before && body['happened_at']! <= new Date().toISOString()).toBe(true)
    // a typed hour stays, and what has none gets none
    entry.body['happened_at'] = '2026-11-24T20:30:00.000Z'
    await write.run()
    expect((kept.pop() as [string, Record<string, string>])[1]['happened_at']).toBe(
      '2026-11-24T20:30:00.000Z',
    )
    expect(ids[1]).not.toBe(ids[0])
    expect(await write.run()).toBe('kept')
    expect(write.problem.value).toBeNull()
  })

  it('says so where it can’t wait', async () => {
    const { write } = writing([told('offline')], () => null)
    expect(await write.run()).toBeNull()
    expect(write.problem.value?.kind).toBe('offline')
    expect(kept).toEqual([])
  })

  it('takes a new id after success and after a refusal', async () => {
    const { ids, write } = writing(['one', told('invalid-input'), 'two'])
    await write.run()
    await write.run()
    expect(write.problem.value?.kind).toBe('invalid-input')
    await write.run()
    expect(new Set(ids).size).toBe(3)
  })

  it('is pressed once however often the thumb lands', async () => {
    const { ids, write } = writing(['one'])
    const all = [write.run(), write.run(), write.run()]
    expect(write.busy.value).toBe(true)
    expect(await Promise.all(all)).toEqual(['one', null, null])
    expect(ids).toHaveLength(1)
    expect(write.busy.value).toBe(false)
  })

  it('forgets its problem when the keeper changes something', async () => {
    const { write } = writing([told('unusual')])
    await write.run()
    write.forget()
    await flushPromises()
    expect(write.problem.value).toBeNull()
  })

  it('lets an accident of our own through', async () => {
    const { write } = writing([new TypeError('our mistake') as never])
    await expect(write.run()).rejects.toThrow('our mistake')
    expect(write.busy.value).toBe(false)
  })
})
