"""What the Today, Courses and Records screens send and get."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field

from pennywort.core.lengths import ID, NOTE, REASON, STORY
from pennywort.core.outcome.look_back import Topic
from pennywort.core.reference.course_models import StepKind
from pennywort.courses.services.course import Ticked, Wish
from pennywort.courses.stages_shown import StagesOut
from pennywort.courses.strip_schemas import PlanStripOut
from pennywort.dosing.schemas import CautionOut, RulerOut, ToolOut
from pennywort.library.api import SourcedText
from pennywort.records.schemas import Entry, In, Plain, ShownOut, TraceOut, Typed, Write
from pennywort.shelf.labels import LabelIn
from pennywort.shelf.products import ProductIn

CaseOutcome = Literal["recovered", "improved", "stable", "no_effect", "relapsed", "wrong", "lost", "ended", "unclear"]
CourseOutcome = Literal["cured", "improved", "no_effect", "worse", "relapsed", "stopped", "unclear"]


class AheadOut(Plain):
    due_at: datetime
    kind: str
    day_words: str
    at_words: str
    title: str
    amount: str
    text: str


class WishIn(In):
    protocol: str = Field(max_length=ID)
    parameters: dict[str, Typed] = {}
    products: dict[str, ProductIn] = {}
    label: LabelIn | None = None
    # further products by their labels, given at the same time
    also: Annotated[list[LabelIn], Field(max_length=3)] = []
    condition: str = Field(default="", max_length=ID)
    # the clean tanks that its moves go through, in turn
    tanks: Annotated[list[UUID], Field(max_length=2)] = []

    def wish(self) -> Wish:
        return Wish(
            protocol_id=self.protocol,
            parameters=self.parameters,
            products=self.products,
            label=self.label.typed() if self.label else None,
            also=[label.typed() for label in self.also],
            condition=self.condition,
            tanks=tuple(self.tanks),
        )


class SlipIn(WishIn):
    # now where nothing is said
    starts_at: datetime | None = None


class StartIn(SlipIn, Write):
    confirmed: list[int] = []
    vet_word: bool = False
    reason: str = Field(default="", max_length=REASON)

    def ticked(self) -> Ticked:
        return Ticked(confirmed=self.confirmed, vet_word=self.vet_word, reason=self.reason)


class StartedOut(Plain):
    uid: UUID
    case: UUID


class SlipLineOut(Plain):
    medicine: str | None
    name: str
    short_name: str
    colour: str
    big: ShownOut
    whole_words: str
    share_words: str
    tools: list[ToolOut]
    target: ShownOut | None
    target_text: str
    reaches: ShownOut | None
    reaches_low: ShownOut | None
    reaches_high: ShownOut | None
    range_low: ShownOut | None
    range_high: ShownOut | None
    ruler: RulerOut | None
    trace: list[TraceOut]
    source: str
    recalled: bool


class StepOut(Plain):
    kind: StepKind
    title: str
    at_words: str
    day: int
    amount: str
    text: str


class RisksOut(Plain):
    """Nought to three: harm to these if all is done right, and how much work it is."""

    fish: int
    filter: int
    plants: int
    keeper: int
    work: int


class ParameterOut(Plain):
    """What may be set within bounds; ``from_cycle`` names the parasite whose life cycle it follows."""

    id: str
    name: str
    unit: str
    value: str
    low: str
    high: str
    from_cycle: str


class BuyOut(Plain):
    """How much of a product the whole course takes."""

    name: str
    product: str
    amount: ShownOut
    cost: str
    # held against what stands on the shelf, where somebody said what is in it
    there_words: str


class SchoolsIn(In):
    condition: str = Field(max_length=ID)


class HeldOut(Plain):
    """A medicine that a course holds, by which use of the formulary."""

    active: str
    use: str


class SchoolOut(Plain):
    """One school beside the others: how long, what it takes, what it risks, what it leaves; or why it can't be here."""

    protocol: str
    name: str
    school: str
    kind: str
    for_it: SourcedText
    against_it: SourcedText
    risks: RisksOut
    treat_days: int | None
    all_days: int | None
    takes: str
    cost: str
    left_words: str
    never: str
    care: int
    needs_label: bool
    # it moves them through clean tanks, which may be named
    moves: bool
    medicines: list[HeldOut]


