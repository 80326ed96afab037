"""Routes of what keeps nothing: a plan otherwise, and plates to learn by."""

from __future__ import annotations

from typing import Annotated
from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Query, Router

from pennywort.courses.models import Course
from pennywort.fish.services import group_of
from pennywort.records.requests import act, keeper_of
from pennywort.records.services import find
from pennywort.rehearse import schemas
from pennywort.rehearse.eye import deck_of
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
