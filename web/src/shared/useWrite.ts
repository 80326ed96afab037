import { useToast } from 'primevue/usetoast'
import { ref } from 'vue'
import { newWriteId, Problem } from '@/api/client'
import { nowDate } from './now'
import { write as keep } from './outbox'
import { useStale } from './queries'

/** What waits in the browser where there is no connection: where it goes, what is sent, and how it is called. */
export interface Waits {
  path: string
  body: Record<string, unknown>
  words: string
  /** its kind has an hour of its own */
  timed?: boolean
}

/**
 * One write: busy while it runs, its problem by field when it fails, and the same id when the same content is
 * sent again, so that a wet thumb or a bad connection gives one entry. After success everything read is stale, and what the
 * write moved elsewhere is told.
 *
 * With `waits` an entry that finds no connection is kept in the browser, under its id and with the hour of its press; its
 * run ends well with nothing answered. Null from `waits`: this one can't wait.
 */
export function useWrite<T>(send: (writeId: string) => Promise<T>, waits?: () => Waits | null) {
  const busy = ref(false)
  const problem = ref<Problem | null>(null)
  const stale = useStale()
  const toast = useToast()
  let id = newWriteId()

  async function run(): Promise<T | null> {
    if (busy.value) return null
    busy.value = true
    problem.value = null
    const pressed = nowDate().toISOString()
    try {
      const done = await send(id)
      id = newWriteId()
      await stale.record()
      const words = told(done)
      if (words) toast.add({ severity: 'warn', summary: 'This moved', detail: words, life: 20_000 })
      return done
    } catch (error) {
      if (!(error instanceof Problem)) throw error
      const later = error.kind === 'offline' ? waits?.() : null
      if (later) {
        const { path, body, words, timed = true } = later
        const at = timed ? { happened_at: body['happened_at'] ?? pressed } : {}
        await keep(path, { ...body, ...at, write_id: handOver() }, words, timed)
        return {} as T
      }
      problem.value = error
      // offline: keep the id, the server may have it; refused: the next try has other content and needs its own
      if (error.kind !== 'offline' && error.kind !== 'accident') id = newWriteId()
      if (error.kind === 'already-done' || error.kind === 'conflict') await stale.record()
      return null
    } finally {
      busy.value = false
    }
  }

  function forget() {
    problem.value = null
  }

  /** The id of the write whose answer was lost, for whoever sends the same again another way; the next write gets its own. */
  function handOver(): string {
    const lost = id
    id = newWriteId()
    problem.value = null
    return lost
  }

  return { busy, problem, run, forget, handOver }
}

function told(done: unknown): string {
  return typeof done === 'object' && done !== null && 'told' in done ? String(done.told ?? '') : ''
}
