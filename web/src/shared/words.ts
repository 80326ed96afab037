/** What the scripts of “shared” say, of plain values; what stands in a page is said by the page. */
export const TAP = 'tap with each breath'
export const changedAndPutBack = (share: string | number, back: string | number) =>
  `Changed ${share}, put back ${back}`
export const NOW_IF_EMPTY = 'now, if left empty'
export const NOT_TAKEN = 'The server would not take it.'
export const failedOnIt = (times: string | number) =>
  `The server failed on it ${times} times. It stays here until you try again or discard it.`
export const ANOTHER_STRENGTH = 'another, as its label says'
export const WRITE_IT_LIKE = 'Write it like 24 Nov, 24 Nov 2026 or 2026-11-24'
export const noDay = (how: string | number) => `This can’t be read as a day. ${how}.`
export const noDayAndHour = (how: string | number) =>
  `This can’t be read as a day and an hour. ${how}, with the hour behind it like 21:30.`
export const HOUR_OR_DAY = 'This may be an hour or a day. Write 9:10 for the hour, 9 Oct for the day.'
export const DAY_OR_YEAR =
  'This may be a day or a year. Write the year in full, like Nov 2027 or 24 Nov 2027.'
export const NO_SUCH_HOUR = 'There is no such hour.'
export const DAY_OR_MONTH = 'Day and month can be taken two ways here. Write the month by its name.'
export const withTheYear = (date: string | number) => `Write the year with it, if you mean ${date}.`
export const NO_SUCH_DAY = 'There is no such day.'
export const TOO_FAR_BACK = 'That lies too far back.'
export const TOO_FAR_AHEAD = 'That lies too far ahead.'
export const IN_THE_FUTURE = 'That lies in the future.'
export const CLOCKS_WENT_FORWARD = 'There was no such hour that night: the clocks went forward.'
