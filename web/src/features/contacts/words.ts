/** What the scripts of “contacts” say, of plain values; what stands in a page is said by the page. */
export const LIST_A_THING = 'A thing is listed'
export const WENT_OVER = 'Water or hands went over'
