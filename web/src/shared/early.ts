/**
 * Pages that open on a slow line: the script of each, and what it asks first, below its fishroom's address or at an address of its own.
 * Both are on the way before the first script is read: the build writes this table into the page (`vite.config.ts`). `$1` is what the address names.
 */
export interface Early {
  at: string
  page: string
  asks: string[]
}
export const EARLY: Early[] = [
  { at: '^/$', page: 'features/today/TodayPage.vue', asks: ['today', 'rail', '/api/session'] },
  { at: '^/look/([^/]+)$', page: 'features/look/LookPage.vue', asks: ['groups/$1/look?fish='] },
  {
    at: '^/measure$',
    page: 'features/measure/MeasurePage.vue',
    asks: ['tanks', '/api/reference/actives', 'shelf', '/api/reference/salts'],
  },
]

/** What is kept of a keeper in this browser, by its name. */
export const CHOSEN = 'pennywort-fishroom'
export const SESSION = 'pennywort-session '
