/** What the scripts of “shelf” say, of plain values; what stands in a page is said by the page. */
export const ONE_PAST = 'One bottle is past its date.'
export const manyPast = (count: string | number) => `${count} bottles are past their date.`
export const OFFERED_FIRST = 'What stands here is offered first wherever something is measured.'
export const EMPTY_SHELF = 'Nothing stands here yet. What you own is written down once, as its label says.'
