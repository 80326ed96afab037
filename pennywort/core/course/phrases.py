"""What the room “course” says: each sentence once, of plain values, for its whole room."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence

from pennywort.core.units.degrees import ON_THE_SCALE


# build
def follows_the_warmth_unread(parameter: str) -> str:
    return f"“{parameter}” follows the warmth, and nobody has read it here lately: read the thermometer first, or set it yourself."


def needs_more_than_they_bear(kind_many: str, bears: str, least: float, unit: str) -> str:
    return f"{kind_many} live here: {bears}, and this course needs at least {least:g} {unit}. Choose another way."


# by_label
LOOK_AND_COMPARE = "Look: better, same or worse"
AMMONIA_AND_NITRITE = "Ammonia and nitrite"
CHANGE_AND_CARBON = "Change half, carbon in: medicine out"


def change_of_the_label(many: bool, product: str) -> str:
    return f"The change that the label asks for{f' ({product})' if many else ''}"


def dose_of(named: bool, product: str, index: int, count: int) -> str:
    return f"{f'{product}: dose' if named else 'Dose'} {index + 1} of {count}"


# clock
OUT_OF_RANGE = "out of range"
DOSE_MISSED = "a dose was missed"


def read_out_of_range(reading: float, low: float) -> str:
    return f"read {reading:.3g}, {'below' if reading < low else 'above'} the range"


def nothing_read_for(hours: float) -> str:
    return f"nothing was read for {hours:.0f} hours"


# condition
NOT_LOOKED_SINCE = "look first: nobody has looked since the day before"
NOTHING_TO_COMPARE = "look first: there is nothing to compare with"
BETTER_THAN_AT_FIRST = "better than at first: leave it out"
BETTER_AND_WORSE = "better in some signs and worse in others: decide by eye"


def decide_by_eye(only_if: str) -> str:
    return f"only if {only_if}: decide by eye"


def decided_on_day(day: float) -> str:
    return f"decided on day {day:g}"


def no_better_than_at_first(since_first: str) -> str:
    return f"{'worse than' if since_first == 'worse' else 'no better than'} at first: take it"


def read_first(name: str) -> str:
    return f"read first: {name}"


def above_take_it(told: str, above: float) -> str:
    return f"{told}, above {above:g}: take it"


def below_take_it(told: str, below: float) -> str:
    return f"{told}, below {below:g}: take it"


def limit_not_passed(above: float | None, below: float | None) -> str:
    return f"not above {above:g}" if above is not None else f"not below {below:g}"


def leave_it_out(told: str, limit: str) -> str:
    return f"{told}, {limit}: leave it out"


# ledger
def far_from_what_was_given(off: float) -> str:
    return (
        "far below what was given: taken up by sand or rock, more water than thought, or the wrong kit"
        if off < 0
        else "far above what was given: less water than thought, a dose written down twice too little, or the wrong kit"
    )


# replan
def later_by(hours: float) -> str:
    return f"{hours:.0f} hours later" if hours < 48 else f"{hours / 24:.0f} days later"


# salinity
def chosen_lies_behind(now_g_per_kg: float, passed: Iterable[str]) -> str:
    return f"The water reads {now_g_per_kg:.1f} g/kg, past {' and '.join(passed)}: leave this out, or choose one that lies ahead."


def step_is_left_out(now_g_per_kg: float, passed: Iterable[str]) -> str:
    return f"the water reads {now_g_per_kg:.1f} g/kg, past {' and '.join(passed)}: that step is left out, and the next leads on from here"


# ticks
LIFE_HERE: Mapping[str, str] = {"invertebrates": "animals without a backbone", "plants": "plants"}
# a reading as it is written in a sentence, with its unit
READS: Mapping[str, str] = {
    "ammonia": "ammonia {:.2g} mg/L as N",
    "nitrite": "nitrite {:.2g} mg/L as N",
    "oxygen": "oxygen {:.2g} mg/L",
    "ph": "pH {:.1f}",
    "kh": "an alkalinity of {:.0f} mg/L",
    "temperature": f"a water of {{:.1f}}{ON_THE_SCALE}",
}


def asks_for_what_is_not(asked: str, there: Iterable[str]) -> str:
    return f"it asks for “{asked}”, and by the record there is {' and '.join(there)}"


def signs_in_the_last_look(signs: Iterable[str]) -> str:
    return f"{', '.join(signs)} in the last look"


def chosen_against(condition: str) -> str:
    return f"{condition}, which it is chosen against"


def first_in_the_last_look(condition: str) -> str:
    return f"{condition} first in the last look"


# upkeep
def every(days: int) -> str:
    return {1: "every day", 2: "every other day", 7: "every week", 14: "every two weeks"}.get(days, f"every {days} days")


# warned
CONTENTS_UNKNOWN = "of one of these products it is not said what it holds: nobody can tell whether they may meet"


def given_twice(active: str) -> str:
    return f"{active} is in more than one of these medicines: it would be given twice"


def off_while_medicine_is_in(equipment: Sequence[str], running_here: Sequence[str]) -> str:
    words = f"Off while medicine is in: {', '.join(equipment)}."
    if not running_here:
        return words
    return f"{words} By the record {' and '.join(running_here)} {'run' if len(running_here) > 1 else 'runs'} on this tank."


# what is refused, or not known yet
NO_SUCH_PARAMETER = "This course has no such parameter."
TIME_WITH_ITS_ZONE = "Give the time with its zone."
NO_COURSE_IN_THAT_YEAR = "No course starts in that year."
NO_DAY_WOULD_COUNT = "The reading that counts lies above what is held: no day would count."
WHAT_THE_LABEL_TELLS = "Say what the label tells."
CLOCK_COUNTS_SOMETHING = "A clock counts to something."
BEFORE_THE_START = "This lies before the start."
WHAT_IS_DONE_OTHERWISE = "Say what is done otherwise."
LESS_WATER = "Between 0 and 90 % less."


def parameter_between(name: str, low: float, high: float, unit: str) -> str:
    return f"{name}: between {low:g} and {high:g} {unit}."


def whole_number(name: str) -> str:
    return f"{name}: a whole number."


def set_it_yourself(cycle: str, why: str, parameter: str) -> str:
    return f"{cycle}: {why} Set “{parameter}” yourself."


def which_product(active: str) -> str:
    return f"Which {active} product is it? Type what its label says."


def live_here(who: str, what: str) -> str:
    return f"{who} live here: {what}."


def again_after_nothing(step: str) -> str:
    return f"{step}: it comes again after nothing."


def too_many_times(step: str, most: int) -> str:
    return f"{step}: that is more than {most} times."


def no_warmth_for(who: str, most: str) -> str:
    return f"{who} live here and bear at most {most}: no warmth for them."


def every_so_many_days(most: int) -> str:
    return f"Every 1 to {most} days."


def days_of_the_course(days: int) -> str:
    return f"The course has the days 1 to {days}."


def nothing_on_day(day: int) -> str:
    return f"Nothing is given and nobody moves on day {day}."
