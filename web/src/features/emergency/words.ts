/** What “emergency” says: each sentence once, of plain values, in one place. */
export const WHAT_HAS_FAILED = 'What has failed'
export const WHICH_TANK_FIRST = 'Which tank first'
export const BY_HOW_MUCH_FISH =
  'By how much fish there is for its water, at their full size: an order, not a time that is left.'
export const ONCE_IT_IS_OVER = 'Once it is over'
export const COMMON_PRACTICE_FROM_MEMORY = 'Common practice, from memory. No vet was asked.'
export const SOMETHING_HAS_FAILED = 'Something has failed'
