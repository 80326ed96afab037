"""How a condition lives in a rehearsed water, what an act does to that water, and the scenarios that are played in it."""

from __future__ import annotations

from typing import Literal

from pydantic import Field, model_validator

from pennywort.core.reference import phrases
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.figures import Datum, Sourced

LivesAs = Literal["stages", "growth", "water", "hurt"]
WaterFigure = Literal["unionised_ammonia", "nitrite", "oxygen", "chlorine", "salinity", "medicine"]


class Living(Sourced):
    """How one condition goes on in a water; every figure is an assumption unless its note names what it is held against.

    ``stages``: by its life cycle. Of one that passes into ``born_into`` come ``born`` of the next stage; ``found_share`` of what looks for a fish
    finds one while all are alive; ``grave_count`` on a fish of 10 cm is half of what makes it gravely ill. ``seen_as``: signs in which the parasite
    itself is seen, plainly from some ``seen_count`` on a fish of 10 cm.
    ``growth``: on each fish, doubling in ``doubles_h`` at 25 degC; ``caught_per_day`` from others that have it, ``killed_per_day`` at the low end
    of a medicine's range, ``healed_per_day`` by the fish itself, ``salt_stops_g_per_kg`` the salinity that works as a medicine does (0: none).
    ``water``: by a ``figure`` of the water, half grave at ``grave_at``.
    ``hurt``: half healed in ``heals_h``, and worse by ``worse_per_day`` as long as none of ``ended_by`` is done.
    """

    id: str
    lives: LivesAs
    cycle: str = ""
    born_into: str = ""
    born: float = Field(default=1.0, ge=1)
    found_share: float = Field(default=1.0, gt=0, le=1)
    grave_count: float = Field(default=1.0, gt=0)
    seen_as: tuple[str, ...] = ()
    seen_count: float = Field(default=1.0, gt=0)
    doubles_h: float = Field(default=24.0, gt=0)
    caught_per_day: float = Field(default=0.0, ge=0)
    killed_per_day: float = Field(default=1.5, ge=0)
    healed_per_day: float = Field(default=0.0, ge=0)
    salt_stops_g_per_kg: float = Field(default=0.0, ge=0)
    figure: WaterFigure | None = None
    grave_at: float = Field(default=1.0, gt=0)
    heals_h: float = Field(default=48.0, gt=0)
    worse_per_day: float = Field(default=0.0, ge=0)
    ended_by: tuple[str, ...] = ()
    note: str = Field(min_length=3)

    @model_validator(mode="after")
    def _complete(self) -> Living:
        if (self.lives == "stages") != bool(self.cycle) or (self.lives == "water") != (self.figure is not None):
            raise ValueError(phrases.stages_or_figure(self.id))
        return self


class ActInWater(Sourced):
    """What an act does to the water itself: once, or as long as it is kept up.

    ``air_times`` the exchange of gas, ``feed_times`` the food, ``changed_fraction`` of the water at once, ``bottom_fraction`` of what lies on the
    bottom taken out, ``warmer_c`` degC, ``unbinds_chlorine``, ``guards_nitrite``: chloride to as much as guards, ``bound_fraction`` of the ammonia,
    ``moves`` the fish into a clean bare tank.
    """

    id: str
    once: bool
    air_times: float = Field(default=1.0, ge=0)
    feed_times: float = Field(default=1.0, ge=0)
    changed_fraction: float = Field(default=0.0, ge=0, le=1)
    bottom_fraction: float = Field(default=0.0, ge=0, le=1)
    warmer_c: float = 0.0
    unbinds_chlorine: bool = False
    guards_nitrite: bool = False
    bound_fraction: float = Field(default=0.0, ge=0, le=1)
    moves: bool = False


class ScenarioTank(Datum):
    """The tank as it stands: bare, with its inside measures; ``filter_share`` of the bacteria that its fish need, ``air_times`` the usual exchange of gas."""

    length_cm: float = Field(gt=0)
    width_cm: float = Field(gt=0)
    depth_cm: float = Field(gt=0)
    temperature_c: float
    salinity_g_per_kg: float = Field(default=0.0, ge=0)
    ph: float = Field(gt=4, lt=10)
    alkalinity_mg_per_l: float = Field(default=100.0, gt=0)
    filter_share: float = Field(default=1.0, ge=0)
    air_times: float = Field(default=1.0, gt=0)
    ammonia_mg_per_l: float = Field(default=0.0, ge=0)
    nitrite_mg_per_l: float = Field(default=0.0, ge=0)


class ScenarioFish(Datum):
    """Fish of one kind."""

    species: str
    count: int = Field(ge=1, le=40)
    length_cm: float = Field(gt=0, le=60)
    dead_on_arrival: int = Field(default=0, ge=0)


class Hidden(Datum):
    """What they have: as many parasites on each of so many fish (0: all), or how far it has gone from 0 to 1; ``bottom_count`` waits on the bottom."""

    condition: str
    count: float = Field(default=0.0, ge=0)
    gravity: float = Field(default=0.0, ge=0, le=1)
    fish: int = Field(default=0, ge=0)
    bottom_count: float = Field(default=0.0, ge=0)


class Incident(Datum):
    """What happens at an hour: bacteria lost, chlorine in mg/L, the pump slower, water changed, fish bathed in water of another salinity."""

    at_h: float = Field(ge=0)
    filter_lost_fraction: float = Field(default=0.0, ge=0, le=1)
    chlorine_mg_per_l: float = Field(default=0.0, ge=0)
    changed_fraction: float = Field(default=0.0, ge=0, le=1)
    air_times: float | None = Field(default=None, gt=0)
    bathed_in_g_per_kg: float | None = Field(default=None, ge=0)
    every_h: float = Field(default=0.0, ge=0)


class WayAct(Datum):
    """An act of the reference, hours after the way begins, and until when (0: kept up, or done once)."""

    act: str
    at_h: float = Field(default=0.0, ge=0)
    until_h: float = Field(default=0.0, ge=0)
    every_h: float = Field(default=0.0, ge=0)


class Way(Datum):
    """One way of going on: a course of the reference, acts, or both."""

    id: str
    words: str
    course: str = ""
    parameters: dict[str, float] = Field(default_factory=dict)
    acts: tuple[WayAct, ...] = ()
    incidents: tuple[Incident, ...] = ()


class ScenarioBottle(Datum):
    """A product on the shelf of a scenario: what of it is in each mL, and which kind it is where its kinds lie far apart."""

    active: str
    mg_per_ml: float = Field(gt=0)
    form: str = ""


class Scenario(Datum):
    """A water with its fish and what ails them, told without its name; and the ways that its reveal compares."""

    id: str
    name: str
    told: str
    it_was: str
    water: WaterType
    days: int = Field(ge=2, le=30)
    tank: ScenarioTank
    fish: tuple[ScenarioFish, ...] = Field(min_length=1)
    hidden: tuple[Hidden, ...] = ()
    incidents: tuple[Incident, ...] = ()
    shelf: tuple[ScenarioBottle, ...] = ()
    # what is in the water already, mg/L by active, given by somebody else before
    in_water: dict[str, float] = Field(default_factory=dict)
    ways: tuple[Way, ...] = Field(min_length=1)
    worth: tuple[str, str]

    @model_validator(mode="after")
    def _ways_differ(self) -> Scenario:
        if len({w.id for w in self.ways}) != len(self.ways):
            raise ValueError(phrases.way_twice(self.id))
        return self

    @property
    def fish_count(self) -> int:
        """How many are alive at the beginning."""
        return sum(f.count for f in self.fish)
