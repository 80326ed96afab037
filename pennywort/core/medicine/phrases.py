"""What the room “medicine” says: each sentence once, of plain values, for its whole room."""

from __future__ import annotations


# bath
def other_warmth(apart: str, bath_c: float, home_c: float) -> str:
    return f"the bath is {apart} {'colder' if bath_c < home_c else 'warmer'} than the water they come from"


def match_it_first(difference: str) -> str:
    return f"{difference}: match it first"


def is_matched(difference: str, within: str) -> str:
    return f"{difference}: within {within} is matched"


# bath_run
def minutes(count: int) -> str:
    return "one minute" if count == 1 else f"{count} minutes"


def minutes_in(count: int) -> str:
    return f"{minutes(count)} in"


def minutes_left(count: int) -> str:
    return f"{minutes(count)} left"


LYING_STILL = "rolled over, lying still"
WORKS = "It works, at full strength."
WEARING_OUT = "It works, and is wearing out. Watch it."
NEARLY_SPENT = "Nearly spent: little of its time is left."
SPENT_END_IT = "It is spent: dirt or slime has used it up. End it here; a fresh mix for the next fish."
# in the tank there is no next fish to think of
SPENT_IN_TANK = "It is spent: dirt or slime has used it up, and it works no more. Stop here, or what stands below."
TAKE_THEM_OUT = "take them out now"
OUT_WITHOUT_THE_WATER = "Fish out now, by hand or net, without the bath’s water."
INTO_CLEAN_WATER = "Into the bucket of clean water beside it: same warmth, same salinity, the air stone on full."
HOLD_IT_UPRIGHT = "Hold one that lies still upright in the stream of the air stone until its gills move by themselves."
HOME_ONCE_IT_HOLDS = "Back to its tank once it holds itself; dim light, no food until tomorrow. Write down how long it took."
AIR_AND_CHANGE = "Air on full; change half of the water for clean water of the same warmth, with conditioner."
REST_AND_WAIT = "Dim light, no food until tomorrow. Not again for a week, and then less. Write down how long it took."


def in_at_once(what: str) -> str:
    return f"In at once: {what}"


# correct
def more_than_in_all(most_mg_per_l: float, left: float) -> str:
    return f"That would come to more than {most_mg_per_l:g} mg/L in all: {left:g} mg/L is left. Stop, clean, repeat in a week."


# dose
WANTED_LESS_THERE = "wanted, less what is there"
TIMES_NET_WATER = "times the net water"
THIS_SHARE = "this step’s share"
LABEL_EACH_LITRE = "label, for each litre"

# formulary
EXPLAINED_ONLY = "Explained, never reckoned: too little lies between what helps and what kills, or the figure is too easily mistaken."
TYPE_THE_DOSE = "The published figure is shown. Type the dose your vet or label gives, and it is reckoned for this water."
FIRST_THESE = "First these, each of them true:"
NOTHING_IS_WEIGHED = "Nothing is weighed or poured for this; what is published stands below."
BY_THE_STEPS = "Nothing is measured out for this: it goes by the steps below."
MORE_THAN_USUAL = "It is more than is usual, and I know that these fish bear it."
TIMES_THE_WATER = "times the water"
THERE_ALREADY = "Nothing to add: it is there already."
TOO_LITTLE_FOR_TOOLS = "Too little for any tool here: make a stock solution first."
NO_TOOL_MEASURES = "No tool here measures this: take a finer one, or more water."


def never_here(why: str) -> str:
    return f"Never here: {why}."


def allergic_to(name: str) -> str:
    return f"I am allergic to {name}: another handles it, or I am fully covered."


def hardness_to_read(by_ph: bool) -> str:
    return "pH and hardness" if by_ph else "alkalinity"


def above_its_range_already(share: str) -> str:
    return f"Nothing to add: it holds more than its range already. Change {share} of the water, air on full, and test again."


def too_much_for_tools(measures: str) -> str:
    return "That is too many to count: take it by weight." if measures == "pieces" else "No tool here holds so much: take a coarser one."


def may_leave_its_range(leaves_range: bool) -> str:
    return "The uncertain volume may carry it out of the range." if leaves_range else ""


# guards
WITHOUT_A_BACKBONE = "shrimp, corals and other animals without a backbone"
SHARKS_AND_RAYS = "sharks and rays"
AMMONIA_PH_WARMTH = "ammonia with pH and temperature"
KILLS_THE_BACTERIA = "it kills the filter’s bacteria: bare hospital tank only"
BACTERIA_SUFFER = "the filter’s bacteria suffer: test ammonia and nitrite daily"


def kills_or_harms(life: str, active: str) -> str:
    return f"{life} live here: {active} kills or harms them"


def bears_poorly(who: str, active: str) -> str:
    return f"{who} live here and bear {active} poorly: the low end, one fish first, watch"


