"""The frame that makes every write happen once, and what finds and makes one record."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from datetime import datetime, timedelta
from typing import Any, TypeVar
from uuid import UUID

from django.db import connection, transaction

from pennywort.accounts.models import Fishroom
from pennywort.core.errors import Conflict, InvalidInput, NotFound
from pennywort.records.actor import Actor
from pennywort.records.models import LedgerRecord, RoomRecord, WriteReceipt

R = TypeVar("R", bound=RoomRecord)


L = TypeVar("L", bound=LedgerRecord)


# A phone's clock may run ahead of the server's by this much; more is a mistake in the date.
CLOCK_SLACK = timedelta(minutes=5)


def write_once(actor: Actor, write_id: UUID, operation: str, content: dict[str, Any], do: Callable[[], dict[str, Any]]) -> dict[str, Any]:
    """Run ``do`` in one transaction and keep its answer under ``write_id``; a repeat gets the kept answer.

    What was sent without an hour and, its answer lost, comes again from where it waited with the hour of its press, is a repeat.

    :raises Conflict: the id was used for another write.
    """
    packed = json.dumps(content, sort_keys=True, default=str)
    digest = hashlib.sha256(packed.encode()).hexdigest()
    with alone(actor.fishroom):
        kept = WriteReceipt.objects.filter(fishroom=actor.fishroom, write_id=write_id).first()
        if kept is not None:
            again = kept.content_hash == digest or _is_repeat(kept, json.loads(packed))
            if kept.operation != operation or not again:
                raise Conflict("This id was already used for another entry. Reload and try again.", field="write_id")
            return dict(kept.answer)
        answer: dict[str, Any] = json.loads(json.dumps(do(), default=str))
        WriteReceipt.objects.create(
            fishroom=actor.fishroom,
            write_id=write_id,
            operation=operation,
            content_hash=digest,
            content=json.loads(packed),
            answer=answer,
            keeper=actor.keeper,
            at=actor.now,
        )
    return answer


@contextmanager
def alone(fishroom: Fishroom) -> Iterator[None]:
    """One transaction, and no other write of this fishroom beside it, so that what was looked for still holds where it is written.

    SQLite has one writer anyway; elsewhere the row of the fishroom is held until this is done.
    """
    with transaction.atomic():
        if connection.features.has_select_for_update:
            Fishroom.objects.select_for_update().only("pk").get(pk=fishroom.pk)
        yield


def _is_repeat(kept: WriteReceipt, content: dict[str, Any]) -> bool:
    """Whether this says nothing else than what was kept: but for an hour that it had not when it was sent first, and for what an
    earlier release did not keep of it."""
    said = {name: value for name, value in kept.content.items() if name != "write_id" and not (name == "happened_at" and value is None)}
    return all(name in content and content[name] == value for name, value in said.items())


def _all(model: type[RoomRecord]) -> Any:
    """The manager of any record; the stubs can't follow it through a type variable."""
    return model._default_manager


def find(model: type[R], actor: Actor, uid: UUID, *, name: str) -> R:
    """One record of this fishroom. :raises NotFound: it is not there, or belongs to another fishroom."""
    found: R | None = _all(model).filter(fishroom=actor.fishroom, uid=uid).first()
    if found is None:
        raise NotFound(f"There is no such {name} here.")
    return found


def find_standing(model: type[L], actor: Actor, uid: UUID, *, name: str) -> L:
    """One ledger entry that still holds. :raises Conflict: it was already corrected or struck out."""
    found = find(model, actor, uid, name=name)
    if found.struck or _all(model).filter(corrects=found).exists():
        raise Conflict(f"This {name} was already corrected or struck out. Reload to see how it stands.", field="corrects")
    return found


def when(actor: Actor, happened_at: datetime | None, *, field: str = "happened_at") -> datetime:
    """The instant something happened; now where none is given. :raises InvalidInput: in the future, or before 2000."""
    if happened_at is None:
        return actor.now
    if happened_at.tzinfo is None:
        raise InvalidInput("Give the time with its zone.", field=field)
    if happened_at > actor.now + CLOCK_SLACK:
        raise InvalidInput("That lies in the future.", field=field)
    if happened_at.year < 2000:
        raise InvalidInput("That lies too far back.", field=field)
    return happened_at


def new_entry(model: type[L], actor: Actor, *, uid: UUID, name: str, happened_at: datetime | None, corrects: UUID | None = None, **values: Any) -> L:
    """Write one ledger entry; a correction keeps the time of what it corrects unless it says another.

    :raises Conflict: what it corrects was corrected already. :raises InvalidInput: a time that can't be.
    """
    old = find_standing(model, actor, corrects, name=name) if corrects else None
    at = when(actor, happened_at or (old.happened_at if old else None))
    entry: L = _all(model).create(uid=uid, fishroom=actor.fishroom, recorded_at=actor.now, recorded_by=actor.keeper, happened_at=at, corrects=old, **values)
    return entry
