"""What the reference files may hold. Adding a disease, a sign, a medicine or a protocol touches no code."""

from __future__ import annotations

from typing import Literal

from pydantic import Field, model_validator

from pennywort.core.reference import phrases
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.figures import Datum, Figure, Sourced, Statement

CautionLevel = Literal["never", "care", "know"]


class Publication(Datum):
    """A source that figures point to; ``sure`` is how well its title is remembered."""

    code: str
    title: str
    sure: Literal["A", "B"]


class InstrumentMeasure(Datum):
    """What an instrument reads, in ``unit``: its finest step, its limits, how far it wavers, how fast water changes, and
    for how long the very same figure is believed (0: for ever). ``fills``: the column of a water test, empty for none.
    For its stand-in: what a water ``usually`` reads, its ``swing`` within a day, and ``times`` of which other measure it shows.
    """

    name: str
    unit: str
    fills: str
    step: float = Field(gt=0)
    low: float
    high: float
    jump_per_h: float = Field(gt=0)
    noise: float = Field(ge=0)
    stuck_h: float = Field(ge=0)
    usually: dict[WaterType, float] = Field(default_factory=dict)
    swing: float = Field(default=0.0, ge=0)
    of: str = ""
    times: float = Field(default=1.0, gt=0)


class InstrumentKind(Sourced):
    """A kind of instrument that may speak to the record by itself.

    For its stand-in: at which waters it ``stands``, whatever runs there, or which actives it ``doses``; ``drifts`` by so much in a day.
    """

    id: str
    name: str
    every_min: int
    measures: tuple[InstrumentMeasure, ...]
    stands: tuple[WaterType, ...] = ()
    doses: tuple[str, ...] = ()
    drifts: float = 0.0


Need = Literal["hides", "group_of_6", "tight_lid", "live_food_first", "dim", "sand_to_bury", "strong_flow", "driftwood", "kept_alone"]


class FirmSetup(Datum):
    """What an item of the set-up says to fish with one of these needs."""

    needs: tuple[Need, ...] = Field(min_length=1)
    text: str


class SetupItem(Sourced):
    """Something that makes a quarantine tank ready, and why: in these waters, for fish with (or without) these needs; empty: always.

    ``tells`` what this tank adds to it: how long its fish grow, how strong a heater it needs, which gear is its own.
    """

    id: str = Field(max_length=24)
    name: str
    text: str
    water: tuple[WaterType, ...] = ()
    needs: tuple[Need, ...] = ()
    not_needs: tuple[Need, ...] = ()
    firm: FirmSetup | None = None
    tells: Literal["", "length", "heater", "gear"] = ""


class GearKind(Sourced):
    """A thing that goes from water to water, and how it is made clean. ``soaks``: it takes up medicine that bleach does not take off;
    ``lives``: what lives in it dies of bleach."""

    id: str = Field(max_length=16)
    name: str
    soaks: bool
    lives: bool
    text: str


class SickBayItem(Sourced):
    """Something to have at hand before it is needed, in these waters; ``actives``: any one of them on the shelf is it. Empty: no bottle."""

    id: str
    name: str
    actives: tuple[str, ...]
    water: tuple[WaterType, ...] = Field(min_length=1)
    text: str


class UpkeepKind(Sourced):
    """Something done at a tank every so many days; ``done_by``: the ledger whose entries do it, or a note of its own."""

    id: str
    name: str
    done_words: str
    done_by: Literal["change", "reading", "note"]
    every_days: int = Field(ge=1, le=90)
    text: str


class EyeAnswer(Datum):
    """One of two look-alikes: its drawings, all on one fish; of a gill that moves, how fast, from and to."""

    id: str
    words: str = Field(max_length=60)
    drawn: tuple[str, ...] = ()
    breaths_per_min: tuple[int, int] | None = None


class EyePair(Sourced):
    """Two things that are taken for one another, to be told apart by seeing them; ``apart``: what separates them."""

    id: str
    question: str = Field(max_length=80)
    answers: tuple[EyeAnswer, EyeAnswer]
    apart: str

    @model_validator(mode="after")
    def _two_things(self) -> EyePair:
        first, second = self.answers
        if first.id == second.id or (first.drawn == second.drawn and first.breaths_per_min == second.breaths_per_min):
            raise ValueError(phrases.ANSWERS_ARE_TWO)
        return self


