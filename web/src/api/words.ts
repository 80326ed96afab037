/** What “api” says: each sentence once, of plain values, in one place. */
export const NO_CONNECTION = 'The server can’t be reached. Nothing is lost: press again.'
export const SOMETHING_BROKE = 'Something broke. Try again.'
