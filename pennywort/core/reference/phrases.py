"""What the room “reference” says: each sentence once, of plain values, for its whole room."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping

# what a kind of fish needs, and whom it bullies
NEEDS: Mapping[str, str] = {
    "hides": "needs hides",
    "group_of_6": "is kept with five or more of its own kind",
    "tight_lid": "jumps: a tight lid",
    "live_food_first": "may take live food only at first",
    "dim": "wants dim light",
    "sand_to_bury": "wants sand to dig or hide in",
    "strong_flow": "wants flow and much oxygen",
    "driftwood": "wants wood to rasp",
    "kept_alone": "is kept one to a tank",
}
BULLIES: Mapping[str, str] = {"own_kind": "its own kind", "small": "smaller fish", "look_alikes": "fish that look like it"}
ITS_OWN_RANGE = "its own range"


def bullies(whom: Iterable[str]) -> str:
    return f"bullies {' and '.join(whom)}"


# what is refused, or not known yet
LOW_BELOW_HIGH = "low_h lies below high_h"
ROWS_BY_TEMPERATURE = "rows stand by rising temperature"
IN_ORDER = "low, value, high in order"
CYCLE_IN_DAYS = "a length from a life cycle is in days"
WHICH_READINGS = "a clock of readings says which"
PARAMETER_TWICE = "a parameter stands there twice"
OUTLASTS_BY_WHICH = "what it outlasts and by which means go together"
SIGN_ON_TWO_LADDERS = "a sign stands on two ladders"
SIGN_IN_TWO_SETS = "a sign stands in two sets"
FACTOR_BELOW_NOUGHT = "a factor below nought"
SPAN_OF_WARMTH = "a span of warmth ends above where it begins"
PRIOR_FOR_EACH_WATER = "a prior for each water type, and no other"
PRIOR_ABOVE_NOUGHT = "a prior is above nought"
SIGN_UNDER_TWO_STEPS = "a sign stands under two steps"
ACT_TAKES_OR_ADDS = "an act takes away a share of 0 to 1, or adds a loss"
HELPS_AND_HARMS = "an action both helps and harms"
REPORTED_NOT_TREATED = "a notifiable disease is reported, not treated"
A_NAMES_A_PUBLICATION = "confidence A names a publication"
X_IS_ARITHMETIC = "confidence X is arithmetic"
FINITE_AND_IN_ORDER = "low, value, high must be finite and in order"
ONE_STRENGTH = "a strength has exactly one of mg_per_ml, share, mg_per_ul"
STOPPED_BY_RATIO_OR_EYE = "what stops it has a ratio, or words where it goes by eye"
BOUND_WITHOUT_EDGE = "a bound has an edge"
SHORTER_FOR_SOME = "a shorter bath is for some fish or some warmth"
ROWS_BY_PH = "the rows of a table stand by rising pH"
GUARD_IN_ANOTHER_UNIT = "its guard rail has another unit than its dose"
ANSWERS_ARE_TWO = "its answers are two things"
WRITE_IT_OUT = "write it out: anchors (* and &) are not read here"
ID_BEGINS_WITH_OWN = "Its id begins with own_ and goes on in small letters, digits and underscores."
KEY_IS_NO_WORD = "a key that is no word"


def no_time(text: str) -> str:
    return f"{text!r} is no time: write 72 h, 2 d, a parameter, one so many times (rounds * gap), or a sum of them"


def every_with_until(step: str) -> str:
    return f"{step}: every and until go together"


def dose_without_target(step: str) -> str:
    return f"{step}: a dose names its active and its share of the target"


def change_without_share(step: str) -> str:
    return f"{step}: a water change states its share"


def use_not_named(step: str) -> str:
    return f"{step}: it names a use of the formulary"


def to_what(step: str) -> str:
    return f"{step}: it says to what"


def what_is_read(step: str) -> str:
    return f"{step}: it says what is read"


def target_is_no_parameter(active: str) -> str:
    return f"{active}: its target is no parameter"


def no_length(text: str, name: str) -> str:
    return f"{text!r}: there is no parameter {name} in days or hours"


def no_plain_number(text: str, name: str) -> str:
    return f"{text!r}: there is no parameter {name} that is a plain number"


def no_parameter(step: str, name: str) -> str:
    return f"{step}: there is no parameter {name}"


def not_among_the_medicines(step: str, active: str | None) -> str:
    return f"{step}: {active} is not among the medicines"


def share_0_to_1(step: str) -> str:
    return f"{step}: a share lies between 0 and 1"


def given_without_amount(condition: str) -> str:
    return f"{condition}: what is given is named, and of a binder how much for each mg"


def unknown_source(source: str) -> str:
    return f"source {source!r} must be 'common practice', 'label', 'arithmetic', 'own' or 'published: CODE'"


def none_of_its_forms(active: str, name: str) -> str:
    return f"{active}: {name} names one of its forms, or there are none"


def in_another_file(name: str) -> str:
    return f"{name} stands in another file too"


def stands_twice(name: str) -> str:
    return f"{name} stands there twice"


def is_two(name: str, one: str, other: str) -> str:
    return f"{name} is {one} and {other}"


def no_use_of(use: str, active: str) -> str:
    return f"{use} is no use of {active}"


def nothing_switched_off(active: str, equipment: Iterable[str]) -> str:
    return f"no step switches off what takes {active} out ({', '.join(equipment)})"


def not_for_a(step: str, use: str, route: str, kind: str) -> str:
    return f"{step}: {use} is for {route}, not for a {kind}"


def for_other_water(step: str, use: str, waters: Iterable[str]) -> str:
    return f"{step}: {use} is for other water than {', '.join(waters)}"


def minutes_apart(step: str, low: float, high: float, use: str, least: float, most: float) -> str:
    return f"{step}: {low:g} to {high:g} minutes, and {use} allows {least:g} to {most:g}"


def units_apart(parameter: str, unit: str, use: str, unit_of_use: str) -> str:
    return f"{parameter} is in {unit}, and {use} in {unit_of_use}"


def counts_a_salt(use: str) -> str:
    return f"{use} counts a salt, and a course counts what is in it"


def range_apart(parameter: str, told: str, use: str, low: float, high: float) -> str:
    return f"{parameter}: {told}, and {use} allows {low:g} to {high:g}, in mg/L or uL/L"


def one_disinfects(told: Collection[str]) -> str:
    return f"gear is disinfected with one of them, and {told} say so"


def kit_of_another_look(look: str) -> str:
    return f"its kit is not that of the look {look}"


def none_of_its_members(condition: str) -> str:
    return f"{condition} is none of its members"


def stages_or_figure(parasite: str) -> str:
    return f"{parasite}: stages go by a life cycle, and what the water does by a figure of it"


def way_twice(scenario: str) -> str:
    return f"{scenario}: a way stands there twice"


def unknown(names: Iterable[str]) -> str:
    return f"unknown {', '.join(names)}"


def too_long_for_one(what: str) -> str:
    return f"This is too long for one {what}."


def not_yaml(why: str) -> str:
    return f"This is not readable as YAML: {why}"


def begins_with_id_and_name(what: str) -> str:
    return f"A {what} begins with its id: and name: lines."


def at_most_lines(most: int) -> str:
    return f"At most {most} lines of steps."


def asked_first_where(reading: str) -> str:
    return f"{reading}: it says in which water a look asks it first, and has no place there"


def nitrogen_says_which(reading: str) -> str:
    return f"{reading}: of a nitrogen compound it says which ion, and what kits count, the ion among it"


def most_of_a_kit(reading: str) -> str:
    return f"{reading}: the most that a kit reads"


def not_of_this_water(condition: str) -> str:
    return f"{condition} is not of this water"


def on_more_than_there_are(condition: str) -> str:
    return f"{condition} on more fish than there are"


def how_many_on_each(condition: str) -> str:
    return f"how many of {condition} sit on each fish?"


def for_other_water_too(course: str) -> str:
    return f"{course} is for other water"


def doubled_keys(keys: Collection[str]) -> str:
    return f"doubled keys {keys}"


def at_place(place: str, what: str) -> str:
    return f"At {place or 'the top'}: {what}."


def one_salt(quality: str) -> str:
    return f"{quality} is said of one of them, and of no other"
