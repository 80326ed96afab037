"""What a protocol may hold: a course as data, with its parameters, steps, clock and rules. Adding one touches no code."""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Annotated, Literal, NamedTuple

from pydantic import AfterValidator, Field, model_validator

from pennywort.core.reference import phrases
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.figures import Confidence, Datum, Figure, Source, Sourced, Statement

StepKind = Literal[
    "dose", "bath", "dip", "swab", "food", "water_change", "water_test", "look", "temperature", "salinity", "transfer", "carbon_in", "carbon_out", "lights",
    "feed", "remove", "disinfect", "tell",
]  # fmt: skip
# the id of a reading of the register, or of one that only a strip or a card of its own tells
Readings = str
STRIPS = ("peroxide_strip",)
# of these the record of a tank says what was read last
Tested = Literal["temperature", "oxygen", "ph", "ammonia", "nitrite", "kh"]
Risk = Annotated[int, Field(ge=0, le=3)]
_TERM = re.compile(r"^(?:(?P<times>[a-z_]+)\s*\*\s*)?(?:(?P<number>\d+(?:\.\d+)?)\s*(?P<unit>h|d)|(?P<name>[a-z_]+))$")
_PART = re.compile(r"^1\s*/\s*(?P<name>[a-z_]+)$")


class Term(NamedTuple):
    """One term of a time: its sign, its hours (None for a parameter), the parameter, and the one that it is taken so many times by (empty: once)."""

    sign: int
    hours: float | None
    name: str
    times: str


def part_of(share: str) -> str:
    """The parameter of a share written as one part of so many, "1/portions"; empty for any other."""
    match = _PART.match(share)
    return match["name"] if match else ""


def terms_of(text: str) -> list[Term]:
    """A time as written: "72 h", "2 d", "days", "days + 1 d", "rounds * gap", "rounds * 24 h".

    :raises ValueError: anything else.
    """
    found: list[Term] = []
    sign = 1
    for part in re.split(r"\s*([+-])\s*", text.strip()):
        if part in ("+", "-"):
            sign = 1 if part == "+" else -1
            continue
        match = _TERM.match(part)
        if match is None:
            raise ValueError(phrases.no_time(text))
        hours = None if match["name"] else float(match["number"]) * (24 if match["unit"] == "d" else 1)
        found.append(Term(sign=sign, hours=hours, name=match["name"] or "", times=match["times"] or ""))
    return found


def _a_time(text: str) -> str:
    terms_of(text)
    return text


Time = Annotated[str, AfterValidator(_a_time)]


class CycleRow(Sourced):
    """Length of something at one temperature: nine cases in ten lie between."""

    temperature_c: float
    low_h: float = Field(gt=0)
    high_h: float = Field(gt=0)

    @model_validator(mode="after")
    def _in_order(self) -> CycleRow:
        if self.high_h <= self.low_h:
            raise ValueError(phrases.LOW_BELOW_HIGH)
        return self


class Stage(Datum):
    """A stage of a life cycle. With ``low_h`` and ``high_h`` at ``at_c`` it scales with the whole cycle; else it is ``share`` of it."""

    id: str
    name: str
    lives_on: Literal["fish", "bottom", "water"]
    share: float = Field(gt=0, lt=1)
    low_h: float | None = Field(default=None, gt=0)
    high_h: float | None = Field(default=None, gt=0)
    at_c: float | None = None
    reached_by: tuple[Literal["medicine", "transfer"], ...]


class LifeCycle(Sourced):
    """A parasite: how long its round takes by temperature, and the stages it goes through. ``hatch``: eggs, where it lays them."""

    id: str
    name: str
    condition: str
    cycle: tuple[CycleRow, ...] = Field(min_length=2)
    hatch: tuple[CycleRow, ...] = ()
    stages: tuple[Stage, ...] = Field(min_length=2)

    @model_validator(mode="after")
    def _rising(self) -> LifeCycle:
        for rows in (self.cycle, self.hatch):
            warmth = [r.temperature_c for r in rows]
            if warmth != sorted(set(warmth)):
                raise ValueError(phrases.ROWS_BY_TEMPERATURE)
        return self


