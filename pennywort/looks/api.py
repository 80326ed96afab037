"""Routes of Look: the board, weighing, keeping, comparing, and how it went over days."""

from __future__ import annotations

from datetime import timedelta
from typing import Any
from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router

from pennywort.core.diagnosis.compare import compare
from pennywort.core.reference import library
from pennywort.core.reference.disease_models import WaterType
from pennywort.fish.queries import looks_of
from pennywort.fish.services import group_of, kind_in
from pennywort.looks import schemas
from pennywort.looks import services as looks
from pennywort.looks.circumstances import newcomer, subject_of
from pennywort.looks.diagnosis_shown import DiagnosisOut
from pennywort.looks.over_days import over_days
from pennywort.looks.shown import board, comparison, days_out, waiting
from pennywort.looks.standalone import diagnose_alone
from pennywort.looks.weighing import diagnose_typed
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.writes import writes

router = Router(tags=["look"])
# a look says what fish may have for a week, and what holds less than this of its answer is no suspicion
LATELY, LEAST_SHARE = timedelta(days=7), 0.03


@router.get("/groups/{uuid:group_id}/look", response=schemas.LookBoardOut, operation_id="look_board")
def look_board(request: HttpRequest, room_id: Path[UUID], group_id: UUID, fish: str = "") -> schemas.LookBoardOut:
    """The fish plan of a group, or of one fish of it: places, signs, and what a daily look begins with."""
    actor = act(request, room_id)
    group = group_of(actor, group_id)
    return board(actor, subject_of(actor, group), group=group, species_name=group.species_name, fish=fish[:40])


@router.post("/groups/{uuid:group_id}/weigh", response=DiagnosisOut, operation_id="weigh")
def weigh(request: HttpRequest, room_id: Path[UUID], group_id: UUID, body: schemas.WeighIn) -> DiagnosisOut:
    """Weigh what is marked so far; keeps nothing."""
    actor = act(request, room_id)
    group = group_of(actor, group_id)
    told = diagnose_typed(actor, subject_of(actor, group), body.looked(), alone=body.in_bag)
    return DiagnosisOut.of(told, actor.preferences, tank=None if body.in_bag else group.tank)


@writes(router, "/groups/{uuid:group_id}/looks", response=schemas.LookWritten)
def record_look(actor: Actor, group_id: UUID, body: schemas.LookIn) -> dict[str, Any]:
    """Keep a look and its water test."""
    group = group_of(actor, group_id)
    return looks.record_look(
        actor,
        uid=body.write_id,
        group=group,
        looked=body.looked(),
        kind=body.kind,
        place=body.place,
        carried=body.carried,
        note=body.note,
        happened_at=body.happened_at,
        corrects=body.corrects,
    )


@router.get("/groups/{uuid:group_id}/suspected", response=list[str], operation_id="suspected")
def suspected(request: HttpRequest, room_id: Path[UUID], group_id: UUID) -> list[str]:
    """What the last look within a week held for likely, the likeliest first."""
    actor = act(request, room_id)
    last = looks_of(group_of(actor, group_id)).filter(happened_at__gt=actor.now - LATELY).first()
    shares = last.shares if last is not None else {}
    known = [(share, name) for name, share in shares.items() if name in library().conditions and share >= LEAST_SHARE]
    return [name for _, name in sorted(known, key=lambda pair: (-pair[0], pair[1]))]


@router.get("/groups/{uuid:group_id}/days", response=schemas.OverDaysOut, operation_id="over_days")
def read_days(request: HttpRequest, room_id: Path[UUID], group_id: UUID, fish: str = "") -> schemas.OverDaysOut:
    """How the ranking moved over the looks, when it turned, and whether they get better."""
    actor = act(request, room_id)
    group = group_of(actor, group_id)
    return days_out(actor, group, over_days(actor, group, fish=fish[:40]), fish=fish[:40])


@router.get("/inspection", response=schemas.LookBoardOut, operation_id="inspection_board")
def inspection_board(request: HttpRequest, room_id: Path[UUID], water: WaterType, species: str = "", fish_count: int = 1) -> schemas.LookBoardOut:
    """The fish plan for fish at the seller's."""
    actor = act(request, room_id)
    species_id, name = kind_in(actor, species[:60]) if species.strip() else ("", "")
    return board(actor, newcomer(actor, water=water, species_id=species_id, fish_count=max(1, min(fish_count, 100_000))), group=None, species_name=name)


@router.post("/diagnose", response=DiagnosisOut, operation_id="diagnose")
def diagnose(request: HttpRequest, room_id: Path[UUID], body: schemas.DiagnoseIn) -> DiagnosisOut:
    """Weigh one case that stands by itself; keeps nothing."""
    return diagnose_alone(act(request, room_id), body)


@writes(router, "/inspections", response=schemas.LookWritten)
def record_inspection(actor: Actor, body: schemas.InspectionIn) -> dict[str, Any]:
    """Keep a look at fish that are not bought yet."""
    return looks.record_inspection(
        actor,
        uid=body.write_id,
        water=body.water,
        species=body.species,
        fish_count=body.fish_count,
        seller=body.seller,
        looked=body.looked(),
        note=body.note,
        happened_at=body.happened_at,
    )


@router.get("/inspections", response=list[schemas.WaitingOut], operation_id="inspections")
def inspections(request: HttpRequest, room_id: Path[UUID]) -> list[schemas.WaitingOut]:
    """Looks at fish not bought yet, of the last thirty days."""
    actor = act(request, room_id)
    return [waiting(actor, look) for look in looks.waiting_inspections(actor)]


@router.post("/compare", response=schemas.CompareOut, operation_id="compare")
def compare_two(request: HttpRequest, room_id: Path[UUID], body: schemas.CompareIn) -> schemas.CompareOut:
    """Two look-alikes side by side, with the question that separates them."""
    act(request, room_id)
    return comparison(compare(body.one, body.other, water=body.water, signs=body.signs, found=library()))
