"""Routes of fish that come into a water or change it: what that does to clocks is told, and done."""

from __future__ import annotations

from datetime import datetime
from typing import Any
from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router
from pydantic import Field

from pennywort.core.lengths import NOTE
from pennywort.courses.queries.release import against_a_move, companions_of
from pennywort.courses.services import transfers as moves
from pennywort.fish.api import ArrivalIn, GroupIn
from pennywort.fish.services import group_of
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.schemas import In, Write
from pennywort.records.writes import writes
from pennywort.tanks.services import tank_of

router = Router(tags=["fish"])


class MoveAsked(In):
    """Where to; how many, or all of them where nothing is said."""

    to: UUID
    count: int | None = None
    count_plus_minus: int = 0


class MoveIn(MoveAsked, Write):
    happened_at: datetime | None = None
    note: str = Field(default="", max_length=NOTE)
    individuals: list[UUID] = Field(default_factory=list, max_length=100, description="Named fish that are among those that go")


class MoveWords(In):
    """What a move would change, a sentence each; empty where it changes nothing."""

    words: list[str]
    # what the gate of the release says against it, where they would come to fish that were watched long enough; a reason is asked and kept
    against: list[str]
    # who there is known to go for them, or they for whom
    companions: list[str]


@writes(router, "/tanks/{uuid:tank_id}/groups")
def add_group(actor: Actor, tank_id: UUID, body: GroupIn) -> dict[str, Any]:
    """Fish arrive."""
    tank = tank_of(actor, tank_id)
    values = body.dict(exclude={"write_id"})
    return moves.arrive(actor, uid=body.write_id, tank=tank, **values)


class ArrivalsIn(Write):
    """Several kinds that come at once."""

    groups: list[ArrivalIn] = Field(min_length=1, max_length=40)


@writes(router, "/tanks/{uuid:tank_id}/arrivals")
def arrive_together(actor: Actor, tank_id: UUID, body: ArrivalsIn) -> dict[str, Any]:
    """Several kinds of fish arrive at once."""
    return moves.arrive_together(actor, uid=body.write_id, tank=tank_of(actor, tank_id), groups=[g.dict() for g in body.groups])


@router.get("/tanks/{uuid:tank_id}/arrival-changes", response=MoveWords, operation_id="arrival_changes")
def arrival_changes(request: HttpRequest, room_id: Path[UUID], tank_id: UUID) -> MoveWords:
    """What fish that arrive in this tank today would change for those that live there."""
    actor = act(request, room_id)
    return MoveWords(words=moves.arrival_changes(actor, tank_of(actor, tank_id)), against=[], companions=[])


@router.post("/groups/{uuid:group_id}/move-ahead", response=MoveWords, operation_id="move_ahead")
def move_ahead(request: HttpRequest, room_id: Path[UUID], group_id: UUID, body: MoveAsked) -> MoveWords:
    """What moving these fish would do to clocks and to whom they meet; keeps nothing."""
    actor = act(request, room_id)
    group, to = group_of(actor, group_id), tank_of(actor, body.to)
    going = moves.how_many(group, count=body.count, plus_minus=body.count_plus_minus)
    return MoveWords(
        words=moves.what_it_does(actor, group, to=to, going=going), against=against_a_move(actor, group, to), companions=companions_of(actor, group, to)
    )


@writes(router, "/groups/{uuid:group_id}/move")
def move_fish(actor: Actor, group_id: UUID, body: MoveIn) -> dict[str, Any]:
    """Move a group, or part of it."""
    group, to = group_of(actor, group_id), tank_of(actor, body.to)
    return moves.move_fish(
        actor,
        uid=body.write_id,
        group=group,
        to=to,
        count=body.count,
        plus_minus=body.count_plus_minus,
        note=body.note,
        individuals=body.individuals,
        happened_at=body.happened_at,
    )


class MergeIn(Write):
    into: UUID
    happened_at: datetime | None = None


@writes(router, "/groups/{uuid:group_id}/merge")
def merge_groups(actor: Actor, group_id: UUID, body: MergeIn) -> dict[str, Any]:
    """Put a group together with another of the same fish in the same tank."""
    group, into = group_of(actor, group_id), group_of(actor, body.into)
    return moves.merge(actor, uid=body.write_id, group=group, into=into, happened_at=body.happened_at)
