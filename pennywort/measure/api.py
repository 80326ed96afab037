"""Routes of Measure and of the formulary behind it."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpRequest
from ninja import Body, Path, Router

from pennywort.core.errors import NotFound
from pennywort.core.medicine.formulary import shown_unit
from pennywort.core.reference import library
from pennywort.core.reference.formulary_models import Active, Use
from pennywort.library.api import source_words
from pennywort.measure.dose import dose_words
from pennywort.measure.reckon import reckon, row
from pennywort.measure.requests import MeasureIn
from pennywort.measure.schemas import (
    ActiveOut,
    AllergenOut,
    FormOut,
    LifeOut,
    MeasuredOut,
    MeetsOut,
    SaltOut,
    SensitivityOut,
    SheetIn,
    SheetLinesIn,
    SheetOut,
    SheetTextIn,
    StrengthOut,
    ToolChoiceOut,
    UseOut,
)
from pennywort.measure.sheet import RESULT, Line, check_lines, read_csv, rows_of, write_csv
from pennywort.records.actor import Actor
from pennywort.records.requests import act

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
    return SheetOut(lines=[], rows=[row(actor, r) for r in body.rows], csv="")


@router.post("/worksheet/lines", response=SheetOut, operation_id="worksheet_lines")
def worksheet_lines(request: HttpRequest, room_id: Path[UUID], body: SheetLinesIn) -> SheetOut:
    """Reckon the lines of a table; the answer holds them as a CSV file too."""
    actor = act(request, room_id)
    return _sheet(actor, check_lines(body.lines))


@router.post("/worksheet/csv", response=SheetOut, operation_id="worksheet_csv")
def worksheet_csv(request: HttpRequest, room_id: Path[UUID], body: SheetTextIn) -> SheetOut:
    """Reckon the lines of a CSV file; the answer holds the file with its results."""
    return _sheet(act(request, room_id), read_csv(body.text))


def _sheet(actor: Actor, lines: list[Line]) -> SheetOut:
    rows = rows_of(actor, lines)
    kept = [{name: text for name, text in line.items() if name not in RESULT} for line in lines]
    return SheetOut(lines=kept, rows=rows, csv=write_csv(lines, rows))


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
        form=use.form,
        adds_demand=use.most_in_all is not None,
        strengths=list(use.strengths) if use.strengths is not None else None,
    )


def _meets(active: Active) -> list[MeetsOut]:
    """Every line of the interactions that names this active, never first."""
    found = library()
    lines = []
    for pair in found.interactions.values():
        for ours, theirs in ((pair.one, pair.other), (pair.other, pair.one)):
            if active.id in ours:
                others = ", ".join(found.actives[o].short_name if o in found.actives else o.replace("_", " ") for o in theirs)
                lines.append(MeetsOut(others=others, level=pair.level, text=pair.text, source=source_words(pair.source), confidence=pair.confidence))
                break
    return sorted(lines, key=lambda line: (line.level != "never", line.others))


def _active(active: Active) -> ActiveOut:
    return ActiveOut(
        id=active.id,
        name=active.name,
        short_name=active.short_name,
        family=active.family,
        search=" ".join((active.name, active.short_name, active.family, *active.also)),
        strengths=[StrengthOut(id=s.id, name=s.name, note=s.note) for s in active.strengths],
        removed_by=active.removed_by.text,
        stop=active.stop.text,
        keeper_hazard=active.keeper_hazard.text,
        regulation=active.regulation.text,
        spoons=active.spoons is not None,
        disinfects=active.disinfects,
        stopped=any(s.ratio for s in active.stopped_by),
        counted=active.counted,
        forms=[FormOut(id=f.id, name=f.name, text=f.text) for f in active.forms],
        meets=_meets(active),
        uses=[_use(active, u) for u in active.uses],
    )


@reference_router.get("/actives", response=list[ActiveOut], operation_id="actives")
def actives(request: HttpRequest) -> list[ActiveOut]:
    """The whole formulary."""
    return [_active(a) for a in sorted(library().actives.values(), key=lambda a: a.name)]


@reference_router.get("/sensitivities", response=list[SensitivityOut], operation_id="sensitivities")
def sensitivities(request: HttpRequest) -> list[SensitivityOut]:
    """What kinds of fish and systems bear poorly, and what well."""
    return [
        SensitivityOut(id=s.id, name=s.name, poorly=s.poorly, well=s.well, source=source_words(s.source), confidence=s.confidence)
        for s in library().sensitivities.values()
    ]


@reference_router.get("/lives", response=list[LifeOut], operation_id="lives")
def lives(request: HttpRequest) -> list[LifeOut]:
    """Who bears a medicine poorly, in the order in which it is asked."""
    return [LifeOut(id=x.id, label=x.label, water=list(x.water)) for x in library().lives.values()]


@reference_router.get("/salts", response=list[SaltOut], operation_id="salts")
def salts(request: HttpRequest) -> list[SaltOut]:
    """What a water may hold dissolved, in the order in which it is asked."""
    return [
        SaltOut(id=s.id, name=s.name, label=s.label, hint=s.hint, read_by=s.read_by, usual=s.usual, of_the_sea=s.of_the_sea) for s in library().salts.values()
    ]


@reference_router.get("/allergens", response=list[AllergenOut], operation_id="allergens")
def allergens(request: HttpRequest) -> list[AllergenOut]:
    """What a keeper may be allergic to, and the actives it concerns."""
    found = library()
    return [AllergenOut(id=a.id, name=a.name, actives=[found.actives[x].short_name for x in a.actives]) for a in found.allergens.values()]


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
