"""What can be measured, as it is typed: one request a kind."""

from __future__ import annotations

from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, RootModel, model_validator

from pennywort.core.lengths import CALLED, ID
from pennywort.core.medicine.food import Body
from pennywort.core.medicine.steps import MadeWith
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.water.vessels import Shape
from pennywort.records.schemas import In, Typed
from pennywort.shelf.products import OwnStrength

Name = Annotated[str, Field(max_length=ID)]
Names = Annotated[list[Name], Field(max_length=CALLED)]


class WaterIn(In):
    """The water: a tank of the fishroom, or a volume as typed, with what its uncertainty is."""

    tank: UUID | None = None
    volume: Typed = ""
    give_or_take: Typed = ""


class SaltsIn(RootModel[Annotated[dict[Name, Typed], Field(max_length=CALLED)]]):
    """What is dissolved in a water, each by its id among the salts of the reference: g/L, sea salt by g/kg or specific gravity, and a TDS reading."""

    root: Annotated[dict[Name, Typed], Field(max_length=CALLED)] = Field(default_factory=dict)


class BathIn(In):
    """The water of a bath beside the fish's own, and how many turns of fish go into one mix.

    ``made_with`` other: not the tank's own water, and what is not typed of it is taken as nothing dissolved. half: half of each.
    """

    temperature: Typed = ""
    home_temperature: Typed = ""
    made_with: MadeWith = "own"
    water: SaltsIn = Field(default_factory=SaltsIn)
    home: SaltsIn = Field(default_factory=SaltsIn)
    turns: int = Field(default=1, ge=1, le=20)

    @model_validator(mode="before")
    @classmethod
    def _as_it_was_kept(cls, data: object) -> object:
        """Baths made ready by an earlier version said it with a tick."""
        if isinstance(data, dict) and "other_water" in data:
            kept = {k: v for k, v in data.items() if k != "other_water"}
            return {"made_with": "other" if data["other_water"] else "own", **kept}
        return data


class DoseRequest(WaterIn):
    """One use of the formulary for one water. Lists left out are taken from the tank, where there is one."""

    kind: Literal["dose"]
    use: Name
    water: WaterType | None = None
    bottle: UUID | None = None
    strength: Name = ""
    own: OwnStrength | None = None
    target: Typed = ""
    level_now: Typed = ""
    share: Typed = ""
    minutes: Typed = ""
    lives: Names | None = None
    # what the record knows of the tank, unless it is said
    running: Names | None = None
    in_water: Names | None = None
    biofilter: bool = False
    expired: bool = False
    teaspoon: Typed = ""
    tablespoon: Typed = ""
    temperature: Typed = ""
    oxygen: Typed = ""
    alkalinity: Typed = ""
    ph: Typed = ""
    hardness: Typed = ""
    demand: Typed = ""
    bath: BathIn | None = None
    confirmed: bool = False
    prescribed: bool = False
    product_confirmed: bool = False
    tools: Names | None = None


class LabelRequest(WaterIn):
    """By a label: so much, drops or pieces, for each so much water."""

    kind: Literal["label"]
    amount: Typed
    per_volume: Typed
    counts: Literal["volume", "mass", "drops", "pieces"] = "volume"
    drops_per_ml: Typed = ""
    teaspoon: Typed = ""
    share: Typed = ""


class VesselRequest(In):
    """The water in a vessel of any shape, less what stands in it."""

    kind: Literal["vessel"]
    shape: Shape
    measures: dict[Name, Typed] = Field(max_length=8)
    sand_depth: Typed = ""
    sand_length: Typed = ""
    sand_width: Typed = ""
    sand_porosity: Typed = ""
    rock_mass: Typed = ""
    rock_density: Typed = ""
    rock_volume: Typed = ""
    equipment: Typed = ""
    sump: Typed = ""
    named: Typed = ""


class TrueVolumeRequest(In):
    """The true volume from a known amount and what it raised the reading by."""

    kind: Literal["true_volume"]
    added: Typed
    before: Typed
    after: Typed
    reading_error: Typed = ""
    reads: Literal["salt", "trace"] = "salt"


class SalinityRequest(In):
    """One salinity in every scale."""

    kind: Literal["salinity"]
    value: Typed
    scale: Literal["g_per_kg", "gravity", "conductivity"]
    temperature: Typed = ""
    sample_temperature: Typed = ""
    reference_temperature: Typed = ""
    tds_factor: Typed = ""


class OsmolalityRequest(In):
    """Whether a bath is saltier than the water the fish comes from."""

    kind: Literal["osmolality"]
    bath: SaltsIn
    home: SaltsIn


