"""What a strip is on the wire."""

from __future__ import annotations

from datetime import datetime
from typing import Literal
from uuid import UUID

from pennywort.records.schemas import Plain, ShownOut


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


class StandsOut(Plain):
    """How a tank stands now: its fish, what is in its water, how far its course is. Quiet: nothing goes on, nor did in the last two weeks."""

    tank: UUID
    code: str
    name: str
    fish: str
    medicine: str
    state: Literal["in_range", "above", "below", "unknown", "none"]
    state_words: str
    level: ShownOut | None
    day_count: DayCountOut | None
    case: UUID | None
    group: UUID | None
    quiet: bool


class StripOut(StandsOut):
    """The same with all that its strip draws, and in one sentence for who can't see it."""

    curves: list[CurveOut]
    doses: list[MarkOut]
    changes: list[MarkOut]
    readings: list[MarkOut]
    upkeep: list[MarkOut]
    losses: list[MarkOut]
    arrivals: list[MarkOut]
    windows: list[SpanOut]
    days_done: list[SpanOut]
    label: str


class PlanStripOut(Plain):
    """A plan as a strip, on an axis of its own."""

    axis: AxisOut
    strip: StripOut
