"""What the room “units” says: each sentence once, of plain values, for its whole room."""

from __future__ import annotations


# typed
def not_a_unit(unit: str, examples: str) -> str:
    return f"“{unit}” is not a unit that fits here. Write for example {examples}."


# what is refused, or not known yet
TOO_LONG_FOR_A_FIGURE = "That is too long for a figure."
WITH_A_POINT = "Write 2.5 with a point: a comma can mean thousands or tenths."
NOT_A_NUMBER = "That is not a number."
TOO_LARGE = "That number is too large to be true."
PH_HAS_NO_UNIT = "pH has no unit: write for example 7.4."
NO_PH_OF_A_TANK = "A pH in a tank lies between 3 and 11."
ONE_PART_TO_HOW_MANY = "One part to how many of water? Write for example 1:19."
PART_OF_HOW_MUCH = "Of how much water? Write for example 30 of 80 L, or a share such as 25 %."
MORE_WATER_THAN_THERE_IS = "That is more water than there is."


def nothing_typed(examples: str) -> str:
    return f"Nothing typed. Write for example {examples}."


def not_a_figure(typed: str, examples: str) -> str:
    return f"“{typed}” can’t be read as a figure. Write for example {examples}."


def no_water_for_fish(typed: str) -> str:
    return f"{typed} is no water for fish. Is it °C or °F? Write 78 F or 25.5 C."


def hardly_true(typed: str, *, too_large: bool) -> str:
    return f"{typed} is too {'large' if too_large else 'small'} to be true here. Check the unit and the point."


# what every room refuses
MORE_THAN_NOTHING = "This must be more than nothing."
NOT_NEGATIVE = "This can’t be negative."
SHARE_0_TO_100 = "A share lies between 0 and 100 %."
HOW_MUCH_WATER = "How much water?"
