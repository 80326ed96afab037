/** What “contacts” says: each sentence once, of plain values, in one place. */
export const LIST_A_THING = 'A thing is listed'
export const WENT_OVER = 'Water or hands went over'
export const WHAT_GOES_FROM_TANK = 'What goes from tank to tank carries what is in them.'
export const NOTHING_IS_LISTED_A =
  'Nothing is listed. A net, a siphon, a bucket, a sponge: each with the tank it belongs to. Used elsewhere, it is one press, and the trace from a sick tank knows of it.'
export const IT_IS_HERE_AGAIN = 'it is here again'
export const CONTACTS_BETWEEN_TANKS_DAY = 'Contacts between tanks, day by day'
export const SINCE_IT_MAY_HAVE = 'since it may have carried it, if left empty'
export const TRACE_FROM_THERE = 'Trace from there'
export const A_WHOLE_LINE_FISH =
  'A whole line: fish or water went over, surely. A broken one: wet gear, perhaps. A dotted one: dried gear or hands, hardly. Coarse, by common practice; no chance is claimed.'
export const touchedNothingByThe = (list: string | number) => `Touched nothing, by the record: ${list}.`
export const BY_THE_RECORD_NOTHING =
  'By the record nothing went from here to another tank. What nobody wrote down is not in it: nets, siphons, a splash, a hand.'
export const WHERE_IT_MAY_HAVE = 'Where it may have come from'
export const WHAT_CAME_IN_BEFORE = 'What came in before'
export const IT_IS_DISINFECTED = 'It is disinfected'
export const GEAR_AND_WHAT_IT = 'Gear, and what it touched'
export const IT_HAPPENED_ALL_THE = 'It happened all the same'
export const BELONGS_TO_NO_TANK = ', belongs to no tank'
export const isThrownAway = (name: string | number) => `${name} is thrown away`
export const itIsHereAgain = (name: string | number) => `it is here again: ${name}`
export const HERE_IT_IS = 'here it is'
export const LOOK_AT_THEM_EVERY = 'Look at them every day, at the skin and the breath first.'
export const itIsDisinfected = (name: string | number) => `It is disinfected: ${name}`
