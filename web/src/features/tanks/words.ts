/** What “tanks” says: each sentence once, of plain values, in one place. */
export const NO_LOOK_BEFORE = 'no look before'
export const NOT_ORDERED = 'not ordered here'
export const FILTER_BEGUN = 'A filter is begun'
export const FEED_FILTER = 'Feed the filter'
export const CHANGE_UNTIL = 'Change water, until the filter works'
export const NAME_ONE = 'A name for one of them'
export const CHASED = 'Chased or bitten'
export const NONE_SPEAKS = 'None speaks here yet.'
export const notBelieved = (doubted: string | number, all: string | number) =>
  `${doubted} of ${all} not to be believed just now.`
export const OBSERVED = 'What was observed'
export const MEASURES_OR_VOLUME = 'length, width and depth, or the net volume as measured'
export const inSoMuchWater = (fish: string | number, figure: string | number, unit: string | number) =>
  `${fish} in ${figure} ${unit} of water.`
export const NET_WATER = 'Net water is what a dose goes into.'
export const NONE_SET_UP = 'None set up yet.'
export const SOMETHING_DONE = 'Something done at a tank'
export const NOTHING_READ = 'Nothing read in this time.'
export const outOfRange = (measures: string | number) => `Out of range when last read: ${measures}.`
export const ALL_IN_RANGE = 'All that was read last is in range.'
export const stillMissingHere = (list: string | number) => `Still missing here: ${list}.`
export const NOT_A_FISH_FOR = 'Not a fish for this tank’s water.'
export const THIS_NAME_IS_ON =
  'This name is on no list. Say what kind it is and it is kept for this fishroom, with this tank’s water.'
export const HOW_MANY_CAME = 'How many came'
export const DEAD_ONES_TOO = 'dead ones too'
export const GIVE_OR_TAKE = 'give or take'
export const IF_THEY_WERE_NOT = 'if they were not counted one by one'
export const IF_ANOTHER_NUMBER_WAS = 'if another number was'
export const DEAD_ON_ARRIVAL = 'Dead on arrival'
export const GIVE_OR_TAKE_OF = 'give or take, of the dead'
export const PUT_LIGHT_AND_FIRST = 'Put light and first food on Today'
export const AND_ANOTHER_KIND = 'And another kind'
export const INSIDE_TO_THE_WATER = 'inside, to the water line'
export const WHAT_COMES_WHEN = 'What comes when'
export const DONE_BY_WHOM = 'done, by whom'
export const NO_COURSE_RUNS_HERE = 'No course runs here.'
export const AMOUNTS_ARE_FOR_THE =
  'Amounts are for the water as measured when this was printed. After a late dose, a water change or a reading out of range, print it anew.'
export const ASK_A_VET_BEFORE =
  'Ask a vet before, not after: whether it is time, which way, and how much. Pennywort gives names, no amounts.'
export const WHICH_WAS_USED = 'which was used'
export const A_VET_WAS_ASKED = 'A vet was asked'
export const IT_IS_IN = 'It is in'
export const IT_IS_BEGUN = 'It is begun'
export const IT_RAN_IN = 'It ran in'
export const IF_YOU_KNOW = 'if you know'
export const NEVER_FROM_A_TANK =
  'Never from a tank with ill or new fish: a sponge carries what is in its water.'
export const STRIKE_OUT_THE_BEGINNING = 'strike out the beginning of the filter'
export const NO_FILTER_WAS_BEGUN =
  'No filter was begun here. A sponge that ran for four weeks in a healthy tank works within days; bottled bacteria take a week or more; from nothing it takes three to six weeks.'
export const bandNineInTen = (unit: string | number) => `band: nine in ten; ${unit}`
export const foodRaisesAmmonia = (by: string) =>
  `A fiftieth of what the fish weigh at their full size; young ones eat less. It raises ammonia by ${by} as N a day.`
