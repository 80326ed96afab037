"""What one strip draws: marks, spans and curves on a time axis, of the record or of a plan."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import datetime
from typing import Literal
from uuid import UUID

from pennywort.core.course.ledger import Level
from pennywort.core.reference import library
from pennywort.core.units import Shown, show_concentration
from pennywort.courses.models import Case
from pennywort.courses.queries.targets import EDGE_FRACTION
from pennywort.tanks.models import Tank

State = Literal["in_range", "above", "below", "unknown", "none"]


@dataclass(frozen=True, kw_only=True)
class Axis:
    """The shared axis: whole days of the fishroom, two weeks back to three ahead."""

    starts_at: datetime
    ends_at: datetime
    now: datetime


@dataclass(frozen=True, kw_only=True)
class Mark:
    """Something at one instant, with words for who can't see it."""

    at: datetime
    words: str
    done: bool = True
    late: bool = False


@dataclass(frozen=True, kw_only=True)
class Span:
    """Something that lasts."""

    starts_at: datetime
    ends_at: datetime
    words: str


@dataclass(frozen=True, kw_only=True)
class Curve:
    """The level of one medicine, past and planned, with its range; all mg/L, top is the scale's upper end."""

    medicine: str
    name: str
    colour: str
    past: tuple[Level, ...]
    ahead: tuple[Level, ...]
    low_mg_per_l: float
    high_mg_per_l: float
    low: Shown
    high: Shown
    top_mg_per_l: float

    @staticmethod
    def of(medicine: str, *, past: tuple[Level, ...], ahead: tuple[Level, ...], low_mg_per_l: float, high_mg_per_l: float, peak_mg_per_l: float) -> Curve:
        """The curve of an active, scaled to a peak."""
        active = library().actives[medicine]
        return Curve(
            medicine=medicine,
            name=active.short_name,
            colour=active.colour,
            past=past,
            ahead=ahead,
            low_mg_per_l=low_mg_per_l,
            high_mg_per_l=high_mg_per_l,
            low=show_concentration(low_mg_per_l, like_mg_per_l=high_mg_per_l),
            high=show_concentration(high_mg_per_l, like_mg_per_l=high_mg_per_l),
            top_mg_per_l=peak_mg_per_l * 1.15,
        )

    @property
    def now_mg_per_l(self) -> float:
        """The level at this instant."""
        return self.past[-1].concentration_mg_per_l

    @property
    def out_of_range(self) -> State | None:
        """Above or below its range, beyond what a spoon rounds; None when in it."""
        if self.now_mg_per_l > self.high_mg_per_l * (1 + EDGE_FRACTION):
            return "above"
        return "below" if self.now_mg_per_l < self.low_mg_per_l * (1 - EDGE_FRACTION) else None


@dataclass(frozen=True, kw_only=True)
class DayCount:
    """How far a course is: its first day, its last, the days done, in words, and what last stopped its clock."""

    starts_at: datetime
    ends_at: datetime
    words: str
    end_words: str
    slip_words: str


@dataclass(frozen=True, kw_only=True)
class Strip:
    """All that one strip draws."""

    tank: Tank
    fish: str
    medicine: str
    state: State
    state_words: str
    level: Shown | None
    curves: tuple[Curve, ...]
    doses: tuple[Mark, ...]
    changes: tuple[Mark, ...]
    readings: tuple[Mark, ...]
    losses: tuple[Mark, ...]
    arrivals: tuple[Mark, ...]
    windows: tuple[Span, ...]
    day_count: DayCount | None
    days_done: tuple[Span, ...] = field(default=())
    # what is done at the tank beside changes and tests: the sponge, food, light
    upkeep: tuple[Mark, ...] = field(default=())
    case: Case | None = None
    group: UUID | None = None
    # nothing is going on here, and nothing was in the last two weeks
    quiet: bool = False
