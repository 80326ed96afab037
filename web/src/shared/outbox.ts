import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { ref } from 'vue'
import { cookie, newWriteId } from '@/api/client'
import { nowDate } from './now'
import * as texts from './words'

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
  /** whose it is: it goes out as his or not at all */
  keeper?: Writer
  /** how often the server failed on it */
  failed?: number
}
export interface Writer {
  username: string
  display_name: string
}
interface Shelf extends DBSchema {
  waiting: { key: number; value: Entry & { nr?: number } }
  refused: { key: number; value: Entry & { nr?: number; why: string } }
}

/** What waits of the keeper who is signed in; and whose else waits in this browser. */
export const waiting = ref<Entry[]>([])
export const others = ref<{ name: string; count: number }[]>([])
export const refused = ref<(Entry & { nr?: number; why: string })[]>([])

let whoIsHere: () => Writer | null = () => null
/** How often the server may fail on one entry before it steps aside for the rest. */
const MOST_FAILURES = 3

const isMine = (entry: Entry) => !entry.keeper || entry.keeper.username === whoIsHere()?.username

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
  const [waits, not] = [await db.getAll('waiting'), await db.getAll('refused')]
  waiting.value = waits.filter(isMine)
  refused.value = not.filter(isMine)
  const names = [...waits, ...not].flatMap((e) => (isMine(e) || !e.keeper ? [] : [e.keeper.display_name]))
  others.value = [...new Set(names)].map((name) => ({ name, count: names.filter((n) => n === name).length }))
}

function form(entry: Entry, photo: Blob): FormData {
  const made = new FormData()
  for (const [name, value] of Object.entries(entry.body)) made.append(name, String(value))
  made.append('file', photo, 'photo.jpg')
  return made
}

type Sent = 'sent' | 'offline' | 'failed' | { why: string }
/** the server is away, being renewed or full: nothing is wrong with the entry */
const AWAY = [502, 503, 504, 507]
async function post(entry: Entry): Promise<Sent> {
  let answer: Response
  try {
    answer = await fetch(entry.path, {
      method: 'POST',
      credentials: 'same-origin',
      headers: {
        ...(entry.photo ? {} : { 'Content-Type': 'application/json' }),
        'X-CSRFToken': cookie('csrftoken'),
        // the server refuses it where somebody else is signed in by now
        ...(entry.keeper ? { 'X-Written-By': encodeURIComponent(entry.keeper.username) } : {}),
      },
      body: entry.photo ? form(entry, entry.photo) : JSON.stringify(entry.body),
    })
  } catch {
    return 'offline'
  }
  if (answer.ok) return 'sent'
  // not signed in any more, or the server itself in trouble: what is written waits
  if (answer.status === 401 || AWAY.includes(answer.status)) return 'offline'
  if (answer.status >= 500) return 'failed'
  const problem = (await answer.json().catch(() => ({}))) as { detail?: string; type?: string }
  if (problem.type === 'urn:pennywort:another-keeper') return 'offline'
  return { why: problem.detail ?? texts.NOT_TAKEN }
}

/** An entry without what became of it. */
function asWritten({ path, body, words, at, photo, keeper }: Entry): Entry {
  return { path, body, words, at, ...(photo ? { photo } : {}), ...(keeper ? { keeper } : {}) }
}

function signed(): { keeper?: Writer } {
  const here = whoIsHere()
  return here ? { keeper: { username: here.username, display_name: here.display_name } } : {}
}

/**
 * Write an entry: kept first, sent at once if it can be. Its time is its own, else now (none where its kind has none:
 * `timed`); its id its own, else a new one.
 */
export async function write(
  path: string,
  body: Record<string, unknown>,
  words: string,
  timed = true,
): Promise<void> {
  const at = nowDate().toISOString()
  const db = await shelf()
  const id = typeof body['write_id'] === 'string' ? body['write_id'] : newWriteId()
  const happened_at = typeof body['happened_at'] === 'string' ? body['happened_at'] : at
  const whole = { ...body, write_id: id, ...(timed ? { happened_at } : {}) }
  await db.add('waiting', { path, words, at, ...signed(), body: whole })
  await read()
  await flush()
}

/** Keep a picture, sent at once if it can be. It was taken now. */
export async function writePhoto(path: string, photo: Blob, words: string): Promise<void> {
  const at = nowDate().toISOString()
  const db = await shelf()
  await db.add('waiting', {
    path,
    words,
    at,
    photo,
    ...signed(),
    body: { write_id: newWriteId(), taken_at: at },
  })
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
      if (!entry || !isMine(entry)) continue
      let sent = await post(entry)
      if (sent === 'offline') break
      if (sent === 'failed') {
        const failed = (entry.failed ?? 0) + 1
        if (failed < MOST_FAILURES) {
          await db.put('waiting', { ...entry, failed })
          break
        }
        sent = {
          why: texts.failedOnIt(failed),
        }
      }
      const moved = db.transaction(['waiting', 'refused'], 'readwrite')
      if (sent !== 'sent') {
        // a picture that was refused is kept with it, until somebody forgets it
        await moved.objectStore('refused').add({ ...asWritten(entry), why: sent.why })
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

/** Discard one entry that the server refused, with its picture. */
export async function discard(nr: number): Promise<void> {
  await (await shelf()).delete('refused', nr)
  await read()
}

/** Look again what waits: somebody else signed in. */
export const readAgain = read

/** Send what was refused once more, as it was: the fish, the tank or the server may be another by now. */
export async function tryAgain(nr: number): Promise<void> {
  const db = await shelf()
  const found = await db.get('refused', nr)
  if (!found) return
  const moved = db.transaction(['waiting', 'refused'], 'readwrite')
  await moved.objectStore('waiting').add(asWritten(found))
  await moved.objectStore('refused').delete(nr)
  await moved.done
  await read()
  await flush()
}

const EVERY_MS = 10_000
/**
 * Begin to watch the connection. ``here``: who is signed in; ``sent`` is told when something arrived; ``sure``: whether the server
 * has said who is signed in, or says so now.
 */
export function startOutbox(here: () => Writer | null, sent: () => void, sure: () => Promise<boolean>): void {
  whoIsHere = here
  const again = async () => {
    if (waiting.value.length && (await sure()) && (await flush())) sent()
  }
  void read().then(again)
  window.addEventListener('online', () => void again())
  setInterval(() => void again(), EVERY_MS)
}
