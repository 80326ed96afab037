/** What the scripts of “look” say, of plain values; what stands in a page is said by the page. */
export const KILLS_IN_HOURS = 'kills in hours'
export const TAKES_WEEKS = 'It takes weeks.'
export const WHOLE_GROUP = 'the whole group'
export const BETTER_THAN_AT_FIRST = 'better than at first'
export const AS_AT_FIRST = 'as at first'
export const MIXED_SINCE = 'mixed since the first look'
export const WORSE_THAN_AT_FIRST = 'worse than at first'
export const NOT_LOOKED_AT = 'not looked at'
export const GATE_HALF_OPEN = 'gate half open'
export const ON_ARRIVAL = 'On arrival, from top to tail'
export const KEEP_INSPECTION = 'Keep this inspection'
export const KEEP_LOOK = 'Keep this look'
export const keepChanged = (same: string | number, changed: string | number) =>
  `Keep it: ${same} as before, ${changed} changed`
export const keepSame = (same: string | number) => `Keep it: all ${same} as before`
export const A_TORCH = 'a torch in the dark'
export const A_CLEAR_BOX = 'the fish in a clear box'
export const WAS_NOT_THERE = 'was not there'
