/** What “rehearse” says: each sentence once, of plain values, in one place. */
export const toldApart = (right: string | number, seen: string | number) =>
  `${right} of ${seen} told apart in this sitting.`
export const WHICH_IS_IT = 'Two things that are taken for one another. Which is it?'
export const STOP_ON_DAY = 'stop on day'
export const MISS_ON_DAY = 'miss what falls on day'
export const KEEP_IT_AT = 'keep it at'
export const CHANGE_ON_DAY = 'change water on day'
export const PUT_NOTHING_BACK = 'and put nothing back'
export const LESS_WATER = 'less water than believed'
export const NEW_FISH_ON_DAY = 'put new fish in on day'
export const FISH_AT_RISK = 'fish at risk'
export const FREE_TO_LEAVE = 'free to leave'
export const NOTHING_HERE_IS_WRITTEN = 'nothing here is written to a tank'
export const WHAT_IS_PRACTISED = 'What is practised'
export const WHICH_IS_IT_ASKED = 'Which is it?'
export const A_FISH_DRAWN_WHAT = 'A fish, drawn. What it shows is the question.'
export const WHAT_YOU_CONFUSE = 'What you confuse'
export const COMES_AGAIN_SOONER = 'comes again sooner'
export const KEPT_IN_THIS_BROWSER = 'Kept in this browser alone.'
export const COUNT_THE_BREATHS = 'Count the breaths'
export const TAP_WITH_EACH_OPENING = 'Tap with each opening of the gill, for fifteen seconds.'
export const A_FISH_DRAWN_WHOSE = 'A fish, drawn, whose gill moves.'
export const HOW_FAR_OFF = 'How far off?'
export const WITHIN_A_TENTH_IS =
  'Within a tenth is good enough: what counts is the same fish on another day, or a well one beside it.'
export const PRACTICE_THAT_COSTS_NO =
  'Practice that costs no fish. Nothing here is written to a tank of yours.'
export const TWO_THINGS_THAT_ARE =
  'Two things that are taken for one another, drawn anew each time: grains or dust, a tuft or a flat patch, a bite or fraying. Ten minutes, with or without a connection.'
export const A_PLAN_OR_A =
  'A plan, or a course that runs, beside the same done otherwise: stopped early, a dose missed, less water than believed. It stands beside the slip in'
export const AND_IN_THE_CASE = ', and in the case of a course that runs.'
export const A_TANK_THAT_LIVES = 'A tank that lives'
export const LOOK_TEST_TREAT_WAIT = 'look, test, treat, wait; at the end you are told what it was'
export const upToDays = (fish_words: string | number, water_words: string | number, days: string | number) =>
  `${fish_words}; ${water_words}; up to ${days} days`
export const ONE_OF_YOUR_OWN = 'One of your own, as YAML'
export const AS_THE_SHIPPED_ONES =
  'As the shipped ones are written: id (own_…), name, told, it_was, water, days, tank, fish, hidden, ways, and two lines worth keeping.'
export const EVERY_WAY_IS_GONE =
  'Every way is gone two hundred times from every day on. This takes some seconds.'
export const WHAT_YOU_WERE_SHOWN = 'what you were shown'
export const WHAT_YOU_DID = 'what you did'
export const WOULD_HAVE_LOST_LEAST = 'would have lost least'
export const LOST_BY_IT = 'lost by it'
export const LOOKING_BACK_FROM_THE = 'Looking back, from the record alone'
export const FROM_THIS_REHEARSAL_INTO = 'from this rehearsal into your own notes'
export const THE_SAME_ONCE_MORE = 'The same once more'
export const NO_FISH_IS_LEFT = 'No fish is left. End it to see what it was.'
export const WHAT_CAN_BE_DONE = 'What can be done'
export const ITS_DAYS_ARE_OVER = 'Its days are over.'
export const LOOK_AND_TEST = 'Look and test'
export const TEST_THE_WATER = 'Test the water'
export const MARK_SIGNS_IN_LOOK = 'Mark signs in Look'
export const THE_TANK_ITS_CHANGES = 'The tank, its changes'
export const PRESSED_IN_KEPT_UP =
  'Pressed in: kept up until it is pressed again. The lower ones are done once. Medicine, salt and baths go by the screens of every day.'
export const CHOOSE_A_COURSE_FIRST = 'Choose a course first; “what if” stands beside its slip.'
export const WHAT_IS_DONE_OTHERWISE = 'What is done otherwise'
export const WHAT_IF_YOU = 'What if you'
export const HOW_MUCH_OF_IT = 'how much of it'
export const LEAVE_CARBON_IN = 'leave carbon in'
export const FILL_IN_ONE_OF = 'Fill in one of these, or several at once.'
export const fishDrawnAsIt = (number: string | number, species: string | number) =>
  `Fish ${number}, ${species}, drawn as it looks`
export const aMinuteOrOff = (far: string | number, share: string | number) =>
  `${far} a minute, or ${share} %, off`
export const KEEP_THE_THREE = 'Keep the three'
export const YES_END_IT_NOTHING = 'Yes, end it: nothing more can be done'
export const END_IT_AND_SEE = 'End it, and see what it was'
export const THE_SAME_PLAN_DONE = 'The same plan, done otherwise. Nothing here is written down.'
export const TO_THE_COURSES = 'To the courses'
export const BACK_TO_THE_PLAN = 'Back to the plan'
export const NOBODY_HAS_PUBLISHED_IT = 'nobody has published it at this warmth'
