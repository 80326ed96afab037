import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { Problem } from '@/api/client'
import { show } from '@/testing/mount'
import { useWrite } from './useWrite'

afterEach(() => vi.unstubAllGlobals())

function told(kind: string): Problem {
  return new Problem({ type: `urn:pennywort:${kind}`, title: kind, status: 409, detail: kind })
}

/** A write whose outcomes are given one by one; keeps the ids it was sent with. */
function writing(outcomes: (string | Problem)[]) {
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
      })
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
