/** What a page said of its own when it last stood: kept by its address, for this browser, and painted before any script is read. */
export const FIRST_WORDS = 'pennywort-words '
/** The element that shows them. */
export const COVER = 'kept-words'

/** A word of a page at its place, in CSS pixels of the window; `says` names what an answer puts in its stead: nothing of the record is kept. */
export interface Word {
  text: string
  says?: string
  look: number
  x: number
  y: number
  /** where it may take several lines */
  width?: number
}
export interface FirstWords {
  /** when it was kept, in milliseconds */
  at: number
  /** the fishroom it was of */
  room: string
  wide: number
  high: number
  night: boolean
  /** by the number that a word names */
  looks: string[]
  words: Word[]
}

/**
 * Show them over the page that is still being made. Written into the page as it stands here (`vite.config.ts`): it knows nothing but what it is
 * given. `first` is what the page asks first.
 */
export function showWords(
  kept: FirstWords,
  cover: string,
  first: { path: string; asked: Promise<Response> },
): void {
  const night = document.documentElement.classList.contains('night')
  if (!first.path.includes(kept.room) || kept.night !== night) return
  if (kept.wide !== innerWidth || kept.high !== innerHeight) return
  const sheet = document.createElement('div')
  sheet.id = cover
  sheet.inert = true
  const said: [HTMLElement, string][] = []
  for (const word of kept.words) {
    const place = document.createElement('span')
    place.style.cssText = `${kept.looks[word.look]};left:${word.x}px;top:${word.y}px;${word.width ? `width:${word.width}px` : 'white-space:nowrap'}`
    if (word.says) said.push([place, word.says])
    else place.textContent = word.text
    sheet.append(place)
  }
  document.body.append(sheet)
  first.asked
    .then((a) => (a.ok ? a.clone().json() : {}))
    .then((told: Record<string, unknown>) => {
      for (const [place, name] of said) if (typeof told[name] === 'string') place.textContent = told[name]
    })
    .catch(() => {})
}
