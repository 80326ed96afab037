/** What the scripts of “today” say, of plain values; what stands in a page is said by the page. */
export const TASK_GONE = 'the pressed task is gone'
export const ENTRY_GONE = 'the pressed entry is gone'
export const UNDONE = 'undone on the day'
export const STAND_AT_IT = 'Stand at it'
