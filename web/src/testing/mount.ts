import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { flushPromises, mount, type ComponentMountingOptions } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import PrimeVue from 'primevue/config'
import ToastService from 'primevue/toastservice'
import { vi } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'
import { useSession } from '@/shared/session'

export const ROOM = '00000000-0000-4000-8000-000000000001'

export interface Call {
  method: string
  path: string
  body: Record<string, unknown>
  headers: Headers
}

/** Once the next frame is painted, and what waited for it is done. */
export async function painted() {
  await new Promise((then) => requestAnimationFrame(() => setTimeout(then)))
  await flushPromises()
}

/** Answers the next requests from a list, and keeps what was asked. `'offline'` drops the connection. */
export function fakeServer(answers: ({ status?: number; json: unknown } | 'offline')[]) {
  const calls: Call[] = []
  const queue = [...answers]
  vi.stubGlobal('fetch', async (request: Request) => {
    const text = request.method === 'GET' ? '' : await request.clone().text()
    calls.push({
      method: request.method,
      path: new URL(request.url).pathname,
      body: text ? JSON.parse(text) : {},
      headers: request.headers,
    })
    const next = queue.shift() ?? { json: {} }
    if (next === 'offline') throw new TypeError('Failed to fetch')
    const status = next.status ?? 200
    const type = status >= 400 ? 'application/problem+json' : 'application/json'
    return new Response(JSON.stringify(next.json), { status, headers: { 'Content-Type': type } })
  })
  return calls
}

export function problem(kind: string, detail: string, more: Record<string, unknown> = {}) {
  return { status: 422, json: { type: `urn:pennywort:${kind}`, title: kind, status: 422, detail, ...more } }
}

/** Mount a component as the app does, with a keeper signed in to one fishroom. */
export function show<C>(component: C, options: ComponentMountingOptions<C> = {}) {
  // every page of a test is a visit of its own
  history.replaceState(null, '')
  const pinia = createPinia()
  setActivePinia(pinia)
  useSession().take({
    needs_set_up: false,
    keeper: {
      display_name: 'Maren V.',
      username: 'maren',
      cautions_read: true,
      preferences: {
        volume_unit: 'l',
        temperature_unit: 'c',
        mass_unit: 'g',
        length_unit: 'cm',
        kit_basis: 'ion',
        night: false,
        allergies: [],
      },
      rooms: [
        {
          uid: ROOM,
          name: 'Alder Lock',
          law: '',
          time_zone: 'UTC',
          role: 'owner',
          rehearsal: false,
          ahead_s: 0,
        },
      ],
    },
  })
  const anywhere = { template: '<i />' }
  const names = [
    'today',
    'tanks',
    'tank',
    'look',
    'look-at',
    'courses',
    'course-for',
    'records',
    'case',
    'condition',
    'worksheet',
    'formulary',
    'days',
    'measure',
    'shelf',
  ]
  const router = createRouter({
    history: createMemoryHistory(),
    routes: names.map((name) => ({
      name,
      path: `/${name}/:tank?/:group?/:case?/:condition?`,
      component: anywhere,
      meta: { title: name },
    })),
  })
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  return mount(
    component as never,
    {
      attachTo: document.body,
      ...(options as object),
      global: {
        plugins: [pinia, router, PrimeVue, ToastService, [VueQueryPlugin, { queryClient: client }]],
      },
    } as never,
  ) as ReturnType<typeof mount>
}
