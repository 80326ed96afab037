/** What “shelf” says: each sentence once, of plain values, in one place. */
export const ONE_PAST = 'One bottle is past its date.'
export const manyPast = (count: string | number) => `${count} bottles are past their date.`
export const OFFERED_FIRST = 'What stands here is offered first wherever something is measured.'
export const EMPTY_SHELF = 'Nothing stands here yet. What you own is written down once, as its label says.'
export const PUT_IT_ON_THE = 'Put it on the shelf'
export const NAME_ON_IT = 'Name on it'
export const N_10_G_OR_ML = '10 g, or mL of a liquid'
export const MADE_UP_TO = 'Made up to'
export const SO_IT_IS = 'So it is'
export const SAY_IT_ANEW_OR = 'say it anew, or leave it as it is counted'
export const ITS_STRENGTH_STAYS_AS =
  'Its strength stays as it was written: doses were reckoned with it. A wrong strength is taken off the shelf and written down anew.'
export const isOffTheShelf = (name: string | number) => `${name} is off the shelf.`
export const PUT_IT_BACK = 'Put it back'
export const BOTTLES_AND_STOCK_SOLUTIONS = 'Bottles and stock solutions'
export const WHAT_TO_DO = 'what to do'
export const NO_BOTTLE_YET_A =
  'No bottle yet. A strength that is written down once is not misread at eleven at night.'
export const WRITE_DOWN_A_BOTTLE = 'Write down a bottle'
export const PRODUCTS_BY_THEIR_LABELS = 'Products by their labels'
export const BY_THEIR_OWN_LABELS = 'By their own labels'
export const THE_SICK_BAY = 'The sick bay'
export const TOOLS_AT_HAND = 'Tools at hand'
export const untilAToolIs = (list: string | number) =>
  `Until a tool is written down, amounts are given in the usual ones: ${list}.`
export const WRITE_DOWN_A_TOOL = 'Write down a tool'
export const A_LEVEL_SPOON_OF =
  'A level spoon of salt holds what its grain lets it. Weigh yours once for each salt.'
export const WHAT_THE_FORMULARY_KNOWS = 'What the formulary knows of each active'
export const G_TEN_OF_THEM = 'g; ten of them weighed, over ten'
export const G_THREE_TEASPOONS_IF = 'g; three teaspoons, if left empty'
export const IN_IT_NOW = 'In it now'
export const AS_IT_SAYS = 'as it says'
export const SEAL_ON_OPENING = 'Seal on opening'
export const IN_YOUR_OWN_MONEY = 'in your own money; may stay empty'
export const IT_WAS_TAKEN = 'It was taken'
export const DROPS_IN_1_ML = 'Drops in 1 mL'
export const COUNT_THEM_INTO_A = 'count them into a syringe'
export const ALL_THAT_WAS_MADE = 'all that was made, if left empty'
export const N_250_ML_500_G = '250 mL, 500 g, 20 tablets: doses are taken from it'
export const NO_DATE_ON_IT = 'no date on it'
export const WHAT_IT_HOLDS_IS = 'what it holds is not said'
export const A_BOTTLE_AS_ITS = 'A bottle, as its label says'
