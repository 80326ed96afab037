/** What “courses” says: each sentence once, of plain values, in one place. */
export const NOTHING_SEEN = 'nothing seen: on arrival, or watched'
export const BATH_OR_SWAB = 'bath, swab'
export const WARMTH_OR_SALINITY = 'warmth, salinity'
export const MOVE = 'move, medicine out'
export const LEAVE_CHANGES = 'Leave what you changed here?'
export const DAYS_BY_LABEL = 'days as its label says'
export const daysOfWatching = (days: string | number) => `${days} days of watching`
export const thenWatched = (treated: number, watched: number) =>
  `${treated} ${treated === 1 ? 'day' : 'days'}, watched to day ${watched}`
export const ANOTHER_PRODUCT_AT_THE = 'another product at the same time'
export const MORE_THAN_ONE_MEDICINE = 'More than one medicine at once.'
export const GIVEN_TOGETHER_IN_COURSES = 'Given together in courses here:'
export const TYPE_ITS_LABEL = 'Type its label'
export const ONE_IS_ENOUGH = 'one is enough'
export const CHOOSE_WHAT_IT_MOST = 'choose what it most likely is'
export const AGAINST_WHICH_CONDITION = 'Against which condition'
export const isNothingThatLives = (stray: string | number, name: string | number) =>
  `${stray} is nothing that lives in ${name}’s water. Choose from the list.`
export const NOT_SURE_YET = 'Not sure yet?'
export const A_MEDICINE_AGAINST_THE = ': a medicine against the wrong thing costs days.'
export const noMedicineForMend = (inSentence: string | number) =>
  `No medicine for ${inSentence}: mend the water, and watch.`
export const NOW_IF_LEFT_EMPTY = 'now, if left empty; or when it began'
export const NO_MEDICINE_GOES_IN =
  'No medicine goes in. Somebody looks every day; what fish carry unseen stays unseen until it shows.'
export const NOTHING_IS_DOSED_INTO =
  'Nothing is dosed into this water: the steps stand on the day board. A bath is measured in'
export const IN_ITS_OWN_VESSEL = ', in its own vessel.'
export const WHAT_IS_LEFT = 'What is left'
export const WHAT_IF_IT_IS = 'What if it is done otherwise?'
export const onceThatIsSettled = (water: string) => `Once that is settled, the slip for ${water} stands here.`
export const THIS_WATER = 'this water'
export const SAY_WHAT_YOUR_BOTTLE = 'Say what your bottle holds, and the slip for it stands here.'
export const copyTheFiveFigures = (figure: string | number, unit: string | number) =>
  `Copy the five figures from the bottle, and the slip for ${figure} ${unit} stands here.`
export const THE_PLAN_ON_ITS = 'The plan on its time axis'
export const WHAT_WILL_BE_IN = 'What will be in the water when'
export const THE_PLAN_AS_A = 'The plan as a strip'
export const WHY_IS_IT_GIVEN = 'Why is it given all the same?'
export const PROTOCOLS_AND_YOUR_OWN = 'Protocols, and your own'
export const STAND_AT_A_BATH = 'Stand at a bath'
export const THE_DAYS_AHEAD = 'The days ahead'
export const DAY_BOARD_SCROLLS_SIDEWAYS = 'Day board, scrolls sideways'
export const WHAT_THE_BOTTLE_SAYS = 'What the bottle says'
export const READ_IT_TWICE_ONE =
  'Read it twice: one label may give seven days for sick fish and three for new ones.'
export const FROM_YOUR_SHELF = 'From your shelf'
export const TYPE_A_NEW_ONE = 'type a new one'
export const AS_YOU_CALL_IT = 'as you call it'
export const DROPS_IN_A_ML = 'Drops in a mL'
export const COUNT_YOURS_INTO_A = 'count yours into a syringe'
export const G_OF_THIS_POWDER = 'g of this powder, if you weighed it'
export const FOR_SO_MANY_DAYS = 'for so many days'
export const AND_FOR_NEW_FISH = 'and for new fish'
export const HALF_IF_IT_SAYS = 'half, if it says nothing'
export const SO_FAR_AS_IT = 'so far as it names them'
export const WHAT_IT_HOLDS = 'What it holds'
export const WITHOUT_THIS_ONE = 'without this one'
export const YAML_AS_DOCS_COURSES = 'YAML, as docs/courses.md describes it'
export const TAKE_ALONG_AS_A = 'Take along as a file'
export const TAKE_IT_OFF_THE = 'Take it off the list'
export const daysInAll = (days: string | number) => `${days} days in all`
export const COURSES_AS_FILES_COPY =
  'Courses as files. Copy one and make it yours; a course that runs keeps the version it was started by.'
export const BRING_ONE_IN_FROM = 'Bring one in from a file'
export const A_PROTOCOL_AS_A = 'A protocol as a file'
export const NONE_YET_OPEN_ONE =
  'None yet. Open one of those below, change what you do otherwise, and keep it under its own name.'
export const cantBeStartedAs = (fault: string | number) => `Can’t be started as it stands: ${fault}`
export const netGiveOrTake = (figure: string | number, unit: string | number, figure3: string | number) =>
  `${figure} ${unit} net, give or take ${figure3}`
export const BY_ITS_LABEL_WHAT = 'By its label: what level it reaches is not known here.'
export const chooseHowToTreat = (words: string | number) =>
  `${words}. Choose how to treat them, and see what it takes before anything goes in.`
export const byTheLifeCycle = (from_cycle: string | number) => `; by the life cycle of ${from_cycle}`
export const NO_OTHER_TANK_OF = 'no other tank of this water'
export const BARE_AND_EMPTY_THE = 'bare and empty; the press then moves the fish there'
export const startAfterMore = (open: string | number, ticks: string | number) =>
  `Start, after ${open} more ${ticks}`
export const KEPT_ON_THE_SHELF = 'kept on the shelf'
export const KEEP_THIS_LABEL_ON = 'keep this label on the shelf'
export const CHANGE_THE_TEXT_BESIDE = 'Change the text; beside it stands what it would do.'
export const A_COPY_OF_A = 'A copy of a shipped protocol, under an id of your own. Change it and keep it.'
export const KEEP_THIS_VERSION = 'Keep this version'
export const KEEP_IT_AS_YOUR = 'Keep it as your own'
