/** What the scripts of “app” say, of plain values; what stands in a page is said by the page. */
export const NOTHING_IS_WRITTEN = 'nothing here is written to a tank of yours'