class AfterStep(Datum):
    """One task of what follows: days from its beginning; ``needs``/``not_needs`` of the fish; ``apart``: once the use may be given again."""

    kind: str
    title: str = Field(max_length=80)
    from_day: int = Field(ge=0, le=90)
    until_day: int = Field(ge=0, le=90)
    every_days: int = Field(ge=1, le=90)
    share_fraction: float | None = None
    needs: tuple[Need, ...] = ()
    not_needs: tuple[Need, ...] = ()
    apart: bool = False


class Plan(Sourced):
    """What follows something that was done, as tasks with their days."""

    id: str
    name: str
    steps: tuple[AfterStep, ...] = Field(min_length=1)


class Emergency(Datum):
    """What is done first when something fails, in its order, and once it is over."""

    id: str
    name: str
    sentence: str
    steps: tuple[Statement, ...]
    then: tuple[Statement, ...]


class HumaneEnd(Sourced):
    """A way to end a fish's life by its name: accepted by the guidelines or not, and whether only a vet may do it."""

    id: str
    name: str
    accepted: bool
    vet: bool
    text: str


class ReportingPlace(Sourced):
    """A place with a law of its own: the conditions that must be reported there, and to whom."""

    id: str
    name: str
    whom: str
    conditions: tuple[str, ...]


class Reporting(Datum):
    """Where what must be reported, and what to have ready. ``unknown``: where it is, in words, as long as nobody said."""

    have_ready: Statement
    unknown: str
    places: tuple[ReportingPlace, ...]


class Caution(Statement):
    """Never, care or know."""

    level: CautionLevel


class Spoons(Datum):
    """What a level household spoon of this holds, in grams."""

    teaspoon: Figure
    tablespoon: Figure


class Tolerance(Sourced):
    """What a species bears of one active: a ceiling, or a caution in words."""

    active: str
    level: CautionLevel
    text: str
    ceiling: Figure | None = None


class Bearing(Sourced):
    """What it means that a fish bears something badly: the actives, how grave it is, the words ("{warmest}": its warmest water), and the most of it."""

    id: str
    actives: tuple[str, ...]
    level: CautionLevel
    text: str
    ceiling: Figure | None = None


class Span(Datum):
    """From low to high."""

    low: float
    high: float


Shape = Literal[
    "torpedo", "deep_disc", "tall_disc", "eel_like", "flat_bottom", "long_fin", "livebearer", "box_puffer", "tang", "butterfly_angel", "goby",
    "wrasse", "seahorse", "ray", "koi", "dragonet",
]  # fmt: skip
Bullied = Literal["own_kind", "small", "look_alikes"]


class Species(Sourced):
    """A fish of the built-in list, or one that a fishroom wrote down itself.

    ``also``: other names it goes by. ``warmest_c``: what a healthy adult bears for two weeks with air, degC. ``bears_badly`` names
    rows of the bearings; ``tolerances`` are what is known of it in more detail, and stand before those.
    """

    id: str
    kin: str
    name: str
    also: tuple[str, ...] = ()
    latin: str
    water: WaterType
    temperature: Figure
    warmest_c: float | None = None
    ph: Span | None = None
    salinity_g_per_kg: Span | None = None
    adult_cm: float | None = None
    shape: Shape = "torpedo"
    needs: tuple[Need, ...] = ()
    bears_badly: tuple[str, ...] = ()
    bullies: tuple[Bullied, ...] = ()
    tolerances: tuple[Tolerance, ...] = ()


class Limit(Figure):
    """The range in which a reading is fit; ``value`` is the edge that matters most."""

    id: str
    water: tuple[WaterType, ...]
    name: str


class Tool(Sourced):
    """A measuring tool: what one fill holds at most and what its smallest mark is, in mg, mL or pieces; a dropper's mark is a drop.

    A sack is weighed on a hanging scale and counted: as many whole ones as it takes, and the rest.
    """

    id: str
    name: str
    form: Literal["scale", "spoon", "syringe", "cylinder", "dropper", "piece", "sack"]
    measures: Literal["mass", "volume", "pieces"]
    smallest_mark: float = Field(gt=0)
    largest_fill: float = Field(gt=0)
    spoon: Literal["teaspoon", "tablespoon"] | None = None