export const asYouSayRaises = (by: string) => `As you say. It raises ammonia by ${by} as N a day.`
export const PUT_THE_CHANGES_ON = 'Put the changes on Today'
export const THEY_STAND_ON_TODAY = 'They stand on Today, each day until you end them.'
export const SOLD_GIVEN_RELEASED = 'Sold, given, released'
export const DAYS_AND_PICTURES = 'Days and pictures'
export const FROM_ORDER_TO_NOW = 'From order to now'
export const LEFT_AFTER_IT = 'left after it'
export const NONE_A_NAME_LETS = 'None. A name lets looks, pictures and a loss be kept for one fish alone.'
export const andAreOneGroup = (left_words: string | number, words: string | number) =>
  `${left_words} and ${words} are one group from now on. The watching of all begins with those who were watched for less.`
export const PUT_THEM_TOGETHER = 'Put them together'
export const theCountGoesBack = (day_words: string | number) =>
  `, ${day_words}. The count goes back to what it was.`
export const WHAT_AN_INSTRUMENT_SAYS =
  'What an instrument says fills the water tests once an hour, and never beside a figure that somebody read by hand within the hour. A figure that can’t be true is kept here and used nowhere.'
export const GIVES_THE_DOSES_OF = 'Gives the doses of a course and reports each.'
export const keptWereHereAlready = (
  kept: string | number,
  repeated: string | number,
  doubted: string | number,
  length: string | number,
) => `${kept} kept, ${repeated} were here already, ${doubted} not believed, ${length} refused.`
export const LET_ONE_IN = 'Let one in'
export const ITS_TOKEN_SHOWN_THIS = 'Its token, shown this once:'
export const IT_SENDS_LINES_OF = 'It sends lines of JSON to'
export const WITH_THIS_TOKEN_SEE =
  'with this token; see docs/instruments.md. Whoever has it can write figures for this tank, and nothing else.'
export const IN_WHICH_TANK = 'In which tank'
export const AS_ON_ITS_LABEL = 'as on its label'
export const LET_IT_IN = 'Let it in'
export const A_KEEPER_A_POND = 'a keeper, a pond; a tank kept here is a move'
export const INTO_A_GARDEN_POND =
  'Into a garden pond or a display. Never into open water: it is against the law nearly everywhere, and carries diseases out.'
export const ONE_WITHOUT_A_NAME = 'one without a name'
export const LAST_SEEN_WELL = 'Last seen well'
export const NONE_WRITTEN_DOWN = 'none written down'
export const OR_IN_WORDS = 'or in words'
export const WHICH_SIGNS_WHAT_IS = 'Which, signs, what is suspected, what was checked, a picture'
export const SEVERAL_DAYS_AT_ONCE = 'Several days at once'
export const THE_RELEASE_IS_NOT = 'The release is not open yet.'
export const GIVE_IT_THIS_NAME = 'Give it this name'
export const A_NICK_IN_THE = 'a nick in the tail, the darker one'
export const IN_YOUR_WORDS = 'In your words'
export const THEY_ARE_ORDERED = 'They are ordered'
export const THEY_COME_ON = 'They come on'
export const NOTHING_IS_ORDERED_WHAT =
  'Nothing is ordered. What is written down here is waited for: the tank and its filter are held against it.'
export const CALL_IT_OFF = 'call it off'
export const FISH_ARE_ORDERED = 'Fish are ordered'
export const THE_TANK_AND_WHAT = 'The tank and what is to stand in it'
export const SET_IT_UP_AGAIN = 'Set it up again'
export const COLDEST_NIGHT_IN_THIS = 'Coldest night in this room'
export const RECKON_THE_HEATER = 'Reckon the heater'
export const PUT_IT_AWAY = 'Put it away'
export const WHEN_IT_IS_NO = 'When it is no longer needed'
export const SOME_KEEP_A_TANK =
  'Some keep a tank running for ever and feed its filter a pinch; others empty it, disinfect it and set it up anew. Its history stays either way.'
