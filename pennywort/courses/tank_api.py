"""One tank, read and changed: its courses were planned for the water it holds."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router

from pennywort.core.errors import Conflict
from pennywort.courses.queries.running import running_courses
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.writes import writes
from pennywort.tanks.api import TankIn, TankOut
from pennywort.tanks.queries import on_one_water
from pennywort.tanks.services import keep_tank, tank_of

router = Router(tags=["tanks"])


@router.get("/tanks/{uuid:tank_id}", response=TankOut, operation_id="tank")
def tank(request: HttpRequest, room_id: Path[UUID], tank_id: UUID) -> TankOut:
    """One tank."""
    actor = act(request, room_id)
    found = tank_of(actor, tank_id)
    return TankOut.of(found, actor, on_one_water(found))


@writes(router, "/tanks/{uuid:tank_id}", method="put")
def change_tank(actor: Actor, tank_id: UUID, body: TankIn) -> dict[str, Any]:
    """Change a tank's name or measures; another kind of water only where no course runs in it."""
    old = tank_of(actor, tank_id)
    if body.water_type != old.water_type and any(running_courses(one, now=actor.now) for one in on_one_water(old)):
        raise Conflict("A course runs in this water, and was planned for the kind it is. Stop the course first.", field="water_type")
    return keep_tank(actor, uid=old.uid, tank=old, typed=body.typed(), facts=body.facts(), shares=body.shares_water_with)
