/** What the scripts of “api” say, of plain values; what stands in a page is said by the page. */
export const NO_CONNECTION = 'The server can’t be reached. Nothing is lost: press again.'
export const SOMETHING_BROKE = 'Something broke. Try again.'
