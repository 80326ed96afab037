/** What “look” says: each sentence once, of plain values, in one place. */
export const KILLS_IN_HOURS = 'kills in hours'
export const TAKES_WEEKS = 'It takes weeks.'
export const WHOLE_GROUP = 'the whole group'
export const BETTER_THAN_AT_FIRST = 'better than at first'
export const AS_AT_FIRST = 'as at first'
export const MIXED_SINCE = 'mixed since the first look'
export const WORSE_THAN_AT_FIRST = 'worse than at first'
export const NOT_LOOKED_AT = 'not looked at'
export const GATE_HALF_OPEN = 'gate half open'
export const ON_ARRIVAL = 'On arrival, from top to tail'
export const KEEP_INSPECTION = 'Keep this inspection'
export const KEEP_LOOK = 'Keep this look'
export const keepChanged = (same: string | number, changed: string | number) =>
  `Keep it: ${same} as before, ${changed} changed`
export const keepSame = (same: string | number) => `Keep it: all ${same} as before`
export const A_TORCH = 'a torch in the dark'
export const A_CLEAR_BOX = 'the fish in a clear box'
export const WAS_NOT_THERE = 'was not there'
export const A_TANK_FOR_IT = 'A tank for it'
export const NO_TANK_HERE_HOLDS = 'No tank here holds this kind of water.'
export const SIGNS_THAT_SEPARATE_THE = 'Signs that separate the two, most telling first.'
export const WHAT_SEPARATES_THEM = 'What separates them'
export const signsOfAndSide = (one_name: string | number, other_name: string | number) =>
  `Signs of ${one_name} and ${other_name} side by side`
export const WHY_THE_MISTAKE_COSTS = 'Why the mistake costs'
export const HOW_OFTEN_EACH_SHOWS = 'How often each shows the sign: expert guesses.'
export const NOTIFIABLE_IN_MOST_PLACES =
  'Notifiable in most places: it is reported to a vet or the authority, not treated. No fish, water or gear leaves.'
export const notifiableInAskA = (notifiable: string | number) =>
  `Notifiable in ${notifiable}: ask a vet what your law wants before you do anything.`
export const IT_CAN_INFECT_YOU =
  'It can infect you through cuts: gloves, no siphoning by mouth, wash your hands, and tell a doctor “fish tank” if a sore does not heal.'
export const HOW_IT_GOES = 'How it goes'
export const WHAT_PROVES_IT = 'What proves it'
export const TREATMENT_THE_SCHOOLS = 'Treatment, the schools'
export const THE_VET_WHEN = 'The vet, when'
export const WHAT_TO_EXPECT = 'What to expect'
export const HOW_OFTEN_EACH_SIGN = 'How often each sign is seen'
export const EXPERT_GUESSES_NOT_COUNTS =
  'Expert guesses, not counts. A sign that is not listed is as likely as in any sick fish.'
export const SIDE_BY_SIDE_WITH = 'Side by side with'
export const WHERE_THIS_COMES_FROM = 'Where this comes from'
export const WRITTEN_FROM_MEMORY_NOBODY = 'Written from memory; nobody has reopened the pages yet.'
export const CHOOSE_A_COURSE_FOR = 'Choose a course for it'
export const BACK_TO_THE_LOOK = 'Back to the look'
export const NO_MEDICINE_FOR_THIS = 'No medicine for this: what is said under “First” is the cure.'
export const FIND_VELVET_FLUKE_AMMONIA = 'find: velvet, fluke, ammonia'
export const NOTHING_OF_THAT_NAME = 'Nothing of that name here.'
export const WHAT_FITTED_LOOK_BY = 'What fitted, look by look'
export const NOBODY_HAS_LOOKED_AT = 'Nobody has looked at them yet.'
export const againstTheLookBefore = (since_first: string | number) =>
  `against the look before; ${since_first}`
export const whatToExpect = (inSentence: string | number) => `What to expect, ${inSentence}`
export const LOOK_AGAIN_IF = 'look again if'
export const LOOK_BY_LOOK = 'Look by look'
export const LOOKS_ARE_NEVER_CHANGED = 'Looks are never changed. A wrong one is struck out in'
export const OLD_LOOKS_ARE_WEIGHED =
  '. Old looks are weighed here by today’s figures; the words beside each are those of its own day.'
export const THE_SHORT_LIST = 'the short list'
export const PLACE_BY_PLACE = 'place by place'
export const LOOK_AT_THEM_AT = 'Look at them, at their tank mates, and at all on the same water.'
export const HOW_MANY_YOU_LOOK = 'How many you look at'
export const LOOK_AT_THEM = 'Look at them'
export const WHAT_ELSE_IS_KNOWN = 'What else is known'
export const EVERY_DAY_UNDER_A = 'Every day, under a good light, in the same order. Which fish?'
export const LOOK_BEFORE_YOU_BUY = 'Look before you buy'
export const THERE_ARE_NO_FISH = 'There are no fish here yet.'
export const PUT_SOME_IN_A = 'Put some in a tank'
export const LOOKED_AT_BEFORE_BUYING = 'Looked at before buying'
export const WHEN_THEY_COME_HOME =
  'When they come home, name the look as they arrive in a tank: it stays with them.'
