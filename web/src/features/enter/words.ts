/** What “enter” says: each sentence once, of plain values, in one place. */
export const invitesYouIntoAs = (
  by: string | number,
  fishroom: string | number,
  role: string | number,
  role_words: string | number,
) => `${by} invites you into ${fishroom}, as ${role}: ${role_words}.`
export const TEN_CHARACTERS_OR_MORE = 'ten characters or more'
export const THERE_IS_NO_SUCH = 'There is no such page.'
export const BACK_TO_TODAY = 'Back to Today'
export const NOBODY_LIVES_HERE_YET = 'Nobody lives here yet. Name yourself and your fishroom, and begin.'
export const QUARANTINE_DIAGNOSIS_AND_TREATMENT =
  'Quarantine, diagnosis and treatment of ornamental fish, reckoned and recorded.'
export const ALL_TIME_ZONES = 'All time zones'
export const OPEN_THE_FISHROOM = 'Open the fishroom'
export const comeInAs = (display_name: string | number) => `Come in as ${display_name}`
