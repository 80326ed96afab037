/** What “baths” says: each sentence once, of plain values, in one place. */
export const overItsTime = (clock: string | number) => `${clock} over its time`
export const DAY_AND_HOUR = 'day and hour'
export const OTHER_WATER_TDS = 'Other water, TDS'
export const OR_S_CM_OR = 'or µS/cm, or sea salt below'
export const THEIR_TANK_TDS = 'Their tank, TDS'
export const OTHER_WATER_SEA_SALT = 'Other water, sea salt'
export const THEIR_TANK_SEA_SALT = 'Their tank, sea salt'
export const HOW_MANY_TURNS_OF = 'How many turns of fish'
export const MATCH_THE_WATERS = 'match the waters'
export const THE_STRIP_SHOWS = 'The strip shows'
export const NO_MORE_FISH_END = 'no more fish, end here'
export const WHAT_IT_ADVISES_FOR = 'What it advises for the days after stands on Today.'
export const A_BATH_OR_A = 'A bath or a swab'
export const MADE_READY_BESIDE_THE =
  'Made ready beside the tank, matched with their water, and timed by the clock of the house.'
export const MAKE_ONE_READY = 'Make one ready'
export const WHICH_BATH_DIP_OR = 'which bath, dip or swab'
export const WATER_IN_THE_VESSEL = 'Water in the vessel'
export const MINUTES_AT_MOST = 'Minutes at most'
export const I_READ_THE_LABEL =
  'I read the label twice; the strength is the one chosen, gloves and goggles are on.'
export const MAKE_IT_READY = 'Make it ready'
export const PRESS_EACH_TIME_YOU = 'press each time you see it'
export const lidOnAirOn = (within_reach: string | number) => `${within_reach} Lid on, air on.`
export const IS_THE_MIX_STILL = 'Is the mix still good?'
export const turnFishIn = (turn: string | number) => `Turn ${turn}: fish in`
export const ENDED_BEFORE_ANY_FISH = 'Ended before any fish went in.'
export const FISH_IN_IT_NOW = 'fish in it now'
export const TAKE_THEM_OUT = 'take them out'
export const publishedWhatTheCourse = (minutes: string | number) =>
  `${minutes} published; what the course says, if left empty`
export const publishedTheShortestIf = (minutes: string | number) =>
  `${minutes} published; the shortest, if left empty`
export const PRESS_ONCE_MORE = 'press once more'
export const outAtMinutesNever = (minutes: string | number, most: string | number) =>
  `out at ${minutes} minutes, never past ${most}`
export const STOP_IT_AT_ONCE = 'stop it at once'
export const OUT_AT_ONCE = 'out at once'
