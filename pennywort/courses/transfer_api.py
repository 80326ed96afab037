"""Routes of fish that come into a water or change it: what that does to clocks is told, and done."""

from __future__ import annotations

from datetime import datetime
from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router
from pydantic import Field

from pennywort.courses.services import transfers as moves
from pennywort.fish.api import GroupIn
from pennywort.fish.services import group_of
from pennywort.records.requests import act
from pennywort.records.schemas import In, Write, Written
from pennywort.records.services import write_once
from pennywort.tanks.services import tank_of

router = Router(tags=["fish"])


class MoveAsked(In):
    """Where to; how many, or all of them where nothing is said."""

    to: UUID
    count: int | None = None
    count_plus_minus: int = 0


class MoveIn(MoveAsked, Write):
    happened_at: datetime | None = None
    note: str = Field(default="", max_length=200)
    individuals: list[UUID] = Field(default_factory=list, max_length=100, description="Named fish that are among those that go")


class MoveWords(In):
    """What a move would change, a sentence each; empty where it changes nothing."""

    words: list[str]


@router.post("/tanks/{uuid:tank_id}/groups", response=Written, operation_id="add_group")
def add_group(request: HttpRequest, room_id: Path[UUID], tank_id: UUID, body: GroupIn) -> dict[str, object]:
    """Fish arrive."""
    actor = act(request, room_id)
    tank = tank_of(actor, tank_id)
    values = body.dict(exclude={"write_id"})
    return write_once(actor, body.write_id, "add_group", {**values, "tank": tank_id}, lambda: moves.arrive(actor, uid=body.write_id, tank=tank, **values))


@router.post("/groups/{uuid:group_id}/move-ahead", response=MoveWords, operation_id="move_ahead")
def move_ahead(request: HttpRequest, room_id: Path[UUID], group_id: UUID, body: MoveAsked) -> MoveWords:
    """What moving these fish would do to clocks and to whom they meet; keeps nothing."""
    actor = act(request, room_id)
    group, to = group_of(actor, group_id), tank_of(actor, body.to)
    going = moves.how_many(group, count=body.count, plus_minus=body.count_plus_minus)
    return MoveWords(words=moves.what_it_does(actor, group, to=to, going=going))


@router.post("/groups/{uuid:group_id}/move", response=Written, operation_id="move_fish")
def move_fish(request: HttpRequest, room_id: Path[UUID], group_id: UUID, body: MoveIn) -> dict[str, object]:
    """Move a group, or part of it."""
    actor = act(request, room_id)
    group, to = group_of(actor, group_id), tank_of(actor, body.to)
    return write_once(
        actor,
        body.write_id,
        "move_fish",
        {**body.dict(exclude={"write_id"}), "group": group_id},
        lambda: moves.move_fish(
            actor,
            uid=body.write_id,
            group=group,
            to=to,
            count=body.count,
            plus_minus=body.count_plus_minus,
            note=body.note,
            individuals=body.individuals,
            happened_at=body.happened_at,
        ),
    )


class MergeIn(Write):
    into: UUID
    happened_at: datetime | None = None


@router.post("/groups/{uuid:group_id}/merge", response=Written, operation_id="merge_groups")
def merge_groups(request: HttpRequest, room_id: Path[UUID], group_id: UUID, body: MergeIn) -> dict[str, object]:
    """Put a group together with another of the same fish in the same tank."""
    actor = act(request, room_id)
    group, into = group_of(actor, group_id), group_of(actor, body.into)
    content = {"group": group_id, "into": body.into, "happened_at": body.happened_at}
    return write_once(
        actor, body.write_id, "merge_groups", content, lambda: moves.merge(actor, uid=body.write_id, group=group, into=into, happened_at=body.happened_at)
    )