class SaltStepsRequest(WaterIn):
    """From one salinity to another in steps these fish bear, or in one swap for brine."""

    kind: Literal["salt_steps"]
    now: Typed
    target: Typed
    salt: Name = ""
    fish: Literal["fresh", "soft", "marine", "none"] = "fresh"
    swapped: Typed = ""


class CarriesRequest(WaterIn):
    """What a top-up carries and what a change carries of a salt that does not evaporate."""

    kind: Literal["carries"]
    salt: Name = ""
    now: Typed
    evaporated: Typed = ""
    top_up: Typed = ""
    share: Typed = ""
    new_water: Typed = ""
    under: Typed = ""


class DipIn(In):
    """One bucket of a row of dips, as a dose of its own."""

    use: Name
    strength: Name = ""
    own: OwnStrength | None = None
    target: Typed = ""
    minutes: Typed = ""
    prescribed: bool = False


class DipsRequest(WaterIn):
    """Dips in several buckets one after the other, the same volume in each."""

    kind: Literal["dips"]
    buckets: Annotated[list[DipIn], Field(min_length=2, max_length=3)]
    # whether one of the fish looks ill: such fish are not dipped in row
    looks_ill: Literal["", "no", "yes"] = ""
    lives: Names | None = None
    confirmed: bool = False
    product_confirmed: bool = False
    temperature: Typed = ""
    oxygen: Typed = ""


class NitriteRequest(WaterIn):
    """Salt against nitrite: chloride in so many times its mass."""

    kind: Literal["nitrite"]
    nitrite: Typed
    nitrite_as: Literal["no2", "n"] = "no2"
    chloride: Typed = ""
    ratio: Typed = ""


class CorrectRequest(WaterIn):
    """A level put right: up after a reading, down by changes, or back after a change."""

    kind: Literal["correct"]
    reading: Typed
    target: Typed = ""
    share: Typed = ""
    fresh: Typed = ""
    given: Typed = ""
    most: Typed = ""
    active: Name = ""
    bottle: UUID | None = None
    strength: Name = ""
    own: OwnStrength | None = None


class FoodRequest(In):
    """Medicine in food."""

    kind: Literal["food"]
    dose: Typed
    eaten: Typed
    fish_count: int = Field(default=1, ge=1, le=100_000)
    mean_mass: Typed = ""
    length: Typed = ""
    body: Body = "usual"
    days: int = Field(default=7, ge=1, le=60)
    food_at_hand: Typed = ""
    purity: Typed = ""
    each: Typed = ""


class AmmoniaRequest(WaterIn):
    """Ammonia that builds up without a filter, and the daily change that holds it."""

    kind: Literal["ammonia"]
    feed: Typed
    protein: Typed
    limit: Typed = ""


class TapRequest(WaterIn):
    """Chlorine or chloramine taken out of tap water before fish meet it."""

    kind: Literal["tap"]
    chlorine: Typed
    holds: Literal["chlorine", "chloramine"] = "chlorine"


class DisinfectRequest(WaterIn):
    """Chlorine for gear, and what takes it out again."""

    kind: Literal["disinfect"]
    strength: Name = ""
    own: OwnStrength | None = None
    chlorine: Typed = ""


class StopRequest(WaterIn):
    """What uses up a medicine that is still in the water, where something does; ``percent``: as what stops it is sold."""

    kind: Literal["stop"]
    active: Name
    level: Typed
    percent: Typed = ""


class WhatIsRequest(WaterIn):
    """The way back: an amount of a known product that went into this water, and the level it makes for a use."""

    kind: Literal["what_is"]
    use: Name
    bottle: UUID | None = None
    strength: Name = ""
    own: OwnStrength | None = None
    amount: Typed


class FreeAmmoniaRequest(In):
    """How much of the total ammonia is the poisonous part, by pH, warmth and salinity."""

    kind: Literal["free_ammonia"]
    total: Typed
    total_as: Literal["n", "nh3", "nh4"] = "n"
    ph: Typed
    temperature: Typed
    salinity: Typed = ""


class HalfLifeRequest(In):
    """A half-life of one's own, from two readings, and what is left by then."""

    kind: Literal["half_life"]
    before: Typed
    after: Typed
    hours: Typed
    later: Typed = ""


MeasureIn = Annotated[
    DoseRequest
    | LabelRequest
    | VesselRequest
    | TrueVolumeRequest
    | SalinityRequest
    | OsmolalityRequest
    | SaltStepsRequest
    | CarriesRequest
    | DipsRequest
    | NitriteRequest
    | CorrectRequest
    | FoodRequest
    | AmmoniaRequest
    | TapRequest
    | DisinfectRequest
    | StopRequest
    | WhatIsRequest
    | FreeAmmoniaRequest
    | HalfLifeRequest,
    Field(discriminator="kind"),
]
