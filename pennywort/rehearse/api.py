"""Routes of what keeps nothing: a plan otherwise."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router

from pennywort.courses.models import Course
from pennywort.fish.services import group_of
from pennywort.records.requests import act
from pennywort.records.services import find
from pennywort.rehearse import schemas
from pennywort.rehearse.what_if import Typed, of_course, of_wish

router = Router(tags=["rehearse"])


@router.post("/groups/{uuid:group_id}/what-if", response=schemas.WhatIfOut, operation_id="what_if")
def what_if(request: HttpRequest, room_id: Path[UUID], group_id: UUID, body: schemas.WhatIfIn) -> schemas.WhatIfOut:
    """A plan as it stands and otherwise, side by side; keeps nothing."""
    actor = act(request, room_id)
    tank = group_of(actor, group_id).tank
    return of_wish(actor, tank, body.wish(), starts_at=body.starts_at, typed=Typed(**body.otherwise.dict()))


@router.post("/courses/{uuid:course_id}/what-if", response=schemas.WhatIfOut, operation_id="what_if_running")
def what_if_running(request: HttpRequest, room_id: Path[UUID], course_id: UUID, body: schemas.OtherwiseIn) -> schemas.WhatIfOut:
    """A course that runs, as it was planned and otherwise; keeps nothing."""
    actor = act(request, room_id)
    return of_course(actor, find(Course, actor, course_id, name="course"), typed=Typed(**body.dict()))
