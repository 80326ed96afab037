/** What the scripts of “courses” say, of plain values; what stands in a page is said by the page. */
export const NOTHING_SEEN = 'nothing seen: on arrival, or watched'
export const BATH_OR_SWAB = 'bath, swab'
export const WARMTH_OR_SALINITY = 'warmth, salinity'
export const MOVE = 'move, medicine out'
export const LEAVE_CHANGES = 'Leave what you changed here?'
export const DAYS_BY_LABEL = 'days as its label says'
export const daysOfWatching = (days: string | number) => `${days} days of watching`
export const thenWatched = (treated: number, watched: number) =>
  `${treated} ${treated === 1 ? 'day' : 'days'}, watched to day ${watched}`
