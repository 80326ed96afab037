"""What can be measured, as it is typed, and the one shape of every answer."""

from __future__ import annotations

from typing import Annotated, Literal
from uuid import UUID

from ninja import Schema
from pydantic import Field, model_validator

from pennywort.core.medicine.steps import BathStep, MadeWith, Role
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.water.vessels import Shape
from pennywort.courses.schemas import CautionOut, RulerOut, ToolOut
from pennywort.rooms.schemas import In, ShownOut, TraceOut, Typed
from pennywort.shelf.products import OwnStrength

Name = Annotated[str, Field(max_length=40)]
Names = Annotated[list[Name], Field(max_length=40)]


class WaterIn(In):
    """The water: a tank of the fishroom, or a volume as typed, with what its uncertainty is."""

    tank: UUID | None = None
    volume: Typed = ""
    give_or_take: Typed = ""


class SaltsIn(In):
    """What is dissolved in a water: g/L of each salt, sea salt by g/kg or specific gravity, and a TDS reading for the rest."""

    sodium_chloride: Typed = ""
    magnesium_sulfate: Typed = ""
    marine_salt: Typed = ""
    tds: Typed = ""


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
    running: Names = Field(default_factory=list)
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
    reads: Literal["salt", "copper"] = "salt"


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
    salt: Literal["sodium_chloride", "marine_salt", "magnesium_sulfate"] = "sodium_chloride"
    fish: Literal["fresh", "soft", "marine"] = "fresh"
    swapped: Typed = ""


class CarriesRequest(WaterIn):
    """What a top-up carries and what a change carries of a salt that does not evaporate."""

    kind: Literal["carries"]
    salt: Literal["sodium_chloride", "marine_salt", "magnesium_sulfate"] = "sodium_chloride"
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


class FoodRequest(In):
    """Medicine in food."""

    kind: Literal["food"]
    dose: Typed
    eaten: Typed
    fish_count: int = Field(default=1, ge=1, le=100_000)
    mean_mass: Typed = ""
    length: Typed = ""
    body: Name = "usual"
    days: int = Field(default=7, ge=1, le=60)


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
    """Bleach for gear, and what takes the chlorine out again."""

    kind: Literal["disinfect"]
    strength: Name = ""
    own: OwnStrength | None = None
    chlorine: Typed = ""


class StopPermanganateRequest(WaterIn):
    """What uses up the permanganate that is left."""

    kind: Literal["stop_permanganate"]
    level: Typed
    peroxide_percent: Typed = ""


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
    | StopPermanganateRequest,
    Field(discriminator="kind"),
]


class AmountOut(Schema):
    """What to take, in the tool at hand, and what that reaches."""

    name: str
    big: ShownOut
    exact: ShownOut
    words: str
    tools: list[ToolOut]
    target: ShownOut | None
    reaches: ShownOut | None
    reaches_low: ShownOut | None
    reaches_high: ShownOut | None
    range_low: ShownOut | None
    range_high: ShownOut | None
    leaves_range: bool
    ruler: RulerOut | None
    # the active in what is taken, mg: what the water's ledger keeps
    active_mg: float | None = None


class FigureOut(Schema):
    """A reckoned or a published figure."""

    label: str
    figure: str
    unit: str
    words: str


class BathStepOut(Schema):
    """One step of a bath or of the days; ``lasts_min`` where a timer runs; ``turn`` which turn of fish it belongs to, 0 for all."""

    text: str
    lasts_min: float | None
    stop: bool
    role: Role = "ready"
    turn: int = 0

    @staticmethod
    def of(step: BathStep) -> BathStepOut:
        return BathStepOut(text=step.text, lasts_min=step.lasts_min, stop=step.stop, role=step.role, turn=step.turn_count)


class MeasuredOut(Schema):
    """Every answer: an amount, figures, steps, or why there is none yet."""

    kind: str
    title: str
    verdict: Literal["amount", "steps", "figures", "confirm", "asks", "vet", "never", "block"]
    words: str
    amounts: list[AmountOut]
    figures: list[FigureOut]
    steps: list[BathStepOut]
    trace: list[TraceOut]
    cautions: list[CautionOut]
    confirm: list[str]
    source: str
    recalled: bool
    # what stops it at once, with its amount; empty where nothing does
    stops_with: str = ""
    # of a bath: below this a test strip asks for a new mix, mg/L
    strip_floor_mg_per_l: float | None = None


class ProblemOut(Schema):
    """Why a row has no answer."""

    detail: str
    field: str


class RowOut(Schema):
    """One row of a worksheet: what was asked, and the answer or what is wrong with it."""

    answer: MeasuredOut | None
    problem: ProblemOut | None


class SheetIn(In):
    rows: list[MeasureIn] = Field(max_length=1000)


class SheetTextIn(In):
    text: str = Field(max_length=400_000)


Cell = Annotated[str, Field(max_length=200)]


class SheetLinesIn(In):
    """Lines as a table holds them: column to cell."""

    lines: list[dict[Name, Cell]] = Field(max_length=1000)


class SheetOut(Schema):
    """Lines with their answers, and the same as a CSV file."""

    lines: list[dict[str, str]]
    rows: list[RowOut]
    csv: str


class StrengthOut(Schema):
    id: str
    name: str
    note: str


class ToolChoiceOut(Schema):
    id: str
    name: str
    measures: str


class UseOut(Schema):
    """A use of an active, for the chooser and the reader page."""

    id: str
    active: str
    active_name: str
    name: str
    route: str
    gate: str
    water: list[str]
    dose: str
    dose_text: str
    duration: str
    minutes: str
    targets: str
    depends: str
    contraindications: str
    source: str
    confidence: str
    recalled: bool
    typed_unit: str
    usual: str
    form: str
    strengths: list[str] | None


class MeetsOut(Schema):
    """What an active must not meet, or only with care, as the interactions say it."""

    others: str
    level: Literal["never", "care"]
    text: str
    source: str
    confidence: str


class SensitivityOut(Schema):
    """What a kind of fish, or a system, bears poorly and what well."""

    id: str
    name: str
    poorly: str
    well: str
    source: str
    confidence: str


class AllergenOut(Schema):
    id: str
    name: str
    actives: list[str]


class FormOut(Schema):
    """A kind in which an active is sold, where the levels of its kinds lie far apart."""

    id: str
    name: str
    text: str


class ActiveOut(Schema):
    id: str
    name: str
    short_name: str
    family: str
    strengths: list[StrengthOut]
    removed_by: str
    stop: str
    keeper_hazard: str
    regulation: str
    spoons: bool
    counted: str
    forms: list[FormOut]
    meets: list[MeetsOut]
    uses: list[UseOut]
