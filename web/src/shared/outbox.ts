import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { ref } from 'vue'
import { cookie, newWriteId } from '@/api/client'

/**
 * Entries written where there is no connection: kept in the browser with their own time and id, sent in order when it is back.
 * The server stores each id once, so that one which arrived without its answer is not doubled.
 */
export interface Entry {
  path: string
  body: Record<string, unknown>
  words: string
  at: string
  /** a picture goes as a form, with its facts beside it */
  photo?: Blob
}
interface Shelf extends DBSchema {
  waiting: { key: number; value: Entry & { nr?: number } }
  refused: { key: number; value: Entry & { nr?: number; why: string } }
}

export const waiting = ref<Entry[]>([])
export const refused = ref<(Entry & { nr?: number; why: string })[]>([])

let opened: Promise<IDBPDatabase<Shelf>> | null = null
function shelf(): Promise<IDBPDatabase<Shelf>> {
  opened ??= openDB<Shelf>('pennywort-outbox', 1, {
    upgrade(db) {
      db.createObjectStore('waiting', { keyPath: 'nr', autoIncrement: true })
      db.createObjectStore('refused', { keyPath: 'nr', autoIncrement: true })
    },
  })
  return opened
}
async function read() {
  const db = await shelf()
  waiting.value = await db.getAll('waiting')
  refused.value = await db.getAll('refused')
}

function form(entry: Entry, photo: Blob): FormData {
  const made = new FormData()
  for (const [name, value] of Object.entries(entry.body)) made.append(name, String(value))
  made.append('file', photo, 'photo.jpg')
  return made
}

type Sent = 'sent' | 'offline' | { why: string }
async function post(entry: Entry): Promise<Sent> {
  let answer: Response
  try {
    answer = await fetch(entry.path, {
      method: 'POST',
      credentials: 'same-origin',
      headers: {
        ...(entry.photo ? {} : { 'Content-Type': 'application/json' }),
        'X-CSRFToken': cookie('csrftoken'),
      },
      body: entry.photo ? form(entry, entry.photo) : JSON.stringify(entry.body),
    })
  } catch {
    return 'offline'
  }
  if (answer.ok) return 'sent'
  // not signed in any more, or the server itself in trouble: what is written waits
  if (answer.status === 401 || answer.status >= 500) return 'offline'
  const problem = (await answer.json().catch(() => ({}))) as { detail?: string }
  return { why: problem.detail ?? 'The server would not take it.' }
}

/** Write an entry: kept first, sent at once if it can be. Its time is its own, else now; its id its own, else a new one. */
export async function write(path: string, body: Record<string, unknown>, words: string): Promise<void> {
  const at = new Date().toISOString()
  const db = await shelf()
  const id = typeof body['write_id'] === 'string' ? body['write_id'] : newWriteId()
  const happened_at = typeof body['happened_at'] === 'string' ? body['happened_at'] : at
  await db.add('waiting', { path, words, at, body: { ...body, write_id: id, happened_at } })
  await read()
  await flush()
}

/** Keep a picture, sent at once if it can be. It was taken now. */
export async function writePhoto(path: string, photo: Blob, words: string): Promise<void> {
  const at = new Date().toISOString()
  const db = await shelf()
  await db.add('waiting', { path, words, at, photo, body: { write_id: newWriteId(), taken_at: at } })
  await read()
  await flush()
}

let busy: Promise<number> | null = null
/** Send what waits, the oldest first; stops where the connection does. How many were sent. */
export function flush(): Promise<number> {
  busy ??= send().finally(() => (busy = null))
  return busy
}
async function send(): Promise<number> {
  const db = await shelf()
  let count = 0
  const work = async () => {
    for (const nr of await db.getAllKeys('waiting')) {
      const entry = await db.get('waiting', nr)
      if (!entry) continue
      const sent = await post(entry)
      if (sent === 'offline') break
      const moved = db.transaction(['waiting', 'refused'], 'readwrite')
      if (sent !== 'sent') {
        // a picture that was refused is kept with it, until somebody forgets it
        const kept: Entry = { path: entry.path, body: entry.body, words: entry.words, at: entry.at }
        if (entry.photo) kept.photo = entry.photo
        await moved.objectStore('refused').add({ ...kept, why: sent.why })
      }
      await moved.objectStore('waiting').delete(nr)
      await moved.done
      count += 1
    }
  }
  // two windows of one phone must not send the same twice at once
  if (navigator.locks) await navigator.locks.request('pennywort-outbox', work)
  else await work()
  await read()
  return count
}

/** Forget what the server refused, once it was read. */
export async function dismiss(): Promise<void> {
  await (await shelf()).clear('refused')
  await read()
}

const EVERY_MS = 10_000
/** Begin to watch the connection; ``sent`` is told when something arrived. */
export function startOutbox(sent: () => void): void {
  const again = async () => {
    if (waiting.value.length && (await flush())) sent()
  }
  void read().then(again)
  window.addEventListener('online', () => void again())
  setInterval(() => void again(), EVERY_MS)
}