class Kinetics(Datum):
    """How an active leaves the water by itself, as half-lives in hours; None where it does not, or nobody knows.

    ``sand_share``: of what is dosed over sand and rock, the part that they have taken up in the end (0-1), with ``sand_half_h``.
    """

    id: str
    half_life_h: Figure | None = None
    carbon_half_life_h: Figure | None = None
    sand_share: Figure | None = None
    sand_half_h: Figure | None = None


class Parameter(Sourced):
    """What a keeper may set within bounds. ``from_cycle``: its value is reckoned from a life cycle at the tank's temperature."""

    id: str
    name: str
    unit: Literal["mg/L", "uL/L", "g/kg", "degC", "day", "h", "1"]
    value: float
    low: float
    high: float
    from_cycle: str = ""
    cycles: float = 1.0
    margin_days: float = 0.0

    @model_validator(mode="after")
    def _in_order(self) -> Parameter:
        if not self.low <= self.value <= self.high:
            raise ValueError(phrases.IN_ORDER)
        if self.from_cycle and self.unit != "day":
            raise ValueError(phrases.CYCLE_IN_DAYS)
        return self


class CourseMedicine(Datum):
    """An active held in the water by a course: which use of the formulary, and which parameter is its target."""

    active: str
    use: str
    target: str


class OnlyIf(Datum):
    """When a step is taken: ``no_better_by_day`` of looks, a ``reading`` on one side of a figure, or a parameter's value."""

    no_better_by_day: float | None = None
    reading: Readings | None = None
    below: float | None = None
    above: float | None = None
    words: str


class Told(Sourced):
    """A line that is common practice, recalled, unless it says otherwise; its course names where it comes from as a whole."""

    source: tuple[Source, ...] = ("common practice",)
    confidence: Confidence = "C"
    recalled: bool = True


class Step(Told):
    """One line: what is done, at which hour, how often again and until when.

    ``share`` is the part of the target (dose) or of the water (change): a figure, or a parameter's name. ``refill``: only what
    is missing of it, by what is expected in the water then.
    ``if_settled``: what the first emptying says instead where the fish came out of a tank that stays set up (a display).
    ``minimum`` is the least time between two of this step. Baths, dips, swabs and food name their ``use``.
    """

    kind: StepKind
    title: str
    at: Time = "0 h"
    every: Time | None = None
    until: Time | None = None
    minimum: Time | None = None
    active: str | None = None
    use: str | None = None
    target: str | None = None
    share: float | str | None = None
    refill: bool = False
    put_back: bool = False
    minutes: str | None = None
    to: str | None = None
    reads: tuple[Readings, ...] = ()
    if_settled: str = ""
    only_if: OnlyIf | None = None
    text: Annotated[str, Field(max_length=400)] = ""

    @model_validator(mode="after")
    def _complete(self) -> Step:
        if (self.every is None) != (self.until is None):
            raise ValueError(phrases.every_with_until(self.title))
        if self.kind == "dose" and (self.active is None or self.share is None):
            raise ValueError(phrases.dose_without_target(self.title))
        if self.kind == "water_change" and self.share is None:
            raise ValueError(phrases.change_without_share(self.title))
        if self.kind in ("bath", "dip", "swab", "food") and self.use is None:
            raise ValueError(phrases.use_not_named(self.title))
        if self.kind in ("temperature", "salinity") and self.to is None:
            raise ValueError(phrases.to_what(self.title))
        if self.kind == "water_test" and not self.reads:
            raise ValueError(phrases.what_is_read(self.title))
        return self


class Clock(Sourced):
    """What counts towards the end. ``slip``: what a gap does; mixed restarts after ``gap`` or more, else adds the lost time."""

    counts: Literal["readings", "doses", "days"]
    active: str | None = None
    reading: Readings | None = None
    length: Time
    slip: Literal["restart", "pause", "mixed"] = "pause"
    gap: Time = "24 h"
    text: str

    @model_validator(mode="after")
    def _complete(self) -> Clock:
        if self.counts == "readings" and self.reading is None:
            raise ValueError(phrases.WHICH_READINGS)
        return self


# what stands in a tank and takes up what is dosed
Stands = Literal["sand", "rock"]


