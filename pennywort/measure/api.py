"""Routes of Measure and of the formulary behind it."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpRequest
from ninja import Body, Path, Router

from pennywort.core.medicine.formulary import shown_unit
from pennywort.core.reference import library
from pennywort.core.reference.formulary_models import Active, Use
from pennywort.measure.dose import dose_words
from pennywort.measure.reckon import reckon, row
from pennywort.measure.schemas import ActiveOut, MeasuredOut, MeasureIn, SheetIn, SheetOut, SheetTextIn, StrengthOut, ToolChoiceOut, UseOut
from pennywort.measure.sheet import read_csv, rows_of, write_csv
from pennywort.rooms.errors import NotFound
from pennywort.rooms.reference_api import source_words
from pennywort.tanks.api import act

router = Router(tags=["measure"])
reference_router = Router(tags=["formulary"])


@router.post("/measure", response=MeasuredOut, operation_id="measure")
def measure(request: HttpRequest, room_id: Path[UUID], body: MeasureIn = Body(...)) -> MeasuredOut:  # type: ignore[type-arg]
    """Reckon one thing; keeps nothing."""
    return reckon(act(request, room_id), body)


@router.post("/worksheet", response=SheetOut, operation_id="worksheet")
def worksheet(request: HttpRequest, room_id: Path[UUID], body: SheetIn) -> SheetOut:
    """Reckon many at once; a fault stays in its row."""
    actor = act(request, room_id)
    return SheetOut(rows=[row(actor, r) for r in body.rows], csv="")


@router.post("/worksheet/csv", response=SheetOut, operation_id="worksheet_csv")
def worksheet_csv(request: HttpRequest, room_id: Path[UUID], body: SheetTextIn) -> SheetOut:
    """Reckon the lines of a CSV file; the answer holds the file with its results."""
    actor = act(request, room_id)
    lines = read_csv(body.text)
    rows = rows_of(actor, lines)
    return SheetOut(rows=rows, csv=write_csv(lines, rows))


def _use(active: Active, use: Use) -> UseOut:
    minutes = ""
    if use.minutes:
        low, high = use.minutes.low or use.minutes.value, use.minutes.high or use.minutes.value
        minutes = f"{low:g} to {high:g}" if low != high else f"{low:g}"
    return UseOut(
        id=use.id,
        active=active.id,
        active_name=active.name,
        name=use.name,
        route=use.route,
        gate=use.gate,
        water=list(use.water),
        dose=dose_words(use),
        dose_text=use.dose_text,
        duration=use.duration,
        minutes=minutes,
        targets=use.targets,
        depends=use.depends,
        contraindications=use.contraindications,
        source=source_words(use.source),
        confidence=use.confidence,
        recalled=use.recalled,
        typed_unit=shown_unit(use.dose.unit) if use.dose else "",
        usual=f"{use.dose.value:g}" if use.dose else "",
    )


def _active(active: Active) -> ActiveOut:
    return ActiveOut(
        id=active.id,
        name=active.name,
        short_name=active.short_name,
        family=active.family,
        strengths=[StrengthOut(id=s.id, name=s.name, note=s.note) for s in active.strengths],
        removed_by=active.removed_by.text,
        stop=active.stop.text,
        keeper_hazard=active.keeper_hazard.text,
        regulation=active.regulation.text,
        uses=[_use(active, u) for u in active.uses],
    )


@reference_router.get("/actives", response=list[ActiveOut], operation_id="actives")
def actives(request: HttpRequest) -> list[ActiveOut]:
    """The whole formulary."""
    return [_active(a) for a in sorted(library().actives.values(), key=lambda a: a.name)]


@reference_router.get("/tools", response=list[ToolChoiceOut], operation_id="tools")
def tools(request: HttpRequest) -> list[ToolChoiceOut]:
    """The measuring tools a keeper may have at hand."""
    return [ToolChoiceOut(id=t.id, name=t.name, measures=t.measures) for t in library().tools.values()]


@reference_router.get("/actives/{active_id}", response=ActiveOut, operation_id="active")
def read_active(request: HttpRequest, active_id: str) -> ActiveOut:
    """One active with all its uses and where each figure comes from."""
    active = library().actives.get(active_id)
    if active is None:
        raise NotFound("There is no such active here.")
    return _active(active)
