"""What the room “water” says: each sentence once, of plain values, for its whole room."""

from __future__ import annotations

from collections.abc import Iterable

# gate
NOT_READ = "not read"
NONE = "none"
TOO_MUCH = "too much"
TOO_LITTLE = "too little"
ENOUGH = "enough"
LOW_ENOUGH = "low enough"
HARDLY_ANY = "hardly any"
BURNS_GILLS = "burns gills"
CHANGE_WATER = "change water"
RAISED_FOR_THE_COURSE = "raised for the course"
MEDICINE_ABOVE_RANGE = "The medicine stands above its range."
ALL_IN_RANGE = "All read and in range."


def some_is_there(missing: Iterable[str]) -> str:
    return f"there is some; read {' and '.join(missing)} to know how much of it harms"


def harms_or_too_much(part: float, harm: float) -> str:
    return "harms the gills" if part > harm else "too much"


def of_it_harms(part: float) -> str:
    return f"{part:.3f} of it harms"


def chloride_guards(ratio: float, guard: float) -> str:
    return f"too much; chloride {ratio:.0f} : 1 guards" if ratio >= guard else f"too much; chloride only {ratio:.1f} : 1, {guard:g} guards"


def shock(change: float) -> str:
    return f"{'up' if change > 0 else 'down'} {abs(change):.1f} within a day: a shock"


def of_what_it_can_hold(enough: str, value: float, full: float) -> str:
    return f"{enough}, {value / full:.0%} of what it can hold"


def there_is_here(name: str) -> str:
    return f"there is {name} here"


def medicine_stands(over: bool) -> str:
    return "above the range of the course" if over else "hold it against the range of your product"


def above_by_what_was_given(name: str) -> str:
    return f"{name} above its range, by what was given"


def read_again_because(strange: Iterable[str], why: Iterable[str]) -> str:
    return f"Read again: {', '.join(strange)}. {' '.join(why)}"


def all_fell_ill_at_once(untested: Iterable[str]) -> str:
    return f"All kinds fell ill at once: that is the water until it is tested ({', '.join(untested)})."


def mend_the_water(what: str) -> str:
    return f"Mend the water first: {what}."


def read_again(strange: Iterable[str]) -> str:
    return f"Read again: {', '.join(strange)}."


def out_of_range(bad: Iterable[str]) -> str:
    return f"Out of range: {', '.join(bad)}."


def not_read(unread: Iterable[str]) -> str:
    return f"Not read: {', '.join(unread)}."


# matched
HALF_A_DEGREE = "half a degree"
ONE_DEGREE = "one degree"

# osmolality
CHANGES_NOTHING = "The bath is as salty as the water they come from: it changes nothing."


def dilutes_them(bath_mosmol: float, home_mosmol: float) -> str:
    return f"This bath is thinner than the water they come from ({bath_mosmol:.0f} against {home_mosmol:.0f} mOsmol/kg): it dilutes them."


def saltier(bath_mosmol: float, home_mosmol: float) -> str:
    return f"Saltier than the water they come from: {bath_mosmol:.0f} against {home_mosmol:.0f} mOsmol/kg."


# plausible
def cannot_be_read(value: float, unit: str) -> str:
    return f"{value:g} {unit} is more than it can read, or less: it is broken or out of the water"


def stuck(stuck_h: float) -> str:
    return f"the very same figure for more than {stuck_h:g} hours: it is stuck"


def changed_too_fast(last: float, value: float, unit: str, within: str) -> str:
    return f"from {last:g} to {value:g} {unit} within {within}: water does not change so fast"


# vessels
AS_THE_NAME_SAYS = "as the name says"
ALL_WATER = "all of it water"


def other_than_the_name(share: float) -> str:
    return f"{abs(share) * 100:.0f} % {'less' if share < 0 else 'more'} than the name on the box"


def other_than_it_holds(share: float) -> str:
    return f"{abs(share) * 100:.0f} % {'less' if share < 0 else 'more'} than the vessel holds"


# volume
NET_WATER_MEASURED = "net water, measured"
LESS_SAND = "less sand grains"
LESS_ROCK = "less rock and décor"
NET_WATER_RECKONED = "net water, reckoned"
SUM_OF_LINES = "sum of the lines above"
AS_MEASURED = "as measured; it overrides the reckoning"


def to_the_water_line(shape: str) -> str:
    return f"{shape}, to the water line"


def of_sand(volume_cm3: str) -> str:
    return f"{volume_cm3} cm³ of sand"


# what is refused, or not known yet
PROTEIN_OF_FOOD = "Fish food holds between 0 and 90 % protein."
LEVEL_BELOW_NOTHING = "A level can’t be less than nothing."
NEW_WATER_HOLDS_AS_MUCH = "The new water holds as much of it: changing water does not bring it down."
HOW_MUCH_AMMONIA = "How much ammonia do the fish give off in a day?"
HOW_MUCH_WAS_ADDED = "Say how much was added."
READS_NO_MORE = "It reads no more than before. Stir, wait an hour and read again."
RISE_IS_LOST = "The rise is lost in what the meter may be out by. Add more, or take a finer meter."
HOW_WARM_IS_THE_ROOM = "How warm is the room on its coldest night?"
CANNOT_HAVE_HAPPENED = "This can’t have happened to a water."
SALT_0_TO_120 = "Between 0 and 120 g/L."
NOT_A_NUMBER = "This is not a number."
CHOOSE_A_SHAPE = "Choose a shape."
HIGHER_THAN_THE_VESSEL = "The water can’t stand higher than the vessel."
BOW_IS_WIDER = "The bow is wider in its middle than at its sides."
BOWS_OUT_TOO_FAR = "No front bows out so far: measure from the back pane to the middle of the front."
MEASURE_THIS_TOO = "Measure this too."
HARDLY_ANY_WATER = "Sand and rock would leave hardly any water. Check their figures."
WATER_SHARE_OF_SAND = "The water share of the sand lies between 0 and 100 %, usually near 40 %."
SAND_TO_THE_WATER_LINE = "The sand would reach the water line."
HOW_WIDE_IS_THE_SAND = "How long and how wide is the sand?"


def lies_between(low: float, high: float) -> str:
    return f"This lies between {low} and {high}."


def filter_followed_for(days: float) -> str:
    return f"A filter is followed for {days} days."


def filter_warmth(coldest_c: float, warmest_c: float) -> str:
    return f"A filter is brought to life between {coldest_c:g} and {warmest_c:g}\xa0°C."


def salt_between(low: float, high: float) -> str:
    return f"This lies between {low:g} and {high:.4g}."
