"""Routes of what costs no fish: a plan otherwise, plates to learn by, and rehearsals in fishrooms of their own."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated, Any
from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Query, Router

from pennywort.core.errors import Conflict
from pennywort.courses.models import Course
from pennywort.fish.services import group_of
from pennywort.records.actor import Actor
from pennywort.records.requests import act, keeper_of
from pennywort.records.schemas import Write, Written
from pennywort.records.services import find, write_once
from pennywort.records.writes import writes
from pennywort.rehearse import play, play_schemas, schemas
from pennywort.rehearse.eye import deck_of
from pennywort.rehearse.play_shown import all_out, clock_out, now_out
from pennywort.rehearse.played import Played
from pennywort.rehearse.reveal_shown import reveal_out
from pennywort.rehearse.what_if import of_course, of_wish

router = Router(tags=["rehearse"])
reference_router = Router(tags=["reference"])


@reference_router.get("/eye", response=schemas.EyeOut, operation_id="eye_deck")
def eye_deck(request: HttpRequest, seed: Annotated[int, Query(ge=0, le=1_000_000)]) -> schemas.EyeOut:
    """Plates of look-alikes in an order made by a seed, what separates them, and gills to count."""
    keeper_of(request)
    return deck_of(seed)


@router.post("/groups/{uuid:group_id}/what-if", response=schemas.WhatIfOut, operation_id="what_if")
def what_if(request: HttpRequest, room_id: Path[UUID], group_id: UUID, body: schemas.WhatIfIn) -> schemas.WhatIfOut:
    """A plan as it stands and otherwise, side by side; keeps nothing."""
    actor = act(request, room_id)
    tank = group_of(actor, group_id).tank
    return of_wish(actor, tank, body.wish(), starts_at=body.starts_at, typed=body.otherwise)


@router.post("/courses/{uuid:course_id}/what-if", response=schemas.WhatIfOut, operation_id="what_if_running")
def what_if_running(request: HttpRequest, room_id: Path[UUID], course_id: UUID, body: schemas.OtherwiseIn) -> schemas.WhatIfOut:
    """A course that runs, as it was planned and otherwise; keeps nothing."""
    actor = act(request, room_id)
    return of_course(actor, find(Course, actor, course_id, name="course"), typed=body)


@reference_router.get("/rehearsals", response=play_schemas.RehearsalsOut, operation_id="rehearsals")
def rehearsals(request: HttpRequest) -> play_schemas.RehearsalsOut:
    """What can be rehearsed, what was begun, and the lines that were kept."""
    return all_out(keeper_of(request))


@router.post("/rehearsals", response=play_schemas.BegunOut, operation_id="begin_rehearsal")
def begin_rehearsal(request: HttpRequest, room_id: Path[UUID], body: play_schemas.BeginRehearsalIn) -> play_schemas.BegunOut:
    """Begin one in a fishroom of its own. In the one of the address nothing is written; its clock and its law are taken along."""
    actor = act(request, room_id)
    scenario = play.scenario_of(body.scenario, body.text)
    return play_schemas.BegunOut(room=play.begin(actor, uid=body.write_id, scenario=scenario, seed=body.seed))


@router.get("/rehearsal", response=play_schemas.RehearsalOut, operation_id="rehearsal")
def rehearsal(request: HttpRequest, room_id: Path[UUID]) -> play_schemas.RehearsalOut:
    """The side of the tank: what is seen now, and what can be done that no other screen does."""
    actor = act(request, room_id)
    return now_out(_as_it_stands(actor))


@router.get("/rehearsal/clock", response=play_schemas.RehearsalClockOut, operation_id="rehearsal_clock")
def rehearsal_clock(request: HttpRequest, room_id: Path[UUID]) -> play_schemas.RehearsalClockOut:
    """Which rehearsal this is, and its hour: asked by every screen."""
    return clock_out(_as_it_stands(act(request, room_id)))


def _as_it_stands(actor: Actor) -> Played:
    """A rehearsal now, or at the instant it ended."""
    found = play.rehearsal_in(actor)
    return Played(actor=actor if found.ended_at is None else replace(actor, now=found.ended_at), rehearsal=found)


@router.post("/rehearsal/wait", response=play_schemas.PlayedDoneOut, operation_id="wait_in_rehearsal")
def wait_in_rehearsal(request: HttpRequest, room_id: Path[UUID], body: play_schemas.PlayedWaitIn) -> dict[str, Any]:
    """Let its clock run. What the water comes to meanwhile is reckoned before anything is written."""
    actor = act(request, room_id)
    played = play.running_in(actor)
    hours = play.hours_to(played, body.to)
    died = play.found_dead(played, hours=hours)

    def do() -> dict[str, Any]:
        return {"uid": str(body.write_id), "found": play.wait(played, uid=body.write_id, hours=hours, died=died)}

    return write_once(actor, body.write_id, "wait_in_rehearsal", {"to": body.to}, do)


@writes(router, "/rehearsal/act", response=play_schemas.PlayedDoneOut)
def act_in_rehearsal(actor: Actor, body: play_schemas.PlayedActIn) -> dict[str, Any]:
    """Something at the tank that leaves no entry on another screen: air, dim light, no food, a siphon."""
    play.act(play.running_in(actor), uid=body.write_id, act_id=body.act, ends=body.ends)
    return {"uid": str(body.write_id)}


@writes(router, "/rehearsal/look", response=play_schemas.PlayedDoneOut)
def look_in_rehearsal(actor: Actor, body: play_schemas.PlayedKitIn) -> dict[str, Any]:
    """A closer look: by torch, in the hand, by scope."""
    play.look_closer(play.running_in(actor), uid=body.write_id, kit=body.kit)
    return {"uid": str(body.write_id)}


@writes(router, "/rehearsal/test", response=Written)
def test_in_rehearsal(actor: Actor, body: Write) -> dict[str, Any]:
    """Test its water with every kit there is: a reading like any other."""
    return {"uid": str(play.test_water(play.running_in(actor), uid=body.write_id).uid)}


@writes(router, "/rehearsal/go-on", response=Written)
def go_on_in_rehearsal(actor: Actor, body: Write) -> dict[str, Any]:
    """Come back to one that was left: its clock stood still."""
    play.go_on(actor)
    return {"uid": str(body.write_id)}


@writes(router, "/rehearsal/end", response=Written)
def end_rehearsal(actor: Actor, body: Write) -> dict[str, Any]:
    """End it, to be told what it was."""
    play.end(play.running_in(actor))
    return {"uid": str(body.write_id)}


@router.get("/rehearsal/reveal", response=play_schemas.RevealOut, operation_id="reveal")
def read_reveal(request: HttpRequest, room_id: Path[UUID]) -> play_schemas.RevealOut:
    """What it was. :raises Conflict: it is still played."""
    actor = act(request, room_id)
    played = _as_it_stands(actor)
    if played.rehearsal.ended_at is None:
        raise Conflict("End the rehearsal first: as long as it is played nothing is told.")
    return reveal_out(actor, played)


@writes(router, "/rehearsal/keep", response=Written)
def keep_from_rehearsal(actor: Actor, body: play_schemas.KeepLinesIn) -> dict[str, Any]:
    """Take its lines along into one's own."""
    play.keep_lines(play.rehearsal_in(actor), actor, body.lines)
    return {"uid": str(body.write_id)}
