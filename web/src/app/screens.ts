import * as texts from './words'
/** The places of the house, as the rail names them; `foot`: those a phone's foot has room for. */
export const SCREENS: { name: string; label: string; key: string; foot?: boolean; words: string }[] = [
  { name: 'today', label: 'Today', key: '1', foot: true, words: texts.WHAT_IS_DUE },
  { name: 'tanks', label: 'Tanks', key: '2', foot: true, words: texts.WATER_FISH_WHAT_WAS },
  { name: 'look', label: 'Look', key: '3', foot: true, words: texts.WHAT_IS_SEEN_AND },
  { name: 'measure', label: 'Measure', key: '4', foot: true, words: texts.DOSES_SALT_BATHS },
  { name: 'courses', label: 'Courses', key: '5', words: texts.WHAT_RUNS_AND_HOW },
  { name: 'shelf', label: 'Shelf', key: '6', words: texts.BOTTLES_TOOLS_THE_SICK },
  { name: 'records', label: 'Records', key: '7', words: texts.CASES_TIME_LINE_BATCHES },
  { name: 'rehearse', label: 'Rehearse', key: '8', words: texts.PRACTICE_THAT_COSTS_NO },
]