class ToConfirm(Statement):
    """What is ticked before the start, and what it says of this water and these fish, so that it is not offered against the record.

    ``without``: life, kinds of fish, ``sand`` or ``rock`` that are not there. ``least`` and ``most`` bound readings in the unit
    of the record (nitrogen as N, mg/L; degC). ``ruled_out``: conditions that are not what is treated. ``well``: it says that the
    fish look well; where the last look says otherwise the course is not for them at all.
    """

    without: tuple[str, ...] = ()
    least: dict[Tested, float] = {}
    most: dict[Tested, float] = {}
    ruled_out: tuple[str, ...] = ()
    well: bool = False


class StopRule(Told):
    """When it is broken off, or not yet over."""

    kind: Literal["stop", "complete"]
    text: str
    days_since_sign: float | None = None
    level_below_fraction: float | None = None


class Risks(Datum):
    """Our own estimate, nought to three, for the comparison: harm to these if all is done right, and how much goes wrong easily."""

    fish: Risk
    filter: Risk
    plants: Risk
    keeper: Risk
    work: Risk


class CourseProtocol(Sourced):
    """A course as data.

    ``kind`` label: all of it comes from the keeper's own bottle; ``needs_label``: that runs beside the steps. ``outlasts``:
    which life cycle it is meant to outlast, and by which means. ``ends``: when treatment ends; ``observe`` how long after it.
    """

    id: str
    name: str
    school: str
    version: str
    family: str
    kind: Literal["steps", "label", "watch"]
    water: tuple[WaterType, ...] = Field(min_length=1)
    conditions: tuple[str, ...]
    for_it: Statement
    against_it: Statement
    risks: Risks
    parameters: tuple[Parameter, ...] = ()
    medicines: tuple[CourseMedicine, ...] = ()
    confirm: tuple[ToConfirm, ...] = ()
    steps: tuple[Step, ...]
    clock: Clock | None = None
    rules: tuple[StopRule, ...] = ()
    ends: Time
    observe: Time
    outlasts: str = ""
    outlasts_by: Literal["medicine", "transfer", ""] = ""
    needs_label: bool = False

    @model_validator(mode="after")
    def _names_known(self) -> CourseProtocol:
        names = {p.id: p for p in self.parameters}
        if len(names) != len(self.parameters):
            raise ValueError(phrases.PARAMETER_TWICE)
        if bool(self.outlasts) != bool(self.outlasts_by):
            raise ValueError(phrases.OUTLASTS_BY_WHICH)
        self._check_times(names)
        for medicine in self.medicines:
            if medicine.target not in names:
                raise ValueError(phrases.target_is_no_parameter(medicine.active))
        for step in self.steps:
            self._check_step(step, names)
        return self

    def _check_times(self, names: Mapping[str, Parameter]) -> None:
        times = [self.ends, self.observe, *([self.clock.length, self.clock.gap] if self.clock else [])]
        for step in self.steps:
            times += [t for t in (step.at, step.every, step.until, step.minimum) if t]
        for text in times:
            for term in terms_of(text):
                if term.hours is None and (term.name not in names or names[term.name].unit not in ("day", "h")):
                    raise ValueError(phrases.no_length(text, term.name))
                if term.times and (term.times not in names or names[term.times].unit != "1"):
                    raise ValueError(phrases.no_plain_number(text, term.times))

    def _check_step(self, step: Step, names: Mapping[str, Parameter]) -> None:
        for word in (step.share, step.to, step.target):
            if isinstance(word, str) and not _is_number(word) and (part_of(word) or word) not in names:
                raise ValueError(phrases.no_parameter(step.title, word))
        if step.kind == "dose" and step.active not in {m.active for m in self.medicines}:
            raise ValueError(phrases.not_among_the_medicines(step.title, step.active))
        if step.kind != "dose" and step.share is not None and not isinstance(step.share, str) and not 0 < step.share <= 1:
            raise ValueError(phrases.share_0_to_1(step.title))


def counts_in(protocol: CourseProtocol) -> set[str]:
    """The parameters that count something (rounds, portions): whole numbers only."""
    found = {part_of(s.share) for s in protocol.steps if isinstance(s.share, str)}
    times = [protocol.ends, protocol.observe, *([protocol.clock.length, protocol.clock.gap] if protocol.clock else [])]
    times += [t for s in protocol.steps for t in (s.at, s.every, s.until, s.minimum) if t]
    return (found | {term.times for text in times for term in terms_of(text)}) - {""}


def _is_number(text: str) -> bool:
    try:
        float(text)
    except ValueError:
        return False
    return True