def running_takes_out(equipment: str, active: str) -> str:
    return f"{equipment} is running: it takes {active} out, and nobody knows what is left"


def off_while_it_works(equipment: str) -> str:
    return f"off while it works: {equipment}"


def given_twice(active: str, what: str) -> str:
    return f"{active} is in this water, and both hold {what}: it would be given twice"


def in_this_water(active: str, why: str) -> str:
    return f"{active} is in this water: {why}"


def one_at_a_time(active: str) -> str:
    return f"{active} is in this water: one treatment at a time, wash it out first"


def for_other_water(active: str) -> str:
    return f"this use of {active} is for other water than this"


def read_first(measure: str, why: str) -> str:
    return f"read the {measure} first: {why}"


def reads_what_forbids(measure: str, figure: str, unit: str, why: str) -> str:
    return f"{measure} {figure}{unit}: {why}"


def past_its_date(active: str) -> str:
    return f"this {active} is past its date: nobody knows its strength"


def taken_up(what: str, low: float, high: float, active: str) -> str:
    return f"{what} take up {low:.0f} to {high:.0f} in 100 of the {active} that is dosed, nobody can say how fast: the reading decides, not the dose"


def you_are_allergic(name: str, active: str) -> str:
    return f"you are allergic to {name}, and {active} holds or resembles it: another handles it"


def for_you(hazard: str) -> str:
    return f"for you: {hazard}"


def to_stop_it_aside(stop: str) -> str:
    return f"to stop it: {stop}"


def longer_than(most_minutes: float) -> str:
    return f"longer than {most_minutes:g} minutes, or past the first fish that rolls, gasps or bolts"


# label
TOO_MANY_ML = "That is more than 20 mL in every litre: no label says so. Check mL against the volume."
TOO_MANY_GRAMS = "That is more than 20 g in every litre: no label says so. Check grams against the volume."
TOO_MANY_PIECES = "That is more than five pieces in every litre: no label says so. Check the volume."


# product
def mg_in_each_piece(mg: float, piece: str) -> str:
    return f"{mg:g} mg in each {piece}"


def powder_of(percent: float) -> str:
    return f"powder, {percent:g} %"


def percent_by_volume(percent: float) -> str:
    return f"{percent:g} %, grams in 100 mL"


def percent_by_weight(percent: float) -> str:
    return f"{percent:g} % by weight"


def mg_in_each_ml(mg_per_ml: float) -> str:
    return f"{mg_per_ml:g} mg in each mL"


def level_of_the_other_form(asked: str, yours: str) -> str:
    return f"This level is for {asked}, and yours is {yours}: their levels lie far apart. Choose the way for yours."


# steps
def time_in(minutes: float) -> str:
    """A time at the bath: minutes, or seconds below one."""
    return f"{minutes:g} minutes" if minutes >= 1 else f"{minutes * 60:.0f} seconds"


THEIR_OWN_WATER = "the fish’s own water"
HALF_AND_HALF = "water, half of it from their tank and half clean and free of chlorine"
CLEAN_WATER = "clean water without chlorine"
VIOLET_WORKS = "violet or pink it works, brown it is spent: make it anew"
ONE_SITTING_SPENT = "one sitting: then it is spent, and is not kept for another day"
SALT_LASTS = "salt does not wear out; slime, droppings and warmth do spoil it: anew for the next day"
ONE_SITTING_POURED = "one sitting, then pour it away"
AIR_LID_AND_SPARE_BUCKET = "Air stone in, lid at hand, a bucket of the same water without medicine beside it, with its own air."
OUT_AT_ONCE = "Out at once, whatever the timer says: rolling, gasping, bolting, lying still."
OUT_INTO_CLEAN_WATER = "Fish out by hand or net without the bath’s water, into clean water."
AIR_BESIDE_THE_EGGS = "Air stone beside the eggs, so that water moves over them and they are not rolled about."
EGGS_IN = "Eggs in, on what they stick to or in a sieve. Start the timer."
EGGS_BACK = "Eggs back into their clean water."
EGGS_STAY = "They stay in it until they hatch; then half is changed twice, before the fry swim."
FURRY_EGGS_OUT = "Take white and furry eggs out. Not on the day they hatch, nor the day before: it kills the fry."
CLEAN_THE_GEAR = "Clean the gear first: dirt uses it up. Goggles, gloves, open window, and no fish in the room’s water."
GEAR_UNDER = "All of the gear under, and wait."
DRY_THROUGH = "Let it dry through before it meets fish again."
WET_TOWEL = "Wet towel, wet hands, the fish in it with its head covered; gills stay under water or wet."
ONCE_ALONG_THE_SCALES = "One pass along the scales from head to tail, wound above the water, seconds only."
NEVER_GILLS = "Never gills, eyes or mouth, and no second pass today: it takes the cells that heal."
RINSE_AND_BACK = "Rinse with tank water and put it back at once."
LOOK_TOMORROW = "Look at the wound tomorrow: paler and smaller is healing, red and wider asks for a vet."
CARBON_OFF = "Carbon, and whatever else takes it out, is off; air on full."
POUR_SLOWLY = "Pour it slowly where the current takes it, away from the fish."
STAY_AND_WATCH = "Stay for a quarter of an hour: gasping or bolting fish want half of the water changed at once."
FILTER_ASIDE = "Rinse the filter in a bucket of tank water and set it aside, wet and aired; carbon out, UV off. Nothing else is in this water."
IT_IS_IN = "It is in. Start the timer. Violet or pink works, brown is spent. Look every quarter of an hour."
STOP_AT_ONCE = "Stop it at once, whatever the timer says: gasping, rolling, lying still."
TEST_TOMORROW = "Test ammonia and nitrite tomorrow and the day after: the filter may have suffered. Again in four days at the earliest."
NOT_FOR_ILL_FISH = "Not for fish that look ill already, scaleless fish or invertebrates. It does not replace quarantine."
RINSE_BETWEEN = "Rinse: a minute in clean water of the same warmth, so that nothing of this bucket goes into the next."


