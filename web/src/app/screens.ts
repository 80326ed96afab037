/** The places of the house, as the rail names them; `foot`: those a phone's foot has room for. */
export const SCREENS: { name: string; label: string; key: string; foot?: boolean; words: string }[] = [
  { name: 'today', label: 'Today', key: '1', foot: true, words: 'what is due' },
  { name: 'tanks', label: 'Tanks', key: '2', foot: true, words: 'water, fish, what was done' },
  { name: 'look', label: 'Look', key: '3', foot: true, words: 'what is seen, and what it may be' },
  { name: 'measure', label: 'Measure', key: '4', foot: true, words: 'doses, salt, baths' },
  { name: 'courses', label: 'Courses', key: '5', words: 'what runs, and how it is treated' },
  { name: 'shelf', label: 'Shelf', key: '6', words: 'bottles, tools, the sick bay' },
  { name: 'records', label: 'Records', key: '7', words: 'cases, time line, batches' },
  { name: 'rehearse', label: 'Rehearse', key: '8', words: 'practice that costs no fish' },
]
