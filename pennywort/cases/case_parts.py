"""What a case file may hold: its parts, checked as they come in."""

from __future__ import annotations

import math
from datetime import date
from typing import Annotated, Any, Literal
from uuid import UUID

from pydantic import AfterValidator, AwareDatetime, BaseModel, ConfigDict, Field, create_model, model_validator

from pennywort.core.reference.course_models import StepKind
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.formulary_models import Equipment
from pennywort.core.reference.register import register

FORMAT: Literal["pennywort-case"] = "pennywort-case"
# 1: until November 2026. 2: further tanks, where fish were moved
VERSION: Literal[2] = 2
MOST_BYTES = 4 * 1024 * 1024


def _finite(value: float) -> float:
    if not math.isfinite(value) or abs(value) > 1e9:
        raise ValueError("not a usable number")
    return value


Number = Annotated[float, AfterValidator(_finite)]
Positive = Annotated[float, AfterValidator(_finite), Field(gt=0)]
NotNegative = Annotated[float, AfterValidator(_finite), Field(ge=0)]
Count = Annotated[int, Field(ge=0, le=100_000)]


class Part(BaseModel):
    """Base of the file's parts: nothing unknown, every entry with its id and who wrote it when."""

    model_config = ConfigDict(extra="forbid")
    uid: UUID
    recorded_at: AwareDatetime
    by: str = Field(max_length=60)


class LedgerPart(Part):
    happened_at: AwareDatetime
    corrects: UUID | None
    struck: bool
    reason: str = Field(max_length=200)


class TankPart(Part):
    code: str = Field(max_length=8)
    name: str = Field(min_length=1, max_length=40)
    water_type: WaterType
    # 0: not measured, the net volume was
    length_cm: NotNegative
    width_cm: NotNegative
    water_depth_cm: NotNegative
    sand_depth_cm: Number
    sand_porosity_fraction: Annotated[float, Field(ge=0, lt=1)]
    rock_mass_kg: Number
    rock_density_kg_per_l: Positive
    sump_volume_l: Number
    measured_net_volume_l: Positive | None
    net_volume_l: Positive
    net_uncertainty_l: Number
    has_invertebrates: bool
    has_plants: bool
    equipment: list[Equipment] = Field(default_factory=list, max_length=4)

    @model_validator(mode="after")
    def _measured_or_boxed(self) -> TankPart:
        sides = (self.length_cm, self.width_cm, self.water_depth_cm)
        if not all(sides) and (any(sides) or self.measured_net_volume_l is None):
            raise ValueError("a tank has three inside measures, or a net volume that was measured")
        return self


class GroupPart(Part):
    species_id: str = Field(max_length=40)
    species_name: str = Field(min_length=1, max_length=60)
    arrived_on: date
    count: Count
    count_plus_minus: Count
    dead_on_arrival: Count
    dead_on_arrival_plus_minus: Count = 0
    ordered_count: Count | None = None
    supplier: str = Field(max_length=60)
    watched_since: AwareDatetime | None = None


class CasePart(Part):
    number: Annotated[int, Field(ge=1, le=1_000_000)]
    opened_at: AwareDatetime
    condition_id: str = Field(max_length=40)
    closed_at: AwareDatetime | None
    outcome: Literal["", "recovered", "improved", "stable", "no_effect", "relapsed", "wrong", "lost", "ended", "unclear"]
    outcome_note: str = Field(max_length=1000)
    taken_for_id: str = Field(default="", max_length=40)


# a figure for each reading of the register; the usual ones stood in every file from the first version on
_FIGURES: dict[str, Any] = {k.column: (Number | None, ... if k.usual else None) for k in register().values()}
_ReadingFigures: Any = create_model("_ReadingFigures", __base__=LedgerPart, **_FIGURES)


class ReadingPart(_ReadingFigures):  # type: ignore[misc]
    instrument: str = Field(default="", max_length=40)
    note: str = Field(max_length=200)
    # one of the further tanks; the case's own where nothing stands
    tank: UUID | None = None


class ChangePart(LedgerPart):
    changed_fraction: Annotated[float, Field(gt=0, le=1)]
    net_volume_l: Positive
    tank: UUID | None = None


class LookPart(LedgerPart):
    fish: str = Field(default="", max_length=40)
    kind: Literal["daily", "arrival"] = "daily"
    place: Literal["", "shop", "bag", "tank"] = ""
    signs: dict[str, bool]
    counts: dict[str, tuple[Count, Count]] = Field(default_factory=dict)
    sizes: dict[str, Annotated[int, Field(ge=1, le=9)]] = Field(default_factory=dict)
    context: list[Annotated[str, Field(max_length=40)]] = Field(default_factory=list, max_length=60)
    kin: str = Field(default="", max_length=40)
    carried: list[Annotated[str, Field(max_length=60)]] = Field(default_factory=list, max_length=300)
    bag: dict[str, Number] = Field(default_factory=dict)
    shares: dict[str, Number]
    verdict: str = Field(max_length=200)
    note: str = Field(max_length=500)


class ObservationPart(LedgerPart):
    appetite: Literal["", "all", "less", "none"]
    breathing: Literal["", "calm", "fast", "gasping"]
    breaths_per_min: Annotated[int, Field(ge=1, le=300)] | None = None
    compared: Literal["", "same", "changed"] = ""
    fed: Literal["", "usual", "little", "none"] = ""
    note: str = Field(max_length=500)


