"""What the Look screen and the diagnosis send and get."""

from __future__ import annotations

from datetime import datetime
from typing import Literal
from uuid import UUID

from pydantic import Field, StrictBool

from pennywort.core.diagnosis.progress import Trend
from pennywort.core.lengths import CALLED, ID, NAME
from pennywort.core.reference.disease_models import Kit, Urgency, WaterType
from pennywort.library.api import SourcedText
from pennywort.looks.diagnosis_shown import AskedOut
from pennywort.looks.weighing import Looked
from pennywort.records.schemas import Entry, In, Note, Plain
from pennywort.tanks.api import TestIn


class SignOut(Plain):
    id: str
    short: str
    label: str
    look: str
    not_if: str
    kit: Kit
    taken_by: str
    daily: bool
    arrival: bool
    good: bool
    reading: str | None
    instead_of: list[str]
    # it is asked only once one of these was seen
    after: list[str]
    # how the plate shows it; empty where it is not drawn
    drawn: str
    # the scale it is told in, small first; empty where it is only there or not
    sizes: list[str]


class RegionOut(Plain):
    id: str
    name: str
    signs: list[SignOut]


class LookKindOut(Plain):
    id: str
    name: str
    kit: Kit
    minutes: int
    how: str


class ContextOut(Plain):
    id: str
    words: str
    known: bool


class KinOut(Plain):
    id: str
    name: str


class CarriedOut(Plain):
    signs: dict[str, bool]
    counts: dict[str, list[int]]
    sizes: dict[str, int]
    words: str
    context: list[str]
    kin: str


class LookBoardOut(Plain):
    group: UUID | None
    tank: UUID | None
    tank_name: str
    fish: str
    species_name: str
    # the outline its kind is drawn with
    shape: str
    fish_count: int
    day_words: str
    case: UUID | None
    water: str
    regions: list[RegionOut]
    looks: list[LookKindOut]
    context: list[ContextOut]
    kin: list[KinOut]
    kin_known: str
    # what this kind is prone to, with the signs to look for
    watch_for: list[str]
    carried: CarriedOut
    fish_named: list[str]
    last_verdict: str
    last_words: str
    gate_read_words: str
    read: dict[str, str]


class CountIn(In):
    seen: int = Field(description="How many fish show it")
    of: int = Field(description="How many were looked at")


class LookedIn(TestIn):
    """Marks, counts and a water test, as they stand on the screen. A sign that is missing was not looked at."""

    signs: dict[str, StrictBool]
    counts: dict[str, CountIn] = Field(default_factory=dict)
    sizes: dict[str, int] = Field(default_factory=dict, description="How much of a sign, 1 the least of its scale")
    context: list[str] = Field(default_factory=list, max_length=40)
    kin: str = Field(default="", max_length=ID)
    fish: str = Field(default="", max_length=CALLED)

    def looked(self) -> Looked:
        return Looked(
            signs=self.signs,
            counts={s: (c.seen, c.of) for s, c in self.counts.items()},
            sizes=self.sizes,
            context=tuple(self.context),
            kin=self.kin,
            test=self.typed_test(),
            fish=self.fish,
        )


class WeighIn(LookedIn):
    in_bag: bool = False


class LookIn(LookedIn, Entry):
    kind: Literal["daily", "arrival"] = "daily"
    place: Literal["", "bag", "tank"] = ""
    carried: list[str] = Field(default_factory=list, max_length=200)
    note: Note = ""


class Newcomer(In):
    """Fish that are not bought yet."""

    water: WaterType
    species: str = Field(default="", max_length=NAME)
    fish_count: int = Field(default=1, ge=1, le=100_000)


class DiagnoseIn(LookedIn, Newcomer):
    """One case for a diagnosis: what ``manage.py diagnose`` reads, too."""

    at_seller: bool = Field(default=False, description="Ask only for looks that can be done where the fish are sold")


class InspectionIn(DiagnoseIn, Entry):
    seller: str = Field(default="", max_length=NAME)
    note: Note = ""


class LookWritten(Plain):
    uid: UUID
    case: UUID | None


class CompareIn(In):
    one: str = Field(max_length=ID)
    other: str = Field(max_length=ID)
    water: WaterType
    signs: dict[str, StrictBool] = Field(default_factory=dict)


class CompareRowOut(Plain):
    sign: str
    label: str
    look: str
    region: str
    one_words: str
    other_words: str
    for_one: bool
    marks: int
    answer: bool | None


class CompareOut(Plain):
    one: str
    other: str
    one_name: str
    other_name: str
    one_urgency: Urgency
    other_urgency: Urgency
    one_summary: SourcedText
    other_summary: SourcedText
    rows: list[CompareRowOut]
    question: AskedOut | None
    question_look: str
    question_how: str
    cost: str
    separates: str
    meanwhile: str
    decide_by: str
    pair_source: str


class TopOut(Plain):
    condition: str
    name: str
    in_100: int


class LookPointOut(Plain):
    uid: UUID
    at: datetime
    day: int
    day_words: str
    at_words: str
    by: str
    kind_words: str
    verdict: str
    seen: list[str]
    absent_count: int
    not_now_seen: list[str]
    note: str
    shares: dict[str, int]
    something_else_in_100: int
    best: TopOut | None


class TrendOut(Plain):
    sign: str
    label: str
    trend: Trend
    words: str


class ProgressOut(Plain):
    since_last: Trend
    since_first: Trend
    words: str
    look_again: bool
    signs: list[TrendOut]


class ExpectOut(Plain):
    name: str
    day: int | None
    started_by: str
    day_1: str
    day_3_4: str
    day_7: str
    look_again_if: str
    source: str


class TurnOut(Plain):
    look: int
    words: str


class OverDaysOut(Plain):
    fish: str
    fish_named: list[str]
    looks: list[LookPointOut]
    lines: list[TopOut]
    turns: list[TurnOut]
    progress: ProgressOut | None
    expect: ExpectOut | None


class WaitingOut(Plain):
    uid: UUID
    species_name: str
    seller: str
    water: str
    verdict: str
    day_words: str
    by: str
    seen: list[str]
