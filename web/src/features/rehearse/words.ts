/** What the scripts of “rehearse” say, of plain values; what stands in a page is said by the page. */
export const toldApart = (right: string | number, seen: string | number) =>
  `${right} of ${seen} told apart in this sitting.`
export const WHICH_IS_IT = 'Two things that are taken for one another. Which is it?'
export const STOP_ON_DAY = 'stop on day'
export const MISS_ON_DAY = 'miss what falls on day'
export const KEEP_IT_AT = 'keep it at'
export const CHANGE_ON_DAY = 'change water on day'
export const PUT_NOTHING_BACK = 'and put nothing back'
export const LESS_WATER = 'less water than believed'
export const NEW_FISH_ON_DAY = 'put new fish in on day'
export const FISH_AT_RISK = 'fish at risk'
export const FREE_TO_LEAVE = 'free to leave'
