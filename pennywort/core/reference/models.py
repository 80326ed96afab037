"""What the reference files may hold. Adding a disease, a sign, a medicine or a protocol touches no code."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

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


class InstrumentKind(Sourced):
    """A kind of instrument that may speak to the record by itself."""

    id: str
    name: str
    every_min: int
    measures: tuple[InstrumentMeasure, ...]


class HumaneEnd(Sourced):
    """A way to end a fish's life by its name: accepted by the guidelines or not, and whether only a vet may do it."""

    id: str
    name: str
    accepted: bool
    vet: bool
    text: str


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


class Species(Datum):
    """A fish from the short built-in list."""

    id: str
    name: str
    latin: str
    kin: str
    water: WaterType
    temperature: Figure
    tolerances: tuple[Tolerance, ...]


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
