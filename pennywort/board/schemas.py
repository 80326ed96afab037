"""What Today and the strips send: plain shapes, since hundreds of them are made for one answer."""

from __future__ import annotations

from typing import Literal
from uuid import UUID

from pennywort.courses.strip_schemas import AxisOut, StripOut
from pennywort.records.schemas import Plain
from pennywort.tanks.upkeep_api import StandingOut


class DueOut(Plain):
    task: UUID
    kind: str
    section: Literal["late", "now", "later"]
    tank: UUID
    tank_name: str
    group: UUID
    case: UUID
    at_words: str
    late_words: str
    title: str
    what: str
    press: str
    press_amount: str
    put_back: bool
    tool_words: str
    reaches: str
    warning: str
    warning_short: str
    moves_words: str
    where_words: str
    text: str
    use: str
    # of a water test what it asks for
    reads: list[str]
    hangs: Literal["", "applies", "does_not", "unknown"]
    hangs_words: str


class DoneOut(Plain):
    ledger: str
    entry: UUID
    at_words: str
    words: str
    by: str
    amount: str
    task: str


class TomorrowOut(Plain):
    tank: UUID
    tank_name: str
    at_words: str
    title: str
    prepare: str


class TankBelowOut(Plain):
    """A tank further down: one where something goes on has a strip, which is asked for as it comes into view."""

    tank: UUID
    code: str
    name: str
    fish: str
    quiet: bool


class StripsOut(Plain):
    date_words: str
    time_words: str
    axis: AxisOut
    strips: list[StripOut]


class TodayOut(Plain):
    date_words: str
    time_words: str
    sentence: str
    fish_words: str
    axis: AxisOut
    # of the tanks that a tall screen shows; the others follow below them
    strips: list[StripOut]
    below: list[TankBelowOut]
    due: list[DueOut]
    done: list[DoneOut]
    waiting: list[str]
    tomorrow: list[TomorrowOut]
    # what is done every so many days, and falls due today or is late
    upkeep: list[StandingOut]


class RailOut(Plain):
    due: int
    waiting: int