export const TAKE_IT_DOWN = 'Take it down'
export const BACK_TO_THE_TANK = 'Back to the tank'
export const WHAT_THE_PLUS_MINUS =
  'What the plus-minus can’t explain counts as lost by today in the comparisons, unless a loss says when.'
export const DAYS_OF_WATCHING = 'Days of watching'
export const INTO_WHICH_TANK = 'into which tank'
export const INTO_WHICH_TANK_ASKED = 'Into which tank'
export const LOOK_ONCE_MORE = 'Look once more'
export const WHO_LIVES_THERE = 'Who lives there'
export const BRINGING_THEM_OVER = 'Bringing them over'
export const WATER_IN_THE_BOX = 'Water in the box'
export const THEIRS_WITH_THEM_IN = 'theirs, with them in it'
export const THE_BOX_HOLDS = 'The box holds'
export const TO_ITS_BRIM_IF = 'to its brim; if empty, all that is dripped'
export const CHASING_SMALL_FEEDS_NITRATE = 'Chasing, small feeds, nitrate and an extra change stand on Today.'
export const WHO_CHASES_WHOM_IS = 'Who chases whom is written down in'
export const THE_BOOK_OF_THESE = 'the book of these fish'
export const HOW_MUCH_OF_THE = 'How much of the water'
export const EVERY_SO_MANY_DAYS = 'Every so many days'
export const IT_IS_PUT_AWAY = 'It is put away'
export const EVERYTHING_THAT_WAS_IN =
  'Everything that was in it is contaminated: sponge, net, pipes, hands. Disinfect, rinse, bind the chlorine, dry; drying or fresh water alone is not enough.'
export const HOW_IT_WAS_CLEANED = 'How it was cleaned'
export const DISINFECTED_RINSED_DRIED_FOR = 'disinfected, rinsed, dried for a week'
export const INSIDE_MEASURES_TO_THE =
  'Inside measures to the water line. The dose follows the water, not the name on the box.'
export const ON_THE_STRIPS_SUCH = 'on the strips, such as Q1'
export const ALSO_IN_IT = 'Also in it'
export const SNAILS_SHRIMPS_CORALS = 'snails, shrimps, corals'
export const RUNS_ON_IT = 'Runs on it'
export const NET_IF_MEASURED = 'Net, if measured'
export const BY_BUCKETS_OR_A = 'by buckets or a meter; enough by itself'
export const WHAT_STANDS_IN_IT = 'What stands in it'
export const N_3_WHAT_STANDS_IN = '3 What stands in it'
export const LEAVE_EMPTY_WHAT_IS = 'leave empty what is not there'
export const WATER_BETWEEN_GRAINS = 'water between grains'
export const KG_IN_A_LITRE = 'kg in a litre of it'
export const SUMP_WATER_IN_IT = 'Sump, water in it'
export const ONE_WATER_WITH = 'One water with'
export const A_TANK_ON_THE = 'a tank on the same sump; write the sump’s water at one of them'
export const NONE_ITS_OWN_WATER = 'none, its own water'
export const LENGTH_WIDTH_AND_DEPTH =
  'Length, width and depth give the volume; or the net volume, measured by buckets or a meter, is enough.'
export const stillToFillIn = (list: string | number) => `Still to fill in: ${list}.`
export const MADE_READY_FILTER = 'Made ready, filter'
export const CARD_TO_PRINT = 'Card to print'
export const THIS_TANK_ON_ITS = 'This tank on its time axis'
export const NO_FISH_HAVE_COME = 'No fish have come yet. Put in the first with “Fish arrive”.'
export const OVER_TIME_LIMITS_FILES = 'over time, limits, files'
export const NOTHING_READ_YET = 'Nothing read yet.'
export const COUNTED_AS_NITROGEN = 'Ammonia, nitrite and nitrate as nitrogen, N, as your kit counts them.'
export const COUNTED_AS_THE_ION =
  'Ammonia, nitrite and nitrate as the ion, NH₄, NO₂ and NO₃, as your kit counts them.'
