"""Routes of a fishroom itself: what is said of it once."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router, Schema
from pydantic import Field

from pennywort.people import law
from pennywort.records.requests import act
from pennywort.records.schemas import Write
from pennywort.records.services import write_once

router = Router(tags=["keeper"])


class LawIn(Write):
    law: str = Field(max_length=24, description="A place of the reference, or empty where nobody wants to say")


class LawOut(Schema):
    law: str


@router.put("/law", response=LawOut, operation_id="set_law")
def set_law(request: HttpRequest, room_id: Path[UUID], body: LawIn) -> dict[str, object]:
    """Whose law says which diseases must be reported from here."""
    actor = act(request, room_id)
    return write_once(actor, body.write_id, "set_law", body.dict(exclude={"write_id"}), lambda: law.set_law(actor, body.law))
