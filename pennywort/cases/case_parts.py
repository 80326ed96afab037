"""What a case file may hold: its parts, checked as they come in."""

from __future__ import annotations

from typing import Annotated, Any, Literal, get_args
from uuid import UUID

from pydantic import AwareDatetime, BaseModel, ConfigDict, Field, model_validator

from pennywort.core.lengths import CALLED, ID, NAME, NOTE, PIECE, REASON, TITLE, ZONE
from pennywort.core.reference.course_models import StepKind
from pennywort.core.reference.formulary_models import Equipment
from pennywort.courses.models import Case, Course, Dose, Task
from pennywort.fish.models import Group, Leaving, Look, Loss, Observation, Recount
from pennywort.records.parts import Count, NotNegative, Number, Positive, columns_of
from pennywort.tanks.models import Tank, WaterChange, WaterReading

FORMAT: Literal["pennywort-case"] = "pennywort-case"
# 1: until November 2026. 2: further tanks, where fish were moved
VERSION: Literal[2] = 2
MOST_BYTES = 4 * 1024 * 1024


class Part(BaseModel):
    """Base of the file's parts: nothing unknown, every entry with its id and who wrote it when."""

    model_config = ConfigDict(extra="forbid")
    uid: UUID
    recorded_at: AwareDatetime
    by: str = Field(max_length=NAME)


class LedgerPart(Part):
    happened_at: AwareDatetime
    corrects: UUID | None
    struck: bool
    reason: str = Field(max_length=NOTE)


class TankPart(columns_of(Tank, Part, without=("put_away_at",))):  # type: ignore[misc]
    name: str = Field(min_length=1, max_length=CALLED)
    # 0: not measured, the net volume was
    length_cm: NotNegative
    width_cm: NotNegative
    water_depth_cm: NotNegative
    sand_porosity_fraction: Annotated[float, Field(ge=0, lt=1)]
    rock_density_kg_per_l: Positive
    measured_net_volume_l: Positive | None
    net_volume_l: Positive
    equipment: list[Equipment] = Field(default_factory=list, max_length=len(get_args(Equipment)))

    @model_validator(mode="after")
    def _measured_or_boxed(self) -> TankPart:
        sides = (self.length_cm, self.width_cm, self.water_depth_cm)
        if not all(sides) and (any(sides) or self.measured_net_volume_l is None):
            raise ValueError("a tank has three inside measures, or a net volume that was measured")
        return self


class GroupPart(columns_of(Group, Part)):  # type: ignore[misc]
    species_name: str = Field(min_length=1, max_length=NAME)


class CasePart(columns_of(Case, Part)):  # type: ignore[misc]
    number: Annotated[int, Field(ge=1, le=1_000_000)]


class ReadingPart(columns_of(WaterReading, LedgerPart)):  # type: ignore[misc]
    # one of the further tanks; the case's own where nothing stands
    tank: UUID | None = None


class ChangePart(columns_of(WaterChange, LedgerPart)):  # type: ignore[misc]
    changed_fraction: Annotated[float, Field(gt=0, le=1)]
    net_volume_l: Positive
    tank: UUID | None = None


class LookPart(columns_of(Look, LedgerPart, without=("species_id", "species_name", "water_type", "seller"))):  # type: ignore[misc]
    signs: dict[str, bool]
    counts: dict[str, tuple[Count, Count]] = Field(default_factory=dict)
    sizes: dict[str, Annotated[int, Field(ge=1, le=9)]] = Field(default_factory=dict)
    context: list[Annotated[str, Field(max_length=ID)]] = Field(default_factory=list, max_length=60)
    carried: list[Annotated[str, Field(max_length=NAME)]] = Field(default_factory=list, max_length=300)
    bag: dict[str, Number] = Field(default_factory=dict)
    shares: dict[str, Number]


class ObservationPart(columns_of(Observation, LedgerPart)):  # type: ignore[misc]
    breaths_per_min: Annotated[int, Field(ge=1, le=300)] | None = None


class LossPart(columns_of(Loss, LedgerPart)):  # type: ignore[misc]
    signs: list[Annotated[str, Field(max_length=NAME)]] = Field(default_factory=list, max_length=40)
    checked: list[Annotated[str, Field(max_length=PIECE)]] = Field(default_factory=list, max_length=10)


class LeavingPart(columns_of(Leaving, LedgerPart)):  # type: ignore[misc]
    """Fish that left alive; a part that moved to another tank of its fishroom comes as one too."""


class RecountPart(columns_of(Recount, LedgerPart)):  # type: ignore[misc]
    pass


class TaskPart(columns_of(Task, Part)):  # type: ignore[misc]
    kind: StepKind
    dose_mg: Positive | None
    dose_ml: Positive | None
    dose_product_mg: Positive | None = None
    dose_pieces_count: Positive | None = None
    water_share: Annotated[float, Field(gt=0, le=1)] | None
    reads: list[Annotated[str, Field(max_length=PIECE)]] = Field(default_factory=list, max_length=10)


class DosePart(columns_of(Dose, LedgerPart)):  # type: ignore[misc]
    task: UUID | None
    attempt: Annotated[int, Field(ge=1, le=1000)]
    water_change: UUID | None
    net_volume_l: Positive


class ProductPart(BaseModel):
    """What a course is dosed from."""

    model_config = ConfigDict(extra="forbid")
    name: str = Field(max_length=TITLE)
    listed: str = Field(default="", max_length=ID)
    mg_per_ml: Positive | None = None
    share: Positive | None = None
    each_mg: Positive | None = None
    piece: str = Field(default="tablet", max_length=PIECE)
    direct: bool = False
    asks: str = Field(default="", max_length=REASON)
    form: str = Field(default="", max_length=PIECE)


class CoursePart(columns_of(Course, Part)):  # type: ignore[misc]
    tank: UUID | None = None
    protocol: dict[str, Any] | None = None
    held_before: dict[str, dict[str, Number]] = Field(default_factory=dict)
    targets_mg_per_l: dict[str, Positive]
    ranges_mg_per_l: dict[str, tuple[Number, Number, Number]] = Field(default_factory=dict)
    parameters: dict[str, Number] = Field(default_factory=dict)
    products: dict[str, ProductPart] = Field(default_factory=dict)
    label: dict[str, Any] | None
    also_labels: list[dict[str, Any]] = Field(default_factory=list, max_length=4)
    confirmed: list[str]
    net_volume_l: Positive
    tasks: list[TaskPart]
    doses: list[DosePart]


class CaseFile(BaseModel):
    """A whole case: the tank, the fish, and everything that was recorded while it was open."""

    model_config = ConfigDict(extra="forbid")
    format: Literal["pennywort-case"]
    version: Literal[1, 2]
    fishroom: str = Field(max_length=NAME)
    time_zone: str = Field(max_length=ZONE)
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
