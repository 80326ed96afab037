"""What the reference files may hold. Adding a disease, a sign, a medicine or a protocol touches no code."""

from __future__ import annotations

from functools import cached_property
from typing import Literal

from pydantic import Field, model_validator

from pennywort.core.reference.figures import Datum, Figure, Sourced, Statement

WaterType = Literal["freshwater_tropical", "coldwater_pond", "marine"]
Urgency = Literal["hours", "days", "weeks", "none"]
Kit = Literal["eye", "ask", "torch", "hand", "test", "scope"]
Step = Literal["nearly_always", "often", "sometimes", "seldom", "almost_never"]
CautionLevel = Literal["never", "care", "know"]
Gate = Literal["open", "care", "vet", "block"]


class Publication(Datum):
    """A source that figures point to; ``sure`` is how well its title is remembered."""

    code: str
    title: str
    sure: Literal["A", "B"]


class Region(Datum):
    """A place on the fish plan."""

    id: str
    name: str


class Sign(Sourced):
    """Something a keeper can see or test. ``reading`` marks signs that follow from a water test, not from a press."""

    id: str
    region: str
    kit: Kit
    label: str
    look: str
    not_if: str
    reading: Literal["ammonia", "nitrite"] | None = None


class Likelihoods(Datum):
    """How evidence is weighed: the five steps, baselines, caps and groups."""

    steps: dict[Step, Figure]
    baseline: dict[str, float]
    baseline_source: Statement
    something_else_prior: dict[WaterType, float]
    something_else_source: Statement
    cap_ordinary: Figure
    cap_direct: Figure
    further_in_group: Figure
    direct_view: tuple[str, ...]
    correlated_groups: dict[str, tuple[str, ...]]
    exclusive_groups: tuple[tuple[str, ...], ...]
    more_than: dict[str, str]
    look_costs: dict[Kit, float]
    look_costs_source: Statement
    urgency_costs: dict[Urgency, float]
    urgency_costs_source: Statement


class Action(Sourced):
    """Something safe a keeper can do before he is sure."""

    id: str
    text: str


class Condition(Datum):
    """One disease or water trouble."""

    id: str
    name: str
    short_name: str
    water: tuple[WaterType, ...]
    kind: str
    prior: dict[WaterType, float]
    prior_source: Statement
    urgency: Urgency
    summary: Statement
    course: Statement
    first_actions: Statement
    treatment: Statement
    never: Statement
    vet: Statement
    zoonotic: Statement
    lookalikes: tuple[Statement, ...]
    signs: dict[Step, tuple[str, ...]]
    signs_source: Statement
    helps: tuple[str, ...]
    harms: tuple[str, ...]
    protocols: tuple[str, ...]

    @cached_property
    def step_of(self) -> dict[str, Step]:
        """The step of each sign this condition lists."""
        return {sign: step for step, signs in self.signs.items() for sign in signs}

    @model_validator(mode="after")
    def _consistent(self) -> Condition:
        if set(self.prior) != set(self.water):
            raise ValueError("a prior for each water type, and no other")
        listed = [sign for signs in self.signs.values() for sign in signs]
        if len(listed) != len(set(listed)):
            raise ValueError("a sign stands under two steps")
        if set(self.helps) & set(self.harms):
            raise ValueError("an action both helps and harms")
        return self


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
    water: WaterType
    temperature: Figure
    tolerances: tuple[Tolerance, ...]


class Limit(Figure):
    """The range in which a reading is fit; ``value`` is the edge that matters most."""

    id: str
    water: tuple[WaterType, ...]
    name: str


class Tool(Sourced):
    """A measuring tool: what one fill holds at most and what its smallest mark is, in mg or mL."""

    id: str
    name: str
    measures: Literal["mass", "volume"]
    smallest_mark: float = Field(gt=0)
    largest_fill: float = Field(gt=0)
    spoon: Literal["teaspoon", "tablespoon"] | None = None
