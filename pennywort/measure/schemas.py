"""The one shape of every answer, and the pages of the formulary."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, computed_field

from pennywort.core.lengths import NOTE, SHEET
from pennywort.core.medicine.phrases import time_in
from pennywort.core.medicine.steps import BathStep, Role
from pennywort.core.reference.disease_models import Gate, WaterType
from pennywort.core.reference.figures import Confidence
from pennywort.dosing.schemas import CautionOut, RulerOut, ToolOut
from pennywort.measure.requests import MeasureIn, Name
from pennywort.records.schemas import In, Plain, ShownOut, TraceOut


class AmountOut(Plain):
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


class FigureOut(Plain):
    """A reckoned or a published figure."""

    label: str
    figure: str
    unit: str
    words: str


class BathStepOut(Plain):
    """One step of a bath or of the days; ``lasts_min`` where a timer runs; ``turn`` which turn of fish it belongs to, 0 for all."""

    text: str
    lasts_min: float | None
    stop: bool
    role: Role = "ready"
    turn: int = 0

    @computed_field  # type: ignore[prop-decorator]
    @property
    def lasts_words(self) -> str:
        """How long in words: seconds below a minute; empty where no timer runs."""
        return time_in(self.lasts_min) if self.lasts_min else ""

    @staticmethod
    def of(step: BathStep) -> BathStepOut:
        return BathStepOut(text=step.text, lasts_min=step.lasts_min, stop=step.stop, role=step.role, turn=step.turn_count)


class MeasuredOut(Plain):
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


class ProblemOut(Plain):
    """Why a row has no answer."""

    detail: str
    field: str


class RowOut(Plain):
    """One row of a worksheet: what was asked, and the answer or what is wrong with it."""

    answer: MeasuredOut | None
    problem: ProblemOut | None


class SheetIn(In):
    rows: list[MeasureIn] = Field(max_length=1000)


class SheetTextIn(In):
    text: str = Field(max_length=SHEET)


Cell = Annotated[str, Field(max_length=NOTE)]


class SheetLinesIn(In):
    """Lines as a table holds them: column to cell."""

    lines: list[dict[Name, Cell]] = Field(max_length=1000)


class SheetOut(Plain):
    """Lines with their answers, and the same as a CSV file."""

    lines: list[dict[str, str]]
    rows: list[RowOut]
    csv: str


class StrengthOut(Plain):
    id: str
    name: str
    note: str


class ToolChoiceOut(Plain):
    id: str
    name: str
    measures: str


class UseOut(Plain):
    """A use of an active, for the chooser and the reader page."""

    id: str
    active: str
    active_name: str
    name: str
    route: str
    gate: Gate
    water: list[WaterType]
    dose: str
    dose_text: str
    duration: str
    minutes: str
    targets: str
    depends: str
    contraindications: str
    source: str
    confidence: Confidence
    recalled: bool
    typed_unit: str
    usual: str
    form: str
    adds_demand: bool
    strengths: list[str] | None


class MeetsOut(Plain):
    """What an active must not meet, or only with care, as the interactions say it."""

    others: str
    level: Literal["never", "care"]
    text: str
    source: str
    confidence: Confidence


class SensitivityOut(Plain):
    """What a kind of fish, or a system, bears poorly and what well."""

    id: str
    name: str
    poorly: str
    well: str
    source: str
    confidence: Confidence


class AllergenOut(Plain):
    id: str
    name: str
    actives: list[str]


class LifeOut(Plain):
    """Who may live in a water that is in no record and bears a medicine poorly; asked of these waters, or of any where none is named."""

    id: str
    label: str
    water: list[WaterType]


class SaltOut(Plain):
    """Something that a water may hold dissolved, and how it is typed."""

    id: str
    name: str
    label: str
    hint: str
    read_by: str
    usual: bool
    of_the_sea: bool


class FormOut(Plain):
    """A kind in which an active is sold, where the levels of its kinds lie far apart."""

    id: str
    name: str
    text: str


class ActiveOut(Plain):
    id: str
    name: str
    short_name: str
    family: str
    search: str
    strengths: list[StrengthOut]
    removed_by: str
    stop: str
    keeper_hazard: str
    regulation: str
    spoons: bool
    # it disinfects gear; it can be stopped by a sum, and by what else
    disinfects: bool
    stopped: bool
    counted: str
    forms: list[FormOut]
    meets: list[MeetsOut]
    uses: list[UseOut]