class SlipOut(Plain):
    protocol: str
    name: str
    school: str
    version: str
    kind: str
    water: ShownOut
    water_uncertainty: ShownOut
    where_words: str
    for_it: SourcedText
    against_it: SourcedText
    risks: RisksOut
    parameters: list[ParameterOut]
    lines: list[SlipLineOut]
    cautions: list[CautionOut]
    broken: list[str]
    cared: list[str]
    confirm: list[SourcedText]
    needs_vet: bool
    vet_reason: str
    to_buy: list[BuyOut]
    # what the same would take in the next smaller tank of this water
    smaller_words: str
    strip: PlanStripOut
    stages: StagesOut | None
    left_words: str
    clock_words: str
    rules: list[str]
    days: list[StepOut]
    ends_words: str


class DoseIn(Entry):
    amount: Typed
    confirm_unusual: bool = False


class ChangeIn(Write):
    share: Typed
    task: UUID | None = None
    put_back: bool = True
    happened_at: datetime | None = None


class ShareIn(In):
    share: Typed
    happened_at: datetime | None = None


class BackOut(Plain):
    name: str
    amount: ShownOut
    tool_words: str
    level: ShownOut | None


class BackListOut(Plain):
    volume: ShownOut
    parts: list[BackOut]


class SaltyIn(Write):
    salinity: Typed
    happened_at: datetime | None = None


class DoneIn(Write):
    """A step is done. Of a bath, a dip or a swab that was not run here also what was ``given``, and for how many ``minutes``."""

    given: str = Field(default="", max_length=NOTE)
    minutes: Typed = ""
    happened_at: datetime | None = None


class WarmIn(Write):
    temperature: Typed
    happened_at: datetime | None = None


class StrikeIn(Write):
    ledger: Literal[
        "dose",
        "change",
        "reading",
        "look",
        "observation",
        "loss",
        "photo",
        "leaving",
        "recount",
        "scuffle",
        "merge",
        "upkeep",
        "setup",
        "filter",
        "fed",
        "contact",
    ]
    entry: UUID
    reason: str = Field(default="", max_length=NOTE)


class StopIn(Write):
    reason: str = Field(default="", max_length=NOTE)


class CloseIn(Write):
    outcome: CaseOutcome
    note: str = Field(default="", max_length=STORY)
    condition: str = Field(default="", max_length=ID)


class JudgeIn(Write):
    outcome: CourseOutcome
    note: str = Field(default="", max_length=REASON)


class ImportIn(Write):
    text: str


class FiguresOut(Plain):
    days: int
    doses_given: int
    looks: int
    fish_at_start: str
    fish_lost: str
    fish_left: str
    survived: str


class LineOut(Plain):
    at: datetime
    day: int
    day_words: str
    at_words: str
    kind: str
    words: str
    detail: str
    by: str
    ledger: str
    entry: str
    struck: bool
    corrected: bool


class CourseOut(Plain):
    uid: UUID
    name: str
    words: str
    running: bool
    outcome: CourseOutcome | Literal[""]
    outcome_words: str
    outcome_note: str


class FindingOut(Plain):
    topic: Topic
    words: str


class CaseOut(Plain):
    uid: UUID
    number: int
    tank: UUID
    tank_name: str
    group: UUID
    fish: str
    condition: str
    condition_name: str
    opened_words: str
    closed_words: str
    open: bool
    outcome: CaseOutcome | Literal[""]
    outcome_words: str
    outcome_note: str
    taken_for_name: str
    figures: FiguresOut


class CasesOut(Plain):
    """A page of cases, and how many there are in all; ``go_on_before`` asks for the next one."""

    open: int
    closed: int
    cases: list[CaseOut]
    go_on_before: int | None


class StoryOut(CaseOut):
    sentence: str
    lines: list[LineOut]
    courses: list[CourseOut]