def strips_must_show(floor: float) -> str:
    return f"test strips must still show {floor:.0f} mg/L; below that make it anew. Never kept for another day"


def fill_with(volume: str, water: str, within: str) -> str:
    return f"Fill a clean vessel with {volume} of {water}: same temperature within {within}, same pH and salinity."


def fill_with_thinner_sea_water(volume: str, within: str, dose: str) -> str:
    return f"Fill a clean vessel with {volume} of thinner sea water, aired and matched within {within}: {dose}."


def fresh_water_matched(volume: str, within: str) -> str:
    return f"{volume} of fresh water, dechlorinated, aired, matched within {within} and to pH 8.0 to 8.4 with bicarbonate."


def stir_and_wait(amount: str) -> str:
    return f"Stir in {amount} until nothing shows, wait two minutes."


def before_turn(turn: int, lasts: str) -> str:
    return f"Before turn {turn}: {lasts}."


def fish_in(turns: int, turn: int) -> str:
    return f"Turn {turn} of {turns}: fish in." if turns > 1 else "Fish in."


def start_or_count(minutes: float, counted: str) -> str:
    return "Start the timer. Eyes on it the whole time." if minutes >= 1 else f"Count {counted}, the net never lets go."


def for_more_fish(turns: int, lasts: str) -> str:
    return f"For more fish: {lasts}." if turns == 1 else "Pour the mix away."


def beside_it(stop: str) -> str:
    return f"Beside it, to stop it: {stop}"


def vessel_for_eggs(volume: str) -> str:
    return f"Fill a clean, bare vessel with {volume} of the water they were laid in, same warmth. No fish, fry, snails or shrimps in it."


def stir_in(amount: str) -> str:
    return f"Stir in {amount} until nothing shows."


def stir_into_tap_water(amount: str, volume: str) -> str:
    return f"Stir {amount} into {volume} of tap water in a bucket that is used for nothing else."


def rinse_it_well(end: str) -> str:
    return f"Rinse it well. {end}"


def on_a_swab(dose: str) -> str:
    return f"{dose} on a cotton swab: nothing stronger touches a wound."


def stir_into_a_jug(amount: str, dissolve: str) -> str:
    return f"Stir {amount} into a jug of tank water first{dissolve}."


def clear_the_water(pond: bool) -> str:
    return (
        "Take out leaves and mud with the net; mix in no fresh water with conditioner today: it would use the dose up."
        if pond
        else "Change 90 % of the water, same warmth, for water that reads no chlorine and holds no conditioner: either would spoil it."
    )


def air_and_gloves(pond: bool) -> str:
    return (
        "Air and fountain on full. Gloves and goggles on. What stops it stands beside the water."
        if pond
        else "Air on full. Gloves and goggles on. What stops it stands beside the tank. A lid: they jump."
    )


def pour_along(pond: bool) -> str:
    return "walk it in along the whole edge, away from the fish." if pond else "pour it along the current, away from the fish."


def dissolve_and_pour(amount: str, dissolve: str, pour: str) -> str:
    return f"Dissolve {amount}{dissolve} until no crystal is left, and {pour}"


def to_stop_it(stop: str) -> str:
    return f"To stop it: {stop}"


def change_and_filter_back(pond: bool) -> str:
    return f"Change {'a third' if pond else 'half'} of the water, with conditioner now, and put the filter back."


def bucket(place: int, name: str, step: str) -> str:
    return f"Bucket {place}, {name}: {step}"


# tools
WHOLE_AND_HALF = "whole and half ones"


