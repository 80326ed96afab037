import { QueryClient, QueryObserver } from '@tanstack/vue-query'
import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'
import { COVER, FIRST_WORDS, showWords, type FirstWords } from '@/shared/firstWords'
import { useSession } from '@/shared/session'
import { painted } from '@/testing/mount'
import { keepWords } from './keepWords'

const ROOM = 'a1b2'
const answer = (told: unknown, status = 200) => ({
  path: `/api/rooms/${ROOM}/today`,
  asked: Promise.resolve(new Response(JSON.stringify(told), { status })),
})
const FIRST: FirstWords = {
  at: 1,
  room: ROOM,
  wide: innerWidth,
  high: innerHeight,
  night: false,
  looks: ['color:rgb(1, 2, 3)', 'color:rgb(4, 5, 6)'],
  words: [
    { text: 'Measure', look: 0, x: 12, y: 800 },
    { text: '', says: 'sentence', look: 1, x: 16, y: 40, width: 300 },
  ],
}
/** Once the page is painted, and what is kept of it. */
async function stands() {
  await painted()
  await painted()
}
const cover = () => document.getElementById(COVER)
const kept = () =>
  Object.entries({ ...localStorage })
    .filter(([name]) => name.startsWith(FIRST_WORDS))
    .map(([name, value]) => [name.split(' ').at(-1), JSON.parse(value) as FirstWords] as const)

beforeEach(() => {
  localStorage.clear()
  document.body.innerHTML = ''
  document.documentElement.className = ''
})
afterEach(() => vi.restoreAllMocks())

describe('the words of a page’s last visit', () => {
  it('stand at their places before it is there, and what its first answer says in theirs', async () => {
    showWords(FIRST, COVER, answer({ sentence: 'Nine due.', secret: 'no' }))
    const [word, sentence] = [...cover()!.children] as HTMLElement[]
    expect([word!.textContent, word!.style.left, word!.style.top, word!.style.whiteSpace]).toEqual([
      'Measure',
      '12px',
      '800px',
      'nowrap',
    ])
    expect([sentence!.textContent, sentence!.style.width, sentence!.style.color]).toEqual([
      '',
      '300px',
      'rgb(4, 5, 6)',
    ])
    expect(cover()!.inert).toBe(true)
    await flushPromises()
    expect(cover()!.textContent).toBe('MeasureNine due.')
  })

  it('leave the place of an answer empty where it is refused, is no text or does not come', async () => {
    const none = { ...answer({}), asked: () => Promise.reject<Response>(new Error('no line')) }
    for (const first of [answer({ sentence: 'Sign in.' }, 401), answer({ sentence: 9 }), none]) {
      document.body.innerHTML = ''
      const asked = typeof first.asked === 'function' ? first.asked() : first.asked
      showWords(FIRST, COVER, { ...first, asked })
      await flushPromises()
      expect(cover()!.textContent).toBe('Measure')
    }
  })

  it('are not shown of another fishroom, by another light or in a window of another size', () => {
    showWords(FIRST, COVER, { ...answer({}), path: '/api/rooms/other/today' })
    showWords({ ...FIRST, wide: innerWidth + 1 }, COVER, answer({}))
    showWords({ ...FIRST, high: innerHeight - 1 }, COVER, answer({}))
    showWords({ ...FIRST, night: true }, COVER, answer({}))
    expect(cover()).toBeNull()
  })
})

describe('what is kept of a page', () => {
  const page = `<div id="app"><a data-word>Measure</a><p data-says="sentence" style="padding: 0 4px">Nine due.</p><b>12 mL</b></div>`

  async function open(path: string, rehearsal = false) {
    history.replaceState(null, '', path)
    setActivePinia(createPinia())
    const room = { uid: ROOM, name: 'Reed', rehearsal } as never
    useSession().state = { keeper: { rooms: [room] } } as never
    if (rehearsal) useSession().enterRoom(ROOM)
    vi.stubGlobal('requestIdleCallback', (then: () => void) => then())
    vi.spyOn(Range.prototype, 'getClientRects').mockReturnValue([
      new DOMRect(10, 20, 60, 16),
    ] as unknown as DOMRectList)
    vi.spyOn(Element.prototype, 'getBoundingClientRect').mockReturnValue(new DOMRect(6, 20, 300, 40))
    document.elementFromPoint = () => document.querySelector('#app')
    vi.spyOn(Element.prototype, 'contains').mockReturnValue(true)
    const queries = new QueryClient()
    const router = createRouter({
      history: createMemoryHistory(),
      routes: [{ path: '/:all(.*)*', component: { render: () => null } }],
    })
    keepWords(router, queries)
    return { queries, go: () => router.push(path) }
  }

  it('are its own words and where they stand: nothing of the record', async () => {
    document.body.innerHTML = page
    const { go } = await open('/')
    await go()
    await stands()
    expect(kept().map(([path, first]) => [path, first.room, first.words])).toEqual([
      [
        '/',
        ROOM,
        [
          { text: 'Measure', look: 0, x: 10, y: 20 },
          { text: '', says: 'sentence', look: 0, x: 10, y: 20, width: 292 },
        ],
      ],
    ])
    expect(JSON.stringify(kept())).not.toMatch(/due|12/)
  })

  it('is of pages that open early, of one’s own fishroom', async () => {
    document.body.innerHTML = page
    for (const [path, rehearsal] of [
      ['/settings', false],
      ['/', true],
    ] as const) {
      const { go } = await open(path, rehearsal)
      await go()
      await stands()
    }
    expect(kept()).toEqual([])
  })

  it('is of the last eight, and of this build', async () => {
    document.body.innerHTML = page
    localStorage.setItem(`${FIRST_WORDS}/static/old.js /`, JSON.stringify(FIRST))
    for (let i = 0; i < 9; i++) {
      const { go } = await open(`/look/${i}`)
      vi.spyOn(Date, 'now').mockReturnValue(1000 + i)
      await go()
      await stands()
    }
    expect(
      kept()
        .map(([path]) => path)
        .sort(),
    ).toEqual([1, 2, 3, 4, 5, 6, 7, 8].map((i) => `/look/${i}`))
  })

  it('covers the page until its first answers are here, or it is touched', async () => {
    const before = `${page}<div id="${COVER}"></div>`
    document.body.innerHTML = before
    const { queries, go } = await open('/')
    let come: (told: number) => void = () => {}
    const asked = new QueryObserver(queries, {
      queryKey: ['today'],
      queryFn: () => new Promise<number>((then) => (come = then)),
    })
    const stop = asked.subscribe(() => {})
    await go()
    await painted()
    expect(cover()).not.toBeNull()
    come(1)
    await stands()
    expect(cover()).toBeNull()
    stop()

    document.body.innerHTML = before
    await open('/')
    expect(cover()).not.toBeNull()
    window.dispatchEvent(new Event('pointerdown'))
    expect(cover()).toBeNull()
  })
})
