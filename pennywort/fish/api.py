"""Routes of fish: groups and observations."""

from __future__ import annotations

from datetime import date
from typing import Any, Literal
from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router
from pydantic import Field

from pennywort.core.lengths import ID, NAME
from pennywort.core.reference.naming import plural
from pennywort.fish import queries, services
from pennywort.fish.models import Group
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.schemas import Entry, In, Note, Plain, Write
from pennywort.records.writes import writes

router = Router(tags=["fish"])


class ArrivalIn(In):
    """Fish of one kind that came."""

    species: str = Field(max_length=NAME)
    count: int = Field(description="How many arrived, dead ones included")
    count_plus_minus: int = 0
    dead_on_arrival: int = 0
    dead_on_arrival_plus_minus: int = 0
    supplier: str = Field(default="", max_length=NAME)
    arrived_on: date | None = None
    seen_before: UUID | None = None
    ordered_count: int | None = None
    kin: str = Field(default="", max_length=ID, description="What kind of fish it is, where its name is on no list")
    order: UUID | None = Field(default=None, description="What they were ordered as, closed by it")


class GroupIn(ArrivalIn, Write):
    """The same as a write by itself."""


class GroupOut(Plain):
    uid: UUID
    tank: UUID
    tank_name: str
    species_name: str
    words: str
    left: int
    arrived_words: str
    arrived_on_words: str
    supplier: str

    @staticmethod
    def of(group: Group) -> GroupOut:
        left = queries.count_of(group)
        arrived = f"{'about ' if group.count_plus_minus else ''}{group.count}"
        if group.count_plus_minus:
            arrived += f" ± {group.count_plus_minus}"
        if group.dead_on_arrival:
            arrived += f", {queries.dead_of(group).words} dead on arrival"
        return GroupOut(
            uid=group.uid,
            tank=group.tank.uid,
            tank_name=group.tank.name,
            species_name=group.species_name,
            words=f"{left.words} {plural(group.species_name, left.count)}",
            left=left.count,
            arrived_words=arrived,
            arrived_on_words=f"{group.arrived_on:%a} {group.arrived_on.day} {group.arrived_on:%b}",
            supplier=group.supplier,
        )


class ObservationIn(Entry):
    appetite: Literal["", "all", "less", "none"] = ""
    breathing: Literal["", "calm", "fast", "gasping"] = ""
    breaths_per_min: int | None = None
    compared: Literal["", "same", "changed"] = ""
    fed: Literal["", "usual", "little", "none"] = ""
    note: Note = ""


@router.get("/groups", response=list[GroupOut], operation_id="groups")
def groups(request: HttpRequest, room_id: Path[UUID]) -> list[GroupOut]:
    """All groups of fish in this fishroom."""
    return [GroupOut.of(group) for group in queries.groups_of(act(request, room_id))]


@writes(router, "/groups/{uuid:group_id}/observations")
def add_observation(actor: Actor, group_id: UUID, body: ObservationIn) -> dict[str, Any]:
    """Appetite, breathing, a note."""
    group = services.group_of(actor, group_id)
    values = body.dict(exclude={"write_id"})
    return services.add_observation(actor, uid=body.write_id, group=group, **values)
