/** What “settings” says: each sentence once, of plain values, in one place. */
export const SOMEWHERE_ELSE = 'somewhere else, or not said'
export const TEST_KITS_READ = 'Test kits read'
export const whatIsDueIn = (name: string | number) =>
  `What is due in ${name}, as a calendar that a phone or a wall tablet subscribes to. Whoever has the address reads it without signing in: keep it to yourself, and revoke it when a device is lost.`
export const THE_ADDRESS_SHOWN_THIS = 'The address, shown this once:'
export const FOR_WHICH_DEVICE = 'For which device'
export const MY_PHONE_THE_WALL = 'my phone, the wall tablet'
export const MAKE_AN_ADDRESS = 'Make an address'
export const TAKE_IT_BACK = 'Take it back'
export const THE_NAME_OF_WHOM = 'the name of whom the link is for'
export const comesNoMore = (who: string, room: string) =>
  `${who} comes into ${room} no more. What was written stays, with its name.`
export const youComeNoMore = (room: string) =>
  `You come into ${room} no more. What was written stays, with its name.`
export const WHERE_THIS_FISHROOM_STANDS = 'Where this fishroom stands'
export const IT_STANDS_IN = 'It stands in'
export const NOBODY_SAID_YET = 'nobody said yet'
export const THIS_DECIDES_WHICH_DISEASES =
  'This decides which diseases are told as ones that must be reported. As long as nobody says, those of most places are. Lists change: the authority’s own list decides.'
export const ITS_OWN_KINDS_OF = 'Its own kinds of fish as a file'
export const HOW_YOU_READ_AND = 'How you read and type figures. Others in the fishroom keep their own.'
export const UNITS_AND_COLOURS = 'Units and colours'
export const WHAT_HOLDS_SOMETHING_YOU =
  'What holds something you are allergic to is not reckoned for you until you say who handles it.'
export const ANYTHING_YOU_TYPE_MAY =
  'Anything you type may carry its own unit all the same: 2.5 gal, 1 tbsp, 82F. A bare number is read in the units above.'
export const WORDS_OF_CAUTION = 'Words of caution'
export const WHERE_YOU_ARE_SIGNED = 'Where you are signed in'
export const END_ALL_OTHERS = 'End all others'
export const revokeTheAddressFor = (name: string | number) => `Revoke the address for ${name}`
export const whatDoesHere = (name: string | number) => `What ${name} does here`
export const takeBackTheInvitation = (name: string | number) => `Take back the invitation for ${name}`
export const theLinkForShown = (name: string | number) =>
  `The link for ${name}, shown this once. It lets one person in, within a week:`
