"""Routes of what is left on the shelf, and of what should stand there."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router

from pennywort.core.reference import library
from pennywort.core.reference.models import SickBayItem
from pennywort.courses.queries.left import left_of
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.schemas import Plain
from pennywort.shelf.models import Bottle
from pennywort.shelf.queries import bottles_of, is_past
from pennywort.tanks.queries import standing_tanks_of

router = Router(tags=["shelf"])


class BottleLeftOut(Plain):
    """What is left in a bottle or a box by the book."""

    uid: UUID
    words: str
    doses_words: str
    low: bool


class SickBayOut(Plain):
    """Something to have at hand; ``here``: which bottle is it. ``missing`` only of what a bottle would be."""

    id: str
    name: str
    text: str
    here: str
    missing: bool
    bottle: bool


class AtHandOut(Plain):
    left: list[BottleLeftOut]
    sick_bay: list[SickBayOut]
    words: str


@router.get("/shelf/left", response=AtHandOut, operation_id="at_hand")
def at_hand(request: HttpRequest, room_id: Path[UUID]) -> AtHandOut:
    """What is left in each bottle, and what a keeper of these waters should have at hand."""
    actor = act(request, room_id)
    left = [BottleLeftOut(uid=x.item.uid, words=x.words(actor), doses_words=_doses(x.doses_count), low=x.low) for x in left_of(actor)]
    waters = {tank.water_type for tank in standing_tanks_of(actor)}
    good = [b for b in bottles_of(actor) if not is_past(b, actor)]
    bay = [_item(actor, i, good) for i in library().sick_bay.values() if not waters or waters & set(i.water)]
    missing = [i.name for i in bay if i.missing]
    words = f"Missing: {', '.join(missing)}." if missing else "All of it that comes in a bottle is there."
    return AtHandOut(left=left, sick_bay=bay, words=words)


def _doses(count: int) -> str:
    return "" if not count else "one dose since" if count == 1 else f"{count} doses since"


def _item(actor: Actor, item: SickBayItem, good: list[Bottle]) -> SickBayOut:
    here = next((b.name for b in good if b.active_id in item.actives), "")
    return SickBayOut(id=item.id, name=item.name, text=item.text, here=here, missing=bool(item.actives) and not here, bottle=bool(item.actives))
