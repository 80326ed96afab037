import type { QueryClient } from '@tanstack/vue-query'
import { nextTick } from 'vue'
import type { Router } from 'vue-router'
import { afterPaint } from '@/shared/afterPaint'
import { EARLY } from '@/shared/early'
import { COVER, FIRST_WORDS, type FirstWords, type Word } from '@/shared/firstWords'
import { useSession } from '@/shared/session'

/** the words of so many pages are kept */
const PAGES = 8
/** no page stays under the words of its last visit for longer, whatever it waits for */
const LONGEST_MS = 2500
const BARE = 'rgba(0, 0, 0, 0)'
const BUILD = `${FIRST_WORDS}${new URL(import.meta.url).pathname} `

/** Words of a page’s own are kept and shown as it opens next; they go as soon as it stands, or is touched. */
export function keepWords(router: Router, queries: QueryClient): void {
  const cover = document.getElementById(COVER)
  const uncover = () => cover?.remove()
  if (cover) {
    setTimeout(uncover, LONGEST_MS)
    for (const touch of ['pointerdown', 'keydown', 'wheel'])
      window.addEventListener(touch, uncover, { once: true, capture: true, passive: true })
  }
  router.afterEach(async (to) => {
    await nextTick()
    await still(queries)
    afterPaint(() => {
      uncover()
      if (router.currentRoute.value === to && EARLY.some(({ at }) => new RegExp(at).test(location.pathname)))
        whenIdle(keep)
    })
  })
}

const whenIdle = (then: () => void) =>
  'requestIdleCallback' in window ? requestIdleCallback(then, { timeout: 5000 }) : setTimeout(then, 1000)

/** Once every first answer that the page waits for is here. */
function still(queries: QueryClient): Promise<void> {
  const cache = queries.getQueryCache()
  const waits = () =>
    cache
      .getAll()
      .some((q) => q.isActive() && q.state.status === 'pending' && q.state.fetchStatus === 'fetching')
  return new Promise((done) => {
    if (!waits()) return done()
    const stop = cache.subscribe(() => {
      if (waits()) return
      stop()
      done()
    })
  })
}

function keep(): void {
  const session = useSession()
  // a page that was scrolled stands elsewhere when it opens; another fishroom's rail has other colours
  if (scrollY || !session.room || session.room.rehearsal || document.querySelector('[role=dialog]')) return
  const looks: string[] = []
  const words: Word[] = []
  for (const element of document.querySelectorAll<HTMLElement>('#app [data-word], #app [data-says]')) {
    const word = wordOf(element, looks)
    if (word) words.push(word)
  }
  const night = document.documentElement.classList.contains('night')
  const kept: FirstWords = {
    at: Date.now(),
    room: session.room.uid,
    wide: innerWidth,
    high: innerHeight,
    night,
    looks,
    words,
  }
  try {
    const name = `${BUILD}${location.pathname}${location.search}`
    const all = Object.keys(localStorage).filter((key) => key.startsWith(FIRST_WORDS))
    const ofBuild = all.filter((key) => key.startsWith(BUILD) && key !== name)
    const last = ofBuild.sort((a, b) => keptAt(b) - keptAt(a)).slice(0, PAGES - 1)
    for (const key of all) if (!last.includes(key)) localStorage.removeItem(key)
    localStorage.setItem(name, JSON.stringify(kept))
  } catch {
    // no room, or storage is refused: the page opens without them
  }
}

const keptAt = (name: string) => (JSON.parse(localStorage.getItem(name) ?? '{}') as FirstWords).at

/** Where a word stands and how it looks; null where it is not seen in the first window. */
function wordOf(element: HTMLElement, looks: string[]): Word | null {
  const own = [...element.childNodes].find(
    (node) => node.nodeType === Node.TEXT_NODE && node.nodeValue?.trim(),
  )
  if (!own) return null
  const range = document.createRange()
  range.selectNodeContents(own)
  const lines = [...range.getClientRects()]
  const line = lines[0]
  if (!line?.width) return null
  // what lies under a bar, or outside, is not seen
  const seen = document.elementFromPoint(line.left + 1, (line.top + line.bottom) / 2)
  if (!seen || !element.contains(seen)) return null
  const style = getComputedStyle(element)
  const height = parseFloat(style.lineHeight) || line.height
  const look = [
    `color:${inkOf(style)}`,
    `font:${style.fontWeight} ${style.fontSize}/${height}px ${style.fontFamily}`,
    `letter-spacing:${style.letterSpacing}`,
    `text-align:${style.textAlign}`,
  ].join(';')
  if (!looks.includes(look)) looks.push(look)
  const says = element.dataset.says
  const box = element.getBoundingClientRect()
  const left = box.left + parseFloat(style.paddingLeft)
  const wraps = says || lines.some((l) => l.top > line.top + height / 2)
  return {
    text: says ? '' : (own.nodeValue ?? '').trim(),
    ...(says ? { says } : {}),
    look: looks.indexOf(look),
    y: line.top - (height - line.height) / 2,
    ...(wraps ? { x: left, width: box.right - parseFloat(style.paddingRight) - left } : { x: line.left }),
  }
}

/** What stands on a ground of its own, as on a dark button, stands on the page’s here. */
function inkOf(style: CSSStyleDeclaration): string {
  return style.backgroundColor === BARE ? style.color : getComputedStyle(document.body).color
}
