"""Gear of a fishroom, what it touched, and the warning at the press that would carry something on."""

from __future__ import annotations

from datetime import datetime
from typing import Any
from uuid import UUID

from django.db import IntegrityError

from pennywort.contacts.whereabouts import Whereabouts
from pennywort.core.errors import Conflict, InvalidInput, Unusual
from pennywort.core.reference import library
from pennywort.core.reference.models import GearKind
from pennywort.core.reference.naming import capital
from pennywort.records.actor import Actor
from pennywort.records.services import find, new_entry, when
from pennywort.tanks.models import Contact, Gear, Tank

MOST_GEAR = 200
CLEANED = ("disinfected", "dried")
DONE_WORDS = {"used": "used in", "disinfected": "disinfected", "dried": "dried"}


def gear_kind(kind: str) -> GearKind:
    """:raises InvalidInput: no such kind."""
    found = library().gear.get(kind)
    if found is None:
        raise InvalidInput("Choose what it is from the list.", field="kind")
    return found


def add_gear(actor: Actor, *, uid: UUID, name: str, kind: str, home: UUID | None) -> dict[str, Any]:
    """A thing is listed. :raises InvalidInput: no name or kind. :raises Conflict: one of that name is there already, or too many."""
    gear_kind(kind)
    values = {"name": _free(actor, name), "kind": kind, "home": _home(actor, home)}
    if Gear.objects.filter(fishroom=actor.fishroom, gone_at=None).count() >= MOST_GEAR:
        raise Conflict(f"{MOST_GEAR} things are listed. Take some off first.", field="name")
    try:
        made = Gear.objects.create(uid=uid, fishroom=actor.fishroom, recorded_at=actor.now, recorded_by=actor.keeper, **values)
    except IntegrityError as error:
        raise Conflict("This is listed already.", field="name") from error
    return {"uid": str(made.uid)}


def mend_gear(actor: Actor, *, gear: UUID, name: str, home: UUID | None) -> dict[str, Any]:
    """Another name, or another home."""
    found = find(Gear, actor, gear, name="gear")
    found.name, found.home = _free(actor, name, besides=found), _home(actor, home)
    found.save(update_fields=["name", "home"])
    return {"uid": str(found.uid)}


def set_gone(actor: Actor, *, gear: UUID, gone: bool) -> dict[str, Any]:
    """Thrown away, or found again. :raises Conflict: another has its name by now."""
    found = find(Gear, actor, gear, name="gear")
    if not gone:
        _free(actor, found.name, besides=found)
    found.gone_at = actor.now if gone else None
    found.save(update_fields=["gone_at"])
    return {"uid": str(found.uid)}


def _free(actor: Actor, name: str, *, besides: Gear | None = None) -> str:
    wanted = name.strip()
    if not wanted:
        raise InvalidInput("Give it a name: net 2, the blue bucket.", field="name")
    others = Gear.objects.filter(fishroom=actor.fishroom, name__iexact=wanted, gone_at=None)
    if (others.exclude(pk=besides.pk) if besides else others).exists():
        raise Conflict(f"{wanted} is listed already.", field="name")
    return wanted


def _home(actor: Actor, home: UUID | None) -> Tank | None:
    return find(Tank, actor, home, name="tank") if home else None


def note_contact(
    actor: Actor,
    *,
    uid: UUID,
    kind: str,
    gear: UUID | None,
    from_tank: UUID | None,
    tank: UUID | None,
    note: str,
    happened_at: datetime | None,
    confirmed: bool,
) -> dict[str, Any]:
    """Gear was used or cleaned, or water or hands went over.

    :raises InvalidInput: what is missing, by its field. :raises Unusual: it may carry something there, and nobody confirmed it.
    """
    thing = find(Gear, actor, gear, name="gear") if gear else None
    to, source = (find(Tank, actor, t, name="tank") if t else None for t in (tank, from_tank))
    at = when(actor, happened_at)
    if kind in ("used", *CLEANED) and thing is None:
        raise InvalidInput("Which thing was it?", field="gear")
    if kind not in CLEANED and to is None:
        raise InvalidInput("In which tank?", field="tank")
    if kind in ("water", "hands") and source is None:
        raise InvalidInput("From which tank?", field="from_tank")
    if source is not None and to is not None and source.water_id == to.water_id:
        raise InvalidInput("That is one water.", field="tank")
    if to is not None and not confirmed:
        carries = Whereabouts(actor, at=at).into(to, source=source, thing=thing)
        if carries:
            raise Unusual(f"{' '.join(carries)} Press again if it happened all the same.", field="tank")
    entry = new_entry(
        Contact, actor, uid=uid, name="entry", happened_at=at, kind=kind, gear=thing if kind in ("used", *CLEANED) else None,
        from_tank=source if kind in ("water", "hands") else None, tank=None if kind in CLEANED else to, note=note.strip(),
    )  # fmt: skip
    return {"uid": str(entry.uid)}


def contact_words(contact: Contact) -> str:
    """What touched what, in a line: "Net 2 used in Weir"."""
    who = contact.gear.name if contact.gear else {"water": "Water", "hands": "Hands"}.get(contact.kind, "Something")
    if contact.kind in ("water", "hands"):
        return f"{who} from {contact.from_tank.name if contact.from_tank else 'elsewhere'} into {contact.tank.name if contact.tank else 'elsewhere'}"
    where = f" {contact.tank.name}" if contact.tank else ""
    return f"{capital(who)} {DONE_WORDS[contact.kind]}{where}"
