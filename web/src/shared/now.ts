/**
 * The instant at which something is pressed, on the clock of the open fishroom: one to rehearse in runs ahead of the world's by
 * what was waited there.
 */
let aheadMs = 0

export function runAhead(seconds: number): void {
  aheadMs = seconds * 1000
}

export function nowMs(): number {
  return Date.now() + aheadMs
}

export function nowDate(): Date {
  return new Date(nowMs())
}
