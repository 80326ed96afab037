import { createEmptyCard, fsrs, Rating, type Card } from 'ts-fsrs'

/** What one keeper has learnt of each pair of look-alikes: when it comes again (FSRS), how often it was seen and told apart. */
export interface Learnt {
  card: Card
  seen: number
  right: number
}
export type Book = Record<string, Learnt>

// the same answers give the same days: nothing is shuffled behind a keeper's back
const scheduler = fsrs({ enable_fuzz: false })

/** The book after an answer at an instant: what was confused comes again within a minute or so, what was told apart later each time. */
export function noted(book: Book, pair: string, right: boolean, now: Date): Book {
  const before = book[pair] ?? { card: createEmptyCard(now), seen: 0, right: 0 }
  const { card } = scheduler.next(before.card, now, right ? Rating.Good : Rating.Again)
  return { ...book, [pair]: { card, seen: before.seen + 1, right: before.right + (right ? 1 : 0) } }
}

/** Which comes next: what is due, the longest overdue first; then what was never seen; then what is due soonest. Never one twice running. */
export function nextPair(pairs: string[], book: Book, now: Date, last = ''): string {
  const others = pairs.length > 1 ? pairs.filter((p) => p !== last) : pairs
  const due = (p: string) => book[p]?.card.due.getTime() ?? 0
  const known = others.filter((p) => book[p]).sort((a, b) => due(a) - due(b))
  const overdue = known.find((p) => due(p) <= now.getTime())
  return overdue ?? others.find((p) => !book[p]) ?? known[0] ?? ''
}

const PREFIX = 'pennywort-eye '

/** What this browser keeps for a keeper; an empty book where it keeps nothing, or nothing that can be read. */
export function readBook(keeper: string): Book {
  try {
    const kept = JSON.parse(localStorage.getItem(PREFIX + keeper) ?? '{}') as Book
    for (const one of Object.values(kept)) {
      one.card.due = new Date(one.card.due)
      if (one.card.last_review) one.card.last_review = new Date(one.card.last_review)
      if (Number.isNaN(one.card.due.getTime()) || !Number.isFinite(one.seen)) return {}
    }
    return kept
  } catch {
    return {}
  }
}

export function keepBook(keeper: string, book: Book): void {
  try {
    localStorage.setItem(PREFIX + keeper, JSON.stringify(book))
  } catch {
    // no room, or storage is refused: it is learnt for this sitting
  }
}
