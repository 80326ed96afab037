"""What Today and the strips send: plain shapes, since hundreds of them are made for one answer."""

from __future__ import annotations

from datetime import datetime
from typing import Literal
from uuid import UUID

from pennywort.rooms.schemas import Plain, ShownOut


class DayOut(Plain):
    letter: str
    number: str
    month: str
    weekend: bool
    today: bool


class AxisOut(Plain):
    starts_at: datetime
    ends_at: datetime
    now: datetime
    days: list[DayOut]


class PointOut(Plain):
    at: datetime
    concentration_mg_per_l: float


class CurveOut(Plain):
    medicine: str
    name: str
    colour: str
    past: list[PointOut]
    ahead: list[PointOut]
    low_mg_per_l: float
    high_mg_per_l: float
    top_mg_per_l: float
    low: ShownOut
    high: ShownOut


class MarkOut(Plain):
    at: datetime
    words: str
    done: bool
    late: bool


class SpanOut(Plain):
    starts_at: datetime
    ends_at: datetime
    words: str


class DayCountOut(Plain):
    starts_at: datetime
    ends_at: datetime
    words: str
    end_words: str
    slip_words: str


class StripOut(Plain):
    tank: UUID
    code: str
    name: str
    fish: str
    medicine: str
    state: Literal["in_range", "above", "below", "unknown", "none"]
    state_words: str
    level: ShownOut | None
    curves: list[CurveOut]
    doses: list[MarkOut]
    changes: list[MarkOut]
    readings: list[MarkOut]
    losses: list[MarkOut]
    arrivals: list[MarkOut]
    windows: list[SpanOut]
    days_done: list[SpanOut]
    day_count: DayCountOut | None
    case: UUID | None
    group: UUID | None
    quiet: bool
    label: str


class PlanStripOut(Plain):
    """A plan as a strip, on an axis of its own."""

    axis: AxisOut
    strip: StripOut


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


class TodayOut(Plain):
    date_words: str
    time_words: str
    sentence: str
    fish_words: str
    axis: AxisOut
    strips: list[StripOut]
    due: list[DueOut]
    done: list[DoneOut]
    waiting: list[str]
    tomorrow: list[TomorrowOut]


class RailOut(Plain):
    due: int
    waiting: int
