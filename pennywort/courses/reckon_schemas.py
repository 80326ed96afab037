"""A plan and a ledger by themselves: what the API's ``plan`` and ``ledger`` and the commands of those names read and answer."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from pydantic import AwareDatetime, Field

from pennywort.core.lengths import ID, NAME, ZONE
from pennywort.core.reference.disease_models import WaterType
from pennywort.courses.schemas import WishIn
from pennywort.records.schemas import In, Plain, Typed

MOST = 2000
Figure = Annotated[float, Field(ge=0, le=1e12, allow_inf_nan=False)]
Share = Annotated[float, Field(ge=0, le=1, allow_inf_nan=False)]


class PlanIn(WishIn):
    """A protocol in a water that stands in no record. ``prices`` of one mg, mL or piece of each product."""

    water: WaterType
    volume: Typed
    uncertainty: Typed = ""
    starts_at: AwareDatetime
    time_zone: str = Field(default="UTC", max_length=ZONE)
    temperature: Typed = ""
    oxygen: Typed = ""
    ph: Typed = ""
    species: list[Annotated[str, Field(max_length=NAME)]] = Field(default=[], max_length=40)
    invertebrates: bool = False
    plants: bool = False
    sand: bool = False
    prices: dict[str, Figure] = {}


class PlannedOut(Plain):
    at: datetime
    kind: str
    title: str
    only_if: str
    active: str | None
    active_mg: float | None
    amount: float | None
    unit: str
    share: float | None
    put_back: bool
    to: float | None
    minutes: float | None
    reads: list[str]
    expected_mg_per_l: float | None


class TotalOut(Plain):
    active: str
    product: str
    amount: float
    unit: str
    cost: float | None


class RuleOut(Plain):
    counts: str
    length_h: float
    slip: str
    gap_h: float
    every_h: float | None


class PlanOut(Plain):
    """``never`` lines that this meets: it may not be started. ``care`` lines that need a reason."""

    protocol: str
    version: str
    parameters: dict[str, float]
    starts_at: datetime
    treatment_ends_at: datetime
    observe_starts_at: datetime
    ends_at: datetime
    steps: list[PlannedOut]
    totals: list[TotalOut]
    clock: RuleOut | None
    never: list[str]
    care: list[str]
    needs_vet: bool
    left_fraction: float | None
    left_at_c: float | None


class EventIn(In):
    """What happened at one instant, in this order: a share changed, topped up, dosed, carbon in or out, read."""

    at: AwareDatetime
    added_mg: Figure = 0.0
    changed_fraction: Share = 0.0
    topped_up: bool = False
    fresh_mg_per_l: Figure = 0.0
    carbon: bool | None = None
    reading_mg_per_l: Figure | None = None


class WindowIn(In):
    low_mg_per_l: Figure
    high_mg_per_l: Figure


class RuleIn(In):
    """How a clock of readings counts: in hours; what a gap does."""

    length_h: Annotated[float, Field(gt=0, le=1e5, allow_inf_nan=False)]
    slip: Literal["restart", "pause", "mixed"] = "restart"
    gap_h: Annotated[float, Field(gt=0, le=1e5, allow_inf_nan=False)] = 36.0


class LedgerIn(In):
    """One water and one active. Its decay, carbon and sand come from the reference; no ``active`` loses nothing by itself."""

    volume: Typed
    uncertainty: Typed = ""
    active: str = Field(default="", max_length=ID)
    starts_at: AwareDatetime
    level_mg_per_l: Figure = 0.0
    evaporation: Typed = ""
    sand: bool = False
    carbon: bool = False
    events: list[EventIn] = Field(default=[], max_length=MOST)
    at: list[AwareDatetime] = Field(min_length=1, max_length=MOST)
    window: WindowIn | None = None
    clock: RuleIn | None = None


class LevelOut(Plain):
    at: datetime
    concentration_mg_per_l: float
    low_mg_per_l: float
    high_mg_per_l: float


class CheckOut(Plain):
    at: datetime
    reading_mg_per_l: float
    expected: LevelOut
    plausible: bool
    words: str


class MassesOut(Plain):
    given_mg: float
    water_mg: float
    sand_mg: float
    removed_mg: float
    decayed_mg: float


class ClockSlipOut(Plain):
    at: datetime
    kind: str
    words: str
    lost_h: float


class ClockOut(Plain):
    counted_h: float
    day_number: int
    of_days: int
    running: bool
    complete: bool
    started_at: datetime | None
    ends_at: datetime | None
    slips: list[ClockSlipOut]


class LedgerOut(Plain):
    """Levels at the instants asked, readings beside what was expected, and at the last instant masses, window and clock."""

    levels: list[LevelOut]
    readings: list[CheckOut]
    masses: MassesOut
    hours_in_window: float | None
    leaves_window_at: datetime | None
    clock: ClockOut | None
