"""Routes of what is in a tank's water, and of the life cycles its courses are meant to outlast."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router

from pennywort.courses.water_out import StagesOut, WaterLedgerOut, stages_in, water_ledgers
from pennywort.tanks.api import act
from pennywort.tanks.queries import fresh_readings
from pennywort.tanks.services import tank_of

router = Router(tags=["courses"])


@router.get("/tanks/{uuid:tank_id}/ledger", response=list[WaterLedgerOut], operation_id="water_ledger")
def water_ledger(request: HttpRequest, room_id: Path[UUID], tank_id: UUID) -> list[WaterLedgerOut]:
    """Every medicine in this water, line by line, with what each line did to its level."""
    actor = act(request, room_id)
    return water_ledgers(actor, tank_of(actor, tank_id))


@router.get("/tanks/{uuid:tank_id}/stages", response=list[StagesOut], operation_id="stages")
def stages(request: HttpRequest, room_id: Path[UUID], tank_id: UUID) -> list[StagesOut]:
    """Which stages of a parasite the running courses meet on which day, at the warmth last read."""
    actor = act(request, room_id)
    tank = tank_of(actor, tank_id)
    readings, _ = fresh_readings(tank, now=actor.now)
    return stages_in(actor, tank, warmth_c=readings.temperature_c)
