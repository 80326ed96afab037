/** What the scripts of “records” say, of plain values; what stands in a page is said by the page. */
export const START_OF_COURSE = 'the start of the course'
export const NONE_HOLDS_THEM = 'Nothing holds these words.'
export const NOTHING_HAPPENED = 'Nothing has happened yet.'
export const EVERYTHING = 'Everything that was written down, the latest first.'
export const UNREADABLE = 'The archive could not be read.'
export const CUT_OFF = 'It was cut off; nothing was kept.'
export const CONNECTION_LOST = 'The connection was lost; nothing was kept.'
export const NOT_SENT = 'The archive could not be sent.'
export const linesHold = (count: number, words: string, more: boolean) =>
  `${count}${more ? ' or more' : ''} lines hold “${words}”.`
