import createClient, { type Middleware } from 'openapi-fetch'
import type { components, paths } from './schema'
import * as texts from './words'

declare global {
  /** what the page itself asked, before any script was read (`shared/early.ts`) */
  var askedEarly: { path: string; asked: Promise<Response>; at: number }[] | undefined
}

export type Schemas = components['schemas']

/** RFC 9457 problem document, as the server words it for the keeper. */
export interface ProblemBody {
  type: string
  title: string
  status: number
  detail: string
  field?: string
  by?: string
  at?: string
}

export class Problem extends Error {
  readonly body: ProblemBody
  constructor(body: ProblemBody) {
    super(body.detail)
    this.body = body
  }
  get kind(): string {
    return this.body.type.replace('urn:pennywort:', '')
  }
}

/** A cookie of this page; empty where there is none. */
export function cookie(name: string): string {
  const found = document.cookie.split('; ').find((part) => part.startsWith(`${name}=`))
  return found ? decodeURIComponent(found.slice(name.length + 1)) : ''
}

const guard: Middleware = {
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-CSRFToken', cookie('csrftoken'))
    return request
  },
}

const EARLY_MS = 10_000
/** What was asked before the page was there that wants it: it takes this answer, once, where it asks for the very same within seconds. */
const early = new Map(
  (globalThis.askedEarly ?? []).map((one) => [new URL(one.path, location.origin).href, one]),
)

function begun(request: Request): Promise<Response> | undefined {
  const found = request.method === 'GET' ? early.get(request.url) : undefined
  early.delete(request.url)
  return found && Date.now() - found.at < EARLY_MS ? found.asked : undefined
}

const TRIES = 3
/** Where somebody's long work holds the record nothing was written, and each write has its id: ask again when the server says. */
async function patient(request: Request): Promise<Response> {
  for (let tried = 1; ; tried += 1) {
    const got = await (begun(request) ?? globalThis.fetch(request.clone()))
    const after = Number(got.headers.get('Retry-After'))
    if (got.status !== 503 || !after || tried === TRIES) return got
    await new Promise((resolve) => setTimeout(resolve, after * 1000))
  }
}

export const api = createClient<paths>({
  baseUrl: '/',
  credentials: 'same-origin',
  fetch: patient,
})
api.use(guard)

export interface Answer<T> {
  data?: T
  error?: unknown
  response: Response
}

/** The data of an answer, or its problem thrown. A dropped connection becomes a problem too. */
export async function answer<T>(call: Promise<Answer<T>>): Promise<T> {
  let got: Answer<T>
  try {
    got = await call
  } catch {
    throw new Problem({
      type: 'urn:pennywort:offline',
      title: 'No connection',
      status: 0,
      detail: texts.NO_CONNECTION,
    })
  }
  if (got.response.ok && got.data !== undefined) return got.data
  const body = got.error as Partial<ProblemBody> | undefined
  throw new Problem({
    type: body?.type ?? 'urn:pennywort:accident',
    title: body?.title ?? 'Our mistake',
    status: got.response.status,
    detail: body?.detail ?? texts.SOMETHING_BROKE,
    field: body?.field,
    by: body?.by,
    at: body?.at,
  })
}

/** An id for one write, made here so that pressing twice records once. */
export function newWriteId(): string {
  return crypto.randomUUID()
}