def sacks_of(whole: float, each: str, unit: str) -> str:
    return f"{whole} sack{'s' if whole != 1 else ''} of {each} {unit}"


def drops(count: int) -> str:
    return f"{count} drop{'s' if count != 1 else ''}"


def full(fills: int) -> str:
    return f"{fills} full"


def full_and(fills: int, rest: str, unit: str) -> str:
    return f"{fills} full and {rest} {unit}"


def sacks_and(sacks: str, rest: str, unit: str) -> str:
    return f"{sacks} and {rest} {unit}"


# what is refused, or not known yet
HOW_MANY_MINUTES = "How many minutes?"
FISH_ARE_IN_IT = "Fish are in it already."
NO_FISH_ARE_IN_IT = "No fish are in it."
BELOW_THAT_ALREADY = "It is at or below that already."
NEW_WATER_HOLDS_AS_MUCH = "The new water holds as much itself: it can’t bring it down so far."
TANK_NOT_MEASURED = "Nobody has measured this tank yet. Give its inside measures first."
CHOOSE_A_BODY = "Choose a body: slender, usual, deep or eel-like."
LENGTH_OF_A_FISH = "A length lies between 0.5 and 120 cm."
EATEN_A_DAY = "Fish eat between 0.1 and 15 % of their weight a day, most 1 to 3 %."
READ_THE_ALKALINITY = "This dose follows the alkalinity. Read it first, in mg/L as CaCO₃ or dKH."
NO_DEMAND = "Only of what dirt uses up a demand is measured."
READ_THE_PH = "This dose follows the pH. Read it first."
MEASURE_AS_FOOD = "This is dosed by the fish or the food: measure it as food."
COMPLEXED_ONLY = "This level is for a complexed product, by its own label: type what your bottle says. Any other is deadly at it."
THE_PRODUCT_ITSELF = "This dose counts the 37 % product itself: choose that, no other strength."
WHAT_STANDS_ON_THE_BOTTLE = "Write what stands on the bottle."
FURTHER_APART_THAN_LONG = "The doses lie further apart than the course is long."
MORE_DOSES_THAN_ANY_LABEL = "That would be more doses than any label gives. Check the hours."
WHICH_DAY = "Which day of it, counted from the first dose?"
WEIGHT_OF_A_LIQUID = "A liquid weighs between 0.5 and 2.5 kg in a litre."
POWDER_AT_MOST_ALL = "A powder holds at most 100 % of it."
MORE_THAN_ALL_OF_IT = "That is more than all of it. Check the per cent."
NO_LIQUID_HOLDS_SO_MUCH = "No liquid holds so much. Check the figures."
SALT_0_TO_60 = "Between 0 and 60 g/L."
CHOOSE_THE_FISH = "Choose fresh-water, soft-water or marine fish, or none."
RATIO_3_TO_30 = "Between three and thirty to one; ten is usual."
SWAP_A_SHARE = "Swap more than nothing and at most all of it."
SALT_FREE_IS_NOT_ENOUGH = "Even water without salt would not bring it down so far: swap more."
TOO_SALT_TO_SWAP = "No water holds so much salt: swap more."
EVAPORATED_TOO_MUCH = "Half the water and more doesn’t evaporate between two top-ups."


def never_longer(minutes: float, why_here: str = "") -> str:
    return f"Never longer than {minutes:g} minutes{f' here: {why_here}' if why_here else ''}."


def too_much_in_food(mg_per_g: float) -> str:
    return f"That makes {mg_per_g:.3g} mg in each gram of food; between 0.1 and 20 is usual. mg per kg of fish, not of food?"


def times_the_highest(times: str, most: str) -> str:
    return f"That is {times} times the highest figure published ({most}): a slip of units?"


def never_above(value: float, unit: str) -> str:
    return f"Never above {value:g} {unit} for this."


def never_above_at(what: str, value: float, unit: str) -> str:
    return f"At this {what} never above {value:.3g} {unit}."


def too_harmful_below(ph: float) -> str:
    return f"Below pH {ph:g} this is too harmful to be given at all."


def label_days(most: int) -> str:
    return f"A course by label lasts 1 to {most} days."


def not_measured_out(active: str) -> str:
    return f"{active} is not measured out."


def no_such_strength(active: str) -> str:
    return f"There is no such strength of {active}."


def no_such_form(active: str) -> str:
    return f"There is no such kind of {active}."


def which_kind(asked: str) -> str:
    return f"Which kind is it? {asked}. Their levels lie far apart."


def turns_of_one_mix(most: int) -> str:
    return f"One mix serves 1 to {most} turns."


def with_what_is_used_up(comes_to: float, most: str) -> str:
    return f"With what the water uses up that comes to {comes_to:g}, more than {most} in all: clean the tank first."