class LossPart(LedgerPart):
    count: Count
    count_plus_minus: Count
    manner: Literal["died", "ended", "missing"]
    fish: str = Field(default="", max_length=40)
    last_seen_well_at: AwareDatetime | None = None
    signs: list[Annotated[str, Field(max_length=60)]] = Field(default_factory=list, max_length=40)
    cause_id: str = Field(default="", max_length=40)
    cause: str = Field(default="", max_length=80)
    during: Literal["", "arrival", "disease", "treatment", "bath", "release", "unknown"] = ""
    checked: list[Annotated[str, Field(max_length=20)]] = Field(default_factory=list, max_length=10)
    method: str = Field(default="", max_length=40)
    vet_asked: bool | None = None
    note: str = Field(max_length=500)


class LeavingPart(LedgerPart):
    """Fish that left alive; a part that moved to another tank of its fishroom comes as one too."""

    kind: Literal["sold", "given", "released", "moved"]
    count: Count
    count_plus_minus: Count
    whither: str = Field(max_length=60)
    note: str = Field(max_length=500)


class RecountPart(LedgerPart):
    count: Count
    count_plus_minus: Count
    note: str = Field(max_length=500)


class TaskPart(Part):
    kind: StepKind
    title: str = Field(max_length=120)
    text: str = Field(default="", max_length=600)
    due_at: AwareDatetime
    medicine_id: str = Field(max_length=40)
    product: str = Field(default="", max_length=80)
    dose_mg: Positive | None
    dose_ml: Positive | None
    dose_product_mg: Positive | None = None
    dose_pieces_count: Positive | None = None
    water_share: Annotated[float, Field(gt=0, le=1)] | None
    put_back: bool
    refill: bool = False
    temperature_c: Number | None
    salinity_g_per_kg: Number | None = None
    place: Count = 0
    number: Count = 1
    minimum_h: Number | None = None
    every_h: Number | None = None
    use_id: str = Field(default="", max_length=40)
    lasts_min: Number | None = None
    expected_mg_per_l: Number | None = None
    reads: list[Annotated[str, Field(max_length=20)]] = Field(default_factory=list, max_length=10)
    only_if: str = Field(default="", max_length=120)
    done_at: AwareDatetime | None
    given_words: str = Field(default="", max_length=240)
    skipped: bool


class DosePart(LedgerPart):
    task: UUID | None
    attempt: Annotated[int, Field(ge=1, le=1000)]
    water_change: UUID | None
    medicine_id: str = Field(max_length=40)
    product: str = Field(max_length=80)
    amount_mg: Number | None
    amount_ml: Number | None
    product_mg: Number | None = None
    pieces_count: Number | None = None
    net_volume_l: Positive


class ProductPart(BaseModel):
    """What a course is dosed from."""

    model_config = ConfigDict(extra="forbid")
    name: str = Field(max_length=120)
    listed: str = Field(default="", max_length=40)
    mg_per_ml: Positive | None = None
    share: Positive | None = None
    each_mg: Positive | None = None
    piece: str = Field(default="tablet", max_length=20)
    direct: bool = False
    asks: str = Field(default="", max_length=300)
    form: str = Field(default="", max_length=20)


class CoursePart(Part):
    tank: UUID | None = None
    protocol_id: str = Field(max_length=40)
    protocol_version: str = Field(max_length=60)
    protocol: dict[str, Any] | None = None
    protocol_digest: str = Field(default="", max_length=32)
    held_before: dict[str, dict[str, Number]] = Field(default_factory=dict)
    first_ends_at: AwareDatetime | None = None
    clock_ends_at: AwareDatetime | None = None
    clock_from: AwareDatetime | None = None
    clock_from_words: str = Field(default="", max_length=120)
    condition_id: str = Field(max_length=40)
    targets_mg_per_l: dict[str, Positive]
    ranges_mg_per_l: dict[str, tuple[Number, Number, Number]] = Field(default_factory=dict)
    parameters: dict[str, Number] = Field(default_factory=dict)
    products: dict[str, ProductPart] = Field(default_factory=dict)
    reason: str = Field(default="", max_length=300)
    label: dict[str, Any] | None
    also_labels: list[dict[str, Any]] = Field(default_factory=list, max_length=4)
    confirmed: list[str]
    net_volume_l: Positive
    starts_at: AwareDatetime
    treatment_ends_at: AwareDatetime
    observe_starts_at: AwareDatetime
    ends_at: AwareDatetime
    stopped_at: AwareDatetime | None
    stop_reason: str = Field(max_length=200)
    outcome: Literal["", "cured", "improved", "no_effect", "worse", "relapsed", "stopped", "unclear"] = ""
    outcome_note: str = Field(default="", max_length=300)
    judged_at: AwareDatetime | None = None
    tasks: list[TaskPart]
    doses: list[DosePart]


class CaseFile(BaseModel):
    """A whole case: the tank, the fish, and everything that was recorded while it was open."""

    model_config = ConfigDict(extra="forbid")
    format: Literal["pennywort-case"]
    version: Literal[1, 2]
    fishroom: str = Field(max_length=60)
    time_zone: str = Field(max_length=64)
    tank: TankPart
    further_tanks: list[TankPart] = Field(default_factory=list, max_length=100)
    group: GroupPart
    case: CasePart
    readings: list[ReadingPart]
    water_changes: list[ChangePart]
    looks: list[LookPart]
    observations: list[ObservationPart]
    losses: list[LossPart]
    leavings: list[LeavingPart] = Field(default_factory=list)
    recounts: list[RecountPart] = Field(default_factory=list)
    courses: list[CoursePart]
