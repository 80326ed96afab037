/** What “today” says: each sentence once, of plain values, in one place. */
export const TASK_GONE = 'the pressed task is gone'
export const ENTRY_GONE = 'the pressed entry is gone'
export const UNDONE = 'undone on the day'
export const STAND_AT_IT = 'Stand at it'
export const WHAT_WAS_GIVEN = 'What was given'
export const THE_MEDICINE_HOW_STRONG = 'the medicine, how strong, in how much water'
export const LEAVE_IT_OUT = 'Leave it out'
export const NOTHING_ELSE_IS_DUE = 'Nothing else is due today.'
export const READY_FOR_TOMORROW = 'Ready for tomorrow'
export const WAITING_FOR_YOU = 'Waiting for you'
export const WALK_THE_ROUND = 'Walk the round'
export const POWER_OUT_HEATER_FAILED = 'Power out, heater failed, a leak'
export const NO_TANK_IS_SET =
  'No tank is set up yet. A tank’s inside measures give its true water, and every dose hangs on that.'
export const SET_UP_THE_FIRST = 'Set up the first tank'
export const TANKS_ON_ONE_TIME = 'Tanks on one time axis'
export const writeTheSalinity = (title: string) => `${title}. Write what the refractometer or pen says.`
export const writeTheWarmth = (title: string) => `${title}. Write what the thermometer says.`
export const THE_WATER_IS_AT = 'The water is at'
export const isTrueRecordIt = (amount: string | number) => `${amount} is true, record it`
