/** What “round” says: each sentence once, of plain values, in one place. */
export const theRoundIsDone = (waiting: number) =>
  waiting ? `The round is done; ${waiting} entries wait to be sent.` : 'The round is done.'
export const FROM_THE_FIRST_TANK = 'From the first tank again'
export const washHandsAfterIt = (why: string | number) => `${why} Wash hands after it.`
export const RECORD_THESE_ON_TODAY = 'record these on Today'
export const ONE_MORE_LOST = 'one more lost'
export const ofTanksWalkedToday = (walked: string | number, length: string | number) =>
  `${walked} of ${length} tanks walked today.`
export const NO_FISH_ARE_IN = 'No fish are in this house yet.'
export const WRITE_IT_DOWN_NEXT = 'Write it down, next tank'
