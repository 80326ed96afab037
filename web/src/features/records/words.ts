/** What “records” says: each sentence once, of plain values, in one place. */
export const START_OF_COURSE = 'the start of the course'
export const NONE_HOLDS_THEM = 'Nothing holds these words.'
export const NOTHING_HAPPENED = 'Nothing has happened yet.'
export const EVERYTHING = 'Everything that was written down, the latest first.'
export const UNREADABLE = 'The archive could not be read.'
export const CUT_OFF = 'It was cut off; nothing was kept.'
export const CONNECTION_LOST = 'The connection was lost; nothing was kept.'
export const NOT_SENT = 'The archive could not be sent.'
export const linesHold = (count: number, words: string, more: boolean) =>
  `${count}${more ? ' or more' : ''} lines hold “${words}”.`
export const THE_WHOLE_FISHROOM = 'The whole fishroom'
export const THE_WHOLE_FISHROOM_AS = 'The whole fishroom as one file'
export const everythingInJsonLines = (name: string | number) =>
  `Everything in ${name}: JSON lines and CSV for each table, and the pictures. It goes into an empty fishroom and makes it the same; a damaged file changes nothing. Calendar addresses and the tokens of instruments stay here.`
export const TAKE_IT_ALL_OUT = 'Take it all out'
export const BRING_ONE_IN = 'Bring one in'
export const IT_IS_ALL_HERE = 'It is all here.'
export const LOG_IN_THE_TANK = 'Log in the tank'
export const CLOSE_THE_CASE = 'Close the case'
export const FOR_THE_VET = 'For the vet'
export const CASE_AS_JSON = 'Case as JSON'
export const TASKS_AS_CALENDAR = 'Tasks as calendar'
export const itHadBeenTaken = (taken_for_name: string | number) => `It had been taken for ${taken_for_name}.`
export const ITS_TASKS_FALL_AWAY =
  'Its tasks fall away. What is in the water stays in the water until it is changed out.'
export const STOP_THE_COURSE = 'Stop the course'
export const itStaysInThe = (day_words: string | number, at_words: string | number) =>
  `, ${day_words} ${at_words}. It stays in the record, crossed through.`
export const FISH_AT_FIRST = 'fish at first'
export const HOW_DID_IT_END = 'How did it end?'
export const CHOOSE_WHAT_IT_TURNED =
  'Choose what it turned out to be; what it was taken for is kept beside it.'
export const WHAT_YOU_WOULD_TELL = 'What you would tell the next keeper'
export const THE_COURSE_THAT_IS =
  'The course that is running ends with the case. What is in the water stays in the water.'
export const HOW_IT_DID = 'How it did'
export const WRITTEN_FROM_THE_RECORD = 'written from the record'
export const NO_CASE_YET_THE = 'No case yet. The first look in which something is seen opens one by itself.'
export const TIME_LINE_AND_SEARCH = 'Time line and search'
export const BRING_IN_A_CASE = 'Bring in a case from its JSON file'
export const NOBODY_WROTE_DOWN_WHERE =
  'Nobody wrote down where fish came from. “From” in “Fish arrive” is the place.'
export const DEAD_ON_ARRIVAL = 'dead on arrival'
export const DEAD_OR_LOST_IN = 'dead or lost in 7 days'
export const SEEN_WITHIN_TWO_WEEKS = 'seen within two weeks'
export const COUNTS_BY_THE_KEEPER =
  'Counts by the keeper, from the record. What killed a fish is not proved by it; fish also die of the journey.'
export const ONCE_FISH_HAVE_ARRIVED = 'Once fish have arrived, their batches stand here.'
export const aliveByDaysSince = (from: string | number) => `Alive, by days since ${from}`
export const SHADED_THE_95_BAND = 'shaded: the 95 % band'
export const smallerBatchesAreNot = (left_out: string | number) =>
  `${left_out} smaller batches are not drawn.`
export const WHAT_THEY_WERE_LOST = 'What they were lost to'
export const DAYS_SINCE_THEY_CAME = 'days since they came'
export const PUT_DOWN_TO = 'put down to'
export const KAPLAN_AND_MEIERS_ESTIMATE =
  'Kaplan and Meier’s estimate with Greenwood’s band; the log-rank test. Fish alive today, moved or estimated count as far as they were seen.'
export const WORDS_TO_LOOK_FOR = 'Words to look for'
export const A_TANK_A_FISH = 'a tank, a fish, a medicine, a word of a note'
export const WHERE_IT_LEADS = 'Where it leads'
export const SIGNS_BY_DAY = 'Signs, by day'
export const WHAT_FITS_THE_LAST = 'What fits the last signs, by the program'
export const HOW_DID_IT_DO = 'how did it do?'
export const howDidItDo = (name: string | number) => `${name}: how did it do?`
export const furtherBackThan = (backTo: string | number) => `Further back than ${backTo}`
export const SHOW_OLDER_CASES = 'Show older cases'
export const earlierNotShown = (given_left_out: string | number) => ` (${given_left_out} earlier not shown)`
