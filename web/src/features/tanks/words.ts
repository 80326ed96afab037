/** What the scripts of “tanks” say, of plain values; what stands in a page is said by the page. */
export const NO_LOOK_BEFORE = 'no look before'
export const NOT_ORDERED = 'not ordered here'
export const FILTER_BEGUN = 'A filter is begun'
export const FEED_FILTER = 'Feed the filter'
export const CHANGE_UNTIL = 'Change water, until the filter works'
export const NAME_ONE = 'A name for one of them'
export const CHASED = 'Chased or bitten'
export const NONE_SPEAKS = 'None speaks here yet.'
export const notBelieved = (doubted: string | number, all: string | number) =>
  `${doubted} of ${all} not to be believed just now.`
export const OBSERVED = 'What was observed'
export const MEASURES_OR_VOLUME = 'length, width and depth, or the net volume as measured'
export const inSoMuchWater = (fish: string | number, figure: string | number, unit: string | number) =>
  `${fish} in ${figure} ${unit} of water.`
export const NET_WATER = 'Net water is what a dose goes into.'
export const NONE_SET_UP = 'None set up yet.'
export const SOMETHING_DONE = 'Something done at a tank'
export const NOTHING_READ = 'Nothing read in this time.'
export const outOfRange = (measures: string | number) => `Out of range when last read: ${measures}.`
export const ALL_IN_RANGE = 'All that was read last is in range.'