export const ONE_FISH_ITS_NAME = 'One fish, its name'
export const THE_PALE_ONE = 'the pale one'
export const LOOK_AT_IT = 'Look at it'
export const aFishThatIs = (words: string | number) =>
  `${words} A fish that is still being harmed is treated in vain.`
export const UNTIL_THEN_THESE_MARKS = 'Until then these marks count neither way.'
export const WHAT_NOBODY_LOOKED_FOR = 'what nobody looked for counts neither way'
export const KEEP_IT_AND_CHOOSE = 'Keep it and choose a course'
export const OVER_THE_DAYS_PHOTOS = 'Over the days, photos'
export const CASE_SO_FAR = 'Case so far'
export const WHAT_TO_LOOK_FOR = 'What to look for in these'
export const FIRST_THE_WATER = 'First the water'
export const WRITE_DOWN_THE_CHANGE = 'Write down the change'
export const KEEP_THE_LOOK_AND = 'Keep the look and make these tasks'
export const wrongIfItIs = (wrong_if: string | number) => `; wrong if it is ${wrong_if}`
export const IF_IT_GETS_NO = 'If it gets no clearer'
export const WOULD_SAVE_MORE_THAN = 'would save more than any medicine given blind.'
export const mayBeTheKinder = (end_words: string | number) => `${end_words}, may be the kinder act. Ask one.`
export const IF_NOT_THERE = 'if not there'
export const IT_SHOWS_AS_WELL = 'It shows as well:'
export const READ_IT_WITH_A = 'Read it with a kit and type it in above.'
export const PHOTOS_DAY_BY_DAY = 'Photos, day by day'
export const PLACE_AND_CAMERA_ARE = 'place and camera are taken out; two side by side'
export const TAKE_IT_OUT = 'take it out'
export const WHAT_IT_SHOWS = 'what it shows'
export const WHAT_THE_PHOTO_SHOWS = 'What the photo shows'
export const AS_THE_FILE_SAYS = 'as the file says, if left empty'
export const TAKE_THIS_PHOTO_OUT = 'Take this photo out'
export const itIsStruckOut = (day: string | number) =>
  `It is struck out of the record of day ${day} and no longer shown.`
export const TAKE_IT_OUT_AGAIN = 'Take it out'
export const in100TogetherBy = (list: string | number) =>
  `in 100 together. By eye these can’t be told apart: ${list}.`
export const TWO_AT_ONCE = 'Two at once?'
export const theFindProvesWhatever = (inSentence: string | number) =>
  `: the find proves ${inSentence}, whatever else there is.`
export const TIMES_BETTER_THAN_EITHER = 'times better than either alone.'
export const oneAloneLeavesOpen = (list: string | number) => `One alone leaves open: ${list}.`
export const GLOVES_CAN_INFECT_YOU = 'gloves: can infect you'
export const in100BetweenAnd = (in_100_low: string | number, in_100_high: string | number) =>
  `in 100, between ${in_100_low} and ${in_100_high}`
export const notLookedAt = (what: string | number) => `not looked at: ${what}`
export const twoHandsAgreeOn = (hands_agree: string | number, hands_asked: string | number) =>
  `two hands agree on ${hands_agree} of ${hands_asked}`
export const ONE_HANDS_GUESS = 'one hand’s guess'
export const EXPERT_GUESSES_BY_TWO =
  'Expert guesses by two hands, not counts: read them as more and less likely. The bar spans what both make of it.'
export const whatIsSeenAnd = (title: string | number) => `${title}: what is seen, and what is not there`
export const THESE_FOLLOW_FROM_THE = 'These follow from the figures above.'
export const THE_REST_HERE_IS = 'The rest here is not there'
export const TAKEN_FOR_IT = 'Taken for it'
export const ofDiseasesAndTroubles = (length: string | number, what2: string | number) =>
  `${length} of ${what2}: diseases, and troubles of the water.`
export const overTheDays = (tank_name: string | number) => `${tank_name}, over the days`
export const TYPE_A_WATER_TEST = 'type a water test'
export const theKitCounts = (label: string | number) => `the ${label} kit counts`
export const GIVE_THIS_FISH_A = 'give this fish a name'
export const allFishLookAt = (fish_count: string | number) => `all ${fish_count} fish; look at one alone`
export const AT_THE_SELLERS = 'At the seller’s'
export const OF_THE_BAGS_WATER = 'of the bag’s water'
export const beforeAllElse = (name: string | number) => `${name}, before all else`
export const photoOfDay = (
  day: string | number,
  day_words: string | number,
  at_words: string | number,
  fish: string | number,
  note: string | number,
) => `Photo of day ${day}, ${day_words} ${at_words}${fish}${note}`
export const ADD_THE_FIRST_PHOTO = 'Add the first photo'
export const NOTHING_THAT_WOULD_NOT = 'nothing that would not harm the other'
export const inHowManyFish = (short: string | number) => `${short}: in how many fish`