export const KEEP_THIS_TEST = 'Keep this test'
export const THE_KIT_COUNTS = 'The kit counts'
export const NOTHING_IS_PLANNED_HERE =
  'Nothing is planned here. A change every five days, a test, a sponge: planned once, each comes on Today when it is due.'
export const WRITE_DOWN_WHAT_WAS = 'Write down what was done'
export const BOX_TO_THE_LINE = 'box, to the line'
export const TAPE_0_5_CM =
  'Tape ± 0.5 cm a side, sand ± 5 %, rock ± 10 %: common practice. Geometry: SRAC Publication 410, recalled.'
export const inTheWater = (capital: string | number) => `${capital} in the water`
export const IN_RANGE_AS_RECKONED = 'in range, as reckoned'
export const WHERE_ALL_OF_IT = 'where all of it went'
export const RECKONED_FOR_A_TANK =
  'Reckoned for a tank kept at its line. What evaporates leaves the medicine behind: a tank down by a tenth holds about a tenth more in each litre, until it is topped up with plain water.'
export const HOW_FAR_BACK = 'How far back'
export const dotsReadByHand = (fish: string | number) =>
  `Dots: read by hand; triangles: out of range. The shaded band is the range for ${fish}. Blue line: an instrument. Dashed: what the ledger expects.`
export const TESTS_ONE_BY_ONE = 'Tests one by one'
export const A_CSV_FILE_WITH = 'A CSV file with'
export const andAnyOfThe = (name: string | number) =>
  `and any of the measures, in your units; times without a zone are ${name}’s. All of it is kept, or nothing.`
export const BRING_IN_TESTS = 'Bring in tests'
export const ALL_TESTS_AS_CSV = 'All tests as CSV'
export const theyAreIn = (name: string | number) => `They are in ${name}`
export const THIS_FISHROOMS_OWN = 'this fishroom’s own'
export const ON_NO_LIST_YET = 'On no list yet: type it, and say what kind it is.'
export const ONE_PUT_DOWN = 'One put down'
export const ammoniaNitriteAndNitrate = (ready_words: string | number) =>
  `Ammonia, nitrite and nitrate since the filter was begun: ${ready_words}`
export const IT_RAISED_THE_WATER = 'It raised the water by'
export const SO_MUCH_FOOD = 'So much food'
export const FOR_EXAMPLE_2_MG_L = '2 mg/L, as your kit counts'
export const strikeOutOf = (words: string | number, day_words: string | number) =>
  `strike out ${words} of ${day_words}`
export const putTogetherWithThose = (arrived_on_words: string | number) =>
  `Put together with those of ${arrived_on_words}`
export const csvFileOf = (name: string | number) => `CSV file of ${name}`
export const SEND_THE_PICTURE_AGAIN = 'Send the picture again'
export const CHOOSE_WHERE_TO = 'Choose where to'
export const WHY_ALL_THE_SAME = 'Why all the same'
export const callItOff = (words: string | number) => `call it off: ${words}`
export const isInPlace = (name: string | number) => `${name} is in place`
export const HOW_MANY_ARE_THERE = 'How many are there?'
export const theBookSays = (words: string | number) => `the book says ${words}`
export const MOVE_THEM_OVER = 'Move them over'
export const MOVE_THEM_ALL_THE = 'Move them all the same'
export const KEEP_THESE_MEASURES = 'Keep these measures'
export const SET_UP_THIS_TANK = 'Set up this tank'
export const strikeOutTheTest = (day_words: string | number, at_words: string | number) =>
  `strike out the test of ${day_words} ${at_words}`
export const NOTHING_STANDS_IN_IT = 'nothing stands in it'
export const WHAT_WAS_DONE = 'What was done'
export const SO_MANY_DAYS_APART = 'every so many days'
export const SAYS_WHAT_WAS_DONE = 'what was done'
export const wereHereAlready = (known: string | number) => `, ${known} were here already`
export const BY_HAND_ONLY = 'by hand only'
