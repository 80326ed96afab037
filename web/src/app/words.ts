/** What “app” says: each sentence once, of plain values, in one place. */
export const NOTHING_IS_WRITTEN = 'nothing here is written to a tank of yours'
export const TO_THE_PAGE = 'To the page'
export const YOU_BELONG_TO_NO = 'You belong to no fishroom. Ask its owner to let you in.'
export const BEFORE_YOU_BEGIN = 'Before you begin'
export const I_HAVE_READ_THIS = 'I have read this'
export const UNITS_NIGHT_PEOPLE = 'units, night, people'
export const notArrivedYet = (n: number) => `${n} ${n === 1 ? 'entry has' : 'entries have'} not arrived yet.`
export const waitInThisBrowser = (n: number, whose: string) =>
  `${n} ${n === 1 ? 'entry' : 'entries'} of ${whose} ${n === 1 ? 'waits' : 'wait'} in this browser.`
export const goInNoOtherName = (n: number, whose: string) =>
  `${n === 1 ? 'It goes' : 'They go'} out in no other name: when ${whose} signs in here.`
export const waitInOrder = (n: number) =>
  n === 1 ? 'It waits here with its own time.' : 'They wait here, in order and with their own time.'
export const notTaken = (words: string, at: string, why: string) => `Not taken: ${words} (${at}): ${why}`
export const THIS_IS_A_REHEARSAL = 'This is a rehearsal'
export const LOOK_FOR_WORDS_IN = 'look for words in the whole record'
export const NIGHT_COLOURS_AND_DAY = 'night colours, and day again'
export const ON_LOOK_FROM_SIGN = 'on Look: from sign to sign'
export const ON_LOOK_SEEN = 'on Look: seen'
export const ON_LOOK_NOT_THERE = 'on Look: not there'
export const ON_LOOK_NOT_LOOKED = 'on Look: not looked at'
export const ON_LOOK_THE_REST = 'on Look: the rest here is not there'
export const ON_LOOK_THE_PLACE = 'on Look: the place before, the next place'
export const ON_LOOK_BACK_TO = 'on Look: back to the short list'
export const ON_LOOK_KEEP_IT = 'on Look: keep it'
export const DISCARD_IT_AND_ITS = 'Discard it and its picture'
export const WHAT_IS_DUE = 'what is due'
export const WATER_FISH_WHAT_WAS = 'water, fish, what was done'
export const WHAT_IS_SEEN_AND = 'what is seen, and what it may be'
export const DOSES_SALT_BATHS = 'doses, salt, baths'
export const WHAT_RUNS_AND_HOW = 'what runs, and how it is treated'
export const BOTTLES_TOOLS_THE_SICK = 'bottles, tools, the sick bay'
export const CASES_TIME_LINE_BATCHES = 'cases, time line, batches'
export const PRACTICE_THAT_COSTS_NO = 'practice that costs no fish'
