"""What the reference files may hold. Adding a disease, a sign, a medicine or a protocol touches no code."""

from __future__ import annotations

from typing import Literal

from pydantic import Field, model_validator

from pennywort.core.reference.disease_models import Gate, WaterType
from pennywort.core.reference.figures import Datum, Figure, Sourced, Statement

CautionLevel = Literal["never", "care", "know"]


class Publication(Datum):
    """A source that figures point to; ``sure`` is how well its title is remembered."""

    code: str
    title: str
    sure: Literal["A", "B"]


class Caution(Statement):
    """Never, care or know. ``if_tank`` limits it to tanks that hold such life."""

    level: CautionLevel
    if_tank: Literal["invertebrates", "plants", "sand"] | None = None


class Spoons(Datum):
    """What a level household spoon of this holds, in grams."""

    teaspoon: Figure
    tablespoon: Figure


class Medicine(Datum):
    """An active ingredient and how it behaves. Amounts of it are always as this active."""

    id: str
    name: str
    short_name: str
    form: Literal["crystals", "powder"]
    colour: Literal["salt", "clear", "acriflavine", "blue", "copper", "malachite", "permanganate"]
    gate: Gate
    gate_reason: Statement
    refuse_above: Figure
    spoons: Spoons | None
    cautions: tuple[Caution, ...]
    keeper_hazard: Statement
    removal: Statement


class ProtocolMedicine(Datum):
    """A medicine in a protocol and the level it aims at."""

    medicine: str
    target: Figure


class ProtocolStep(Sourced):
    """One line of a protocol: what is done, when it begins, how often it comes again.

    ``share`` is the part of the target dose (dose steps) or of the water (water changes).
    """

    kind: Literal["dose", "water_change", "water_test", "look", "temperature", "observe"]
    title: str
    start_h: float = Field(ge=0)
    every_h: float | None = Field(default=None, gt=0)
    until_h: float | None = Field(default=None, gt=0)
    medicine: str | None = None
    share: float | None = Field(default=None, gt=0, le=1)
    put_back: bool = False
    temperature: Figure | None = None

    @model_validator(mode="after")
    def _complete(self) -> ProtocolStep:
        if (self.every_h is None) != (self.until_h is None) and self.kind != "observe":
            raise ValueError("every_h and until_h go together")
        if self.kind == "observe" and self.until_h is None:
            raise ValueError("an observation window ends")
        if self.kind == "dose" and (self.medicine is None or self.share is None):
            raise ValueError("a dose names its medicine and its share of the target")
        if self.kind == "water_change" and self.share is None:
            raise ValueError("a water change states its share")
        if self.kind == "temperature" and self.temperature is None:
            raise ValueError("a temperature step states its temperature")
        return self


class Protocol(Datum):
    """A course as data. ``kind`` label: the keeper types what his own bottle says."""

    id: str
    name: str
    school: str
    kind: Literal["steps", "label", "watch"]
    version: str
    water: tuple[WaterType, ...]
    for_it: Statement
    against_it: Statement
    medicines: tuple[ProtocolMedicine, ...]
    confirm: tuple[Statement, ...]
    steps: tuple[ProtocolStep, ...]
    days_of_treatment: Figure | None
    days_of_observation: Figure


class Tolerance(Sourced):
    """What a species bears of one medicine: a ceiling, or a caution in words."""

    medicine: str
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
    """A measuring tool: what one fill holds at most and what its smallest mark is, in mg or mL; a dropper's mark is a drop."""

    id: str
    name: str
    form: Literal["scale", "spoon", "syringe", "cylinder", "dropper"]
    measures: Literal["mass", "volume"]
    smallest_mark: float = Field(gt=0)
    largest_fill: float = Field(gt=0)
    spoon: Literal["teaspoon", "tablespoon"] | None = None
