"""Routes of gear, of what touched what, and of the trace from a sick tank."""

from __future__ import annotations

from datetime import date, datetime, time
from typing import Any, Literal
from uuid import UUID

from django.db.models import Max
from django.http import HttpRequest
from ninja import Path, Router
from pydantic import Field

from pennywort.contacts import gear as things
from pennywort.contacts.shown import GearOut, SpreadOut, spread_out
from pennywort.contacts.trace import trace
from pennywort.contacts.whereabouts import Whereabouts
from pennywort.core.errors import InvalidInput
from pennywort.core.lengths import CALLED, KIND, NOTE
from pennywort.core.reference import library
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.schemas import Plain, Write
from pennywort.records.writes import writes
from pennywort.tanks.models import Contact, Gear
from pennywort.tanks.services import tank_of

router = Router(tags=["gear"])
MOST_SHOWN = 30


class GearKindOut(Plain):
    id: str
    name: str
    text: str


class ContactOut(Plain):
    uid: UUID
    at_words: str
    words: str
    by: str
    note: str


class GearListOut(Plain):
    kinds: list[GearKindOut]
    gear: list[GearOut]
    contacts: list[ContactOut]


class GearIn(Write):
    name: str = Field(max_length=CALLED)
    kind: str = Field(max_length=KIND)
    home: UUID | None = None


class MendGearIn(Write):
    name: str = Field(max_length=CALLED)
    home: UUID | None = None


class GearGoneIn(Write):
    gone: bool


class ContactIn(Write):
    """``confirmed``: it happened all the same, though it may carry something."""

    kind: Literal["used", "disinfected", "dried", "water", "hands"]
    gear: UUID | None = None
    from_tank: UUID | None = None
    tank: UUID | None = None
    note: str = Field(default="", max_length=NOTE)
    happened_at: datetime | None = None
    confirmed: bool = False


@router.get("/gear", response=GearListOut, operation_id="gear")
def gear(request: HttpRequest, room_id: Path[UUID]) -> GearListOut:
    """All things that go from water to water, what each may carry now, and the last contacts."""
    actor = act(request, room_id)
    found = list(Gear.objects.filter(fishroom=actor.fishroom).select_related("home").order_by("gone_at", "pk"))
    last = dict(Contact.objects.standing().filter(gear__in=found).values_list("gear").annotate(at=Max("happened_at")).order_by())
    rows = Contact.objects.standing().filter(fishroom=actor.fishroom).select_related("gear", "tank", "from_tank", "recorded_by")
    where = Whereabouts(actor, at=actor.now)
    return GearListOut(
        kinds=[GearKindOut(id=k.id, name=k.name, text=k.text) for k in library().gear.values()],
        gear=[_gear(where, g, last.get(g.pk)) for g in found],
        contacts=[_contact(actor, c) for c in rows.order_by("-happened_at", "-pk")[:MOST_SHOWN]],
    )


def _gear(where: Whereabouts, thing: Gear, last: datetime | None) -> GearOut:
    kind = library().gear.get(thing.kind)
    here = where.touched(thing) if thing.gone_at is None else []
    return GearOut(
        uid=thing.uid, name=thing.name, kind=thing.kind, kind_name=kind.name if kind else thing.kind, home=thing.home.uid if thing.home else None,
        home_name=thing.home.name if thing.home else "", gone=thing.gone_at is not None, last_words=_at(where.actor, last) if last else "",
        carries=[told for tank in here if (told := where.unsafe_words(tank))],
    )  # fmt: skip


def _at(actor: Actor, at: datetime) -> str:
    local = actor.local(at)
    return f"{local:%a} {local.day} {local:%b} {local:%H:%M}"


def _contact(actor: Actor, contact: Contact) -> ContactOut:
    at_words, words = _at(actor, contact.happened_at), things.contact_words(contact)
    return ContactOut(uid=contact.uid, at_words=at_words, words=words, by=actor.signed(contact), note=contact.note)


@router.get("/tanks/{uuid:tank_id}/trace", response=SpreadOut, operation_id="trace")
def read_trace(request: HttpRequest, room_id: Path[UUID], tank_id: UUID, since: date | None = None) -> SpreadOut:
    """What this tank's water can have reached since a day; where none is said, since it may have carried its trouble."""
    actor = act(request, room_id)
    at = datetime.combine(since, time(), tzinfo=actor.zone) if since else None
    if at is not None and (at > actor.now or at.year < 2000):
        raise InvalidInput("Choose a day that has been.", field="since")
    return spread_out(actor, trace(actor, tank_of(actor, tank_id), since=at))


@writes(router, "/gear")
def add_gear(actor: Actor, body: GearIn) -> dict[str, Any]:
    """A thing that goes from water to water is listed."""
    return things.add_gear(actor, uid=body.write_id, name=body.name, kind=body.kind, home=body.home)


@writes(router, "/gear/{uuid:gear_id}/mend")
def mend_gear(actor: Actor, gear_id: UUID, body: MendGearIn) -> dict[str, Any]:
    """Another name, or another home."""
    return things.mend_gear(actor, gear=gear_id, name=body.name, home=body.home)


@writes(router, "/gear/{uuid:gear_id}/gone")
def gear_gone(actor: Actor, gear_id: UUID, body: GearGoneIn) -> dict[str, Any]:
    """Thrown away, or found again."""
    return things.set_gone(actor, gear=gear_id, gone=body.gone)


@writes(router, "/contacts")
def note_contact(actor: Actor, body: ContactIn) -> dict[str, Any]:
    """Gear was used or cleaned, or water or hands went from tank to tank."""
    return things.note_contact(
        actor, uid=body.write_id, kind=body.kind, gear=body.gear, from_tank=body.from_tank, tank=body.tank, note=body.note,
        happened_at=body.happened_at, confirmed=body.confirmed,
    )  # fmt: skip
