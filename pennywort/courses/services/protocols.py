"""Protocols of a fishroom: the shipped ones, and those its keepers wrote."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from pennywort.core.errors import InvalidInput, NotFound, Refused
from pennywort.core.reference import library
from pennywort.core.reference.course_models import CourseProtocol
from pennywort.core.reference.own import read_own, write_own
from pennywort.courses.models import OwnProtocol
from pennywort.records.actor import Actor

OWN = "own_"


def kept_protocols(actor: Actor) -> list[tuple[OwnProtocol, CourseProtocol | InvalidInput]]:
    """Those of this fishroom, by name, each as it reads or with its fault: the reference may have learnt since. Outside a fishroom none."""
    if actor.fishroom.pk is None:
        return []
    kept = OwnProtocol.objects.filter(fishroom=actor.fishroom, gone_at=None).select_related("recorded_by").order_by("name", "pk")
    return [(row, _read(row.text)) for row in kept]


def _read(text: str) -> CourseProtocol | InvalidInput:
    try:
        return read_own(text, found=library())
    except InvalidInput as fault:
        return fault


def own_protocols(actor: Actor) -> list[tuple[OwnProtocol, CourseProtocol]]:
    """Those that can be started."""
    return [(row, read) for row, read in kept_protocols(actor) if not isinstance(read, InvalidInput)]


def protocol_named(actor: Actor, protocol_id: str) -> CourseProtocol:
    """A shipped protocol, or one of this fishroom. :raises NotFound: neither. :raises Refused: one of its own that has a fault."""
    shipped = library().courses.get(protocol_id)
    if shipped is not None:
        return shipped
    own = next((read for row, read in kept_protocols(actor) if row.protocol_id == protocol_id), None)
    if own is None:
        raise NotFound("There is no such course.")
    if isinstance(own, InvalidInput):
        raise Refused(f"This protocol of your own can’t be started as it stands: {own.message} Open it under Protocols and mend it.", field="protocol")
    return own


def is_own(protocol: CourseProtocol) -> bool:
    """Whether a keeper wrote it."""
    return protocol.id.startswith(OWN)


def text_of(actor: Actor, protocol_id: str) -> str:
    """Its text to edit: an own one as it was written, a shipped one as a copy with an id of its own."""
    row = OwnProtocol.objects.filter(fishroom=actor.fishroom, protocol_id=protocol_id, gone_at=None).first()
    return row.text if row else write_own(protocol_named(actor, protocol_id), as_id=f"{OWN}{protocol_id}")


def keep_protocol(actor: Actor, *, uid: UUID, text: str) -> dict[str, Any]:
    """Keep a protocol, or a new version of one with the same id. :raises InvalidInput: naming what is wrong in it."""
    protocol = read_own(text, found=library())
    row = OwnProtocol.objects.filter(fishroom=actor.fishroom, protocol_id=protocol.id, gone_at=None).first()
    if row is None:
        row = OwnProtocol(uid=uid, fishroom=actor.fishroom, recorded_at=actor.now, recorded_by=actor.keeper, protocol_id=protocol.id)
    row.name, row.text, row.changed_at = protocol.name, text, actor.now
    row.save()
    return {"uid": str(row.uid)}


def remove_protocol(actor: Actor, *, protocol_id: str) -> dict[str, Any]:
    """Take one off the list; courses that run by it go on. :raises NotFound: no such one here."""
    row = OwnProtocol.objects.filter(fishroom=actor.fishroom, protocol_id=protocol_id, gone_at=None).first()
    if row is None:
        raise NotFound("There is no such protocol of your own.")
    row.gone_at = actor.now
    row.save(update_fields=["gone_at"])
    return {"uid": str(row.uid)}
