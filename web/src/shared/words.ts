/** What “shared” says: each sentence once, of plain values, in one place. */
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
export const SHARE_OF_THE_WATER = 'Share of the water'
export const PUT_BACK_WHAT_THE = 'Put back what the change takes out'
export const WHICH_KIND_IS_IT = 'Which kind is it'
export const READ_IT_OFF_THE = 'read it off the label'
export const RANGE_TO_KEEP = 'range to keep'
export const THE_LABEL_SAYS = 'The label says'
export const IN_WHICH_WAY = 'in which way'
export const KG_L_1_IF = 'kg/L, 1 if left empty'
export const oneThatSettledOn = (by: string | number) =>
  `one that settled on a fish when the count began; filled where ${by} reaches it`
export const COMES_THROUGH_IF_ENDED = 'comes through, if ended then'
export const endedOnDayCome = (day: string | number, words: string | number) =>
  `Ended on day ${day}, ${words} come through.`
export const TWO_WEEKS_BACK = 'two weeks back'
export const THREE_WEEKS_AHEAD = 'three weeks ahead'
export const HOW_TO_READ_A = 'How to read a strip'
export const MEDICINE_IN_THE_WATER = 'medicine in the water'
export const WHAT_THE_PLAN_WILL = 'what the plan will give'
export const DOSE_GIVEN_TO_GIVE = 'dose given, to give'
export const WATER_CHANGED_TO_CHANGE = 'water changed, to change'
export const SPONGE_FOOD_LIGHT_DONE = 'sponge, food, light: done, late'
export const MEDICINE_OUT_OBSERVE = 'medicine out, observe'
export const DAY_OF_THE_COURSE = 'day of the course'
export const TANK_AND_FISH = 'tank and fish'
export const RECALLED_NOT_YET_CHECKED = ', recalled, not yet checked'
export const NO_FISHROOM_IS_OPEN = 'no fishroom is open'
export const PAST_ITS_DATE = ', past its date'
export const lifeCycleOf = (parasite: string | number) => `Life cycle of ${parasite}`
export const WHAT_IT_WAS = 'What it was'
export const AT_THE_TANK = 'At the tank'
export const WHAT_TOUCHED_WHAT = 'What touched what'
export const BEFORE_YOU_BUY = 'Before you buy'
export const OVER_THE_DAYS = 'Over the days'
export const SIDE_BY_SIDE = 'Side by side'
export const DAY_BY_DAY = 'Day by day'
export const STRIKE_IT_OUT = 'Strike it out'
export const IN_THE_WATER_NOW = 'In the water now'
export const NO_NAME_YET = 'no name yet'
export const WHAT_IT_IS = 'What it is'
export const WHAT_KIND_OF_FISH = 'What kind of fish'
export const WRITE_IT_DOWN = 'Write it down'
export const TODAY_IF_LEFT_EMPTY = 'today, if left empty'
export const A_VETERINARIAN_TOLD_ME = 'A veterinarian told me to use it here.'
export const MY_LEVEL_TEASPOON = 'My level teaspoon'
export const NOT_VETERINARY_ADVICE_ORNAMENTAL =
  'Not veterinary advice. Ornamental fish only. The label, the law and your vet come first.'
export const PUT_THE_DAYS_AFTER = 'Put the days after on Today'
export const ANOTHER_LIKE_IT = 'Another like it'
export const WRITTEN_DOWN_HERE_IT = 'written down here; it is sent when there is a connection'
export const MINUTES_THEY_WERE_IN = 'Minutes they were in'
export const WHAT_IS_DUE = 'What is due'
export const YOUR_VET_SAYS = 'Your vet says'
export const BRING_IT_TO = 'Bring it to'
