"""Writes: accounts, fishrooms, one-time links, and the frame that makes every other write happen once."""

from __future__ import annotations

import hashlib
import json
import secrets
from collections.abc import Callable
from datetime import datetime, timedelta
from typing import Any, TypeVar
from uuid import UUID
from zoneinfo import available_timezones

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import transaction

from pennywort.core.errors import InvalidInput
from pennywort.core.reference import library
from pennywort.rooms.actor import Actor
from pennywort.rooms.errors import Conflict, NotFound, NotSignedIn
from pennywort.rooms.models import Fishroom, Keeper, LedgerRecord, Membership, RoomRecord, SignInLink, WriteReceipt

R = TypeVar("R", bound=RoomRecord)
L = TypeVar("L", bound=LedgerRecord)

LINK_LASTS = timedelta(hours=12)
# A phone's clock may run ahead of the server's by this much; more is a mistake in the date.
CLOCK_SLACK = timedelta(minutes=5)


def write_once(actor: Actor, write_id: UUID, operation: str, content: dict[str, Any], do: Callable[[], dict[str, Any]]) -> dict[str, Any]:
    """Run ``do`` in one transaction and keep its answer under ``write_id``; a repeat gets the kept answer.

    What was sent without an hour and, its answer lost, comes again from where it waited with the hour of its press, is a repeat.

    :raises Conflict: the id was used for another write.
    """
    packed = json.dumps(content, sort_keys=True, default=str)
    digest = hashlib.sha256(packed.encode()).hexdigest()
    with transaction.atomic():
        kept = WriteReceipt.objects.filter(fishroom=actor.fishroom, write_id=write_id).first()
        if kept is not None:
            again = kept.content_hash == digest or _but_for_its_hour(kept, json.loads(packed))
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


def _but_for_its_hour(kept: WriteReceipt, content: dict[str, Any]) -> bool:
    """Whether this is what was kept but for an hour that it had not when it was sent first."""
    return "happened_at" in content and kept.content == {**content, "happened_at": None}


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


def check_time_zone(name: str) -> str:
    """:raises InvalidInput: no such zone."""
    if name not in available_timezones():
        raise InvalidInput("Choose a time zone from the list.", field="time_zone")
    return name


def new_keeper(*, username: str, display_name: str, password: str) -> Keeper:
    """A person who can sign in. :raises InvalidInput: a name that is taken or can't be, or a password that is too weak."""
    if not username.strip() or not username.isascii() or " " in username:
        raise InvalidInput("A sign-in name has letters and digits and no spaces.", field="username")
    if Keeper.objects.filter(username=username.strip().lower()).exists():
        raise InvalidInput("Somebody here signs in by this name already. Choose another.", field="username")
    if not display_name.strip():
        raise InvalidInput("Write the name others see beside your entries.", field="display_name")
    keeper = Keeper(username=username.strip().lower(), display_name=display_name.strip())
    try:
        validate_password(password, keeper)
    except ValidationError as error:
        raise InvalidInput(" ".join(error.messages), field="password") from error
    keeper.set_password(password)
    keeper.save()
    return keeper


def set_up(*, username: str, display_name: str, password: str, fishroom: str, time_zone: str) -> Keeper:
    """The first keeper and his fishroom. :raises NotFound: somebody is already here."""
    check_time_zone(time_zone)
    if not fishroom.strip():
        raise InvalidInput("Give the fishroom a name.", field="fishroom")
    with transaction.atomic():
        if Keeper.objects.exists():
            raise NotFound("There is a keeper here already. Sign in.")
        keeper = new_keeper(username=username, display_name=display_name, password=password)
        room = Fishroom.objects.create(name=fishroom.strip(), time_zone=time_zone)
        Membership.objects.create(fishroom=room, keeper=keeper, role="owner")
    return keeper


def set_law(actor: Actor, law: str) -> dict[str, Any]:
    """Whose law says what must be reported from this fishroom. :raises InvalidInput: no such place."""
    if law and law not in {p.id for p in library().reporting.places}:
        raise InvalidInput("Choose a place from the list.", field="law")
    actor.fishroom.law = law
    actor.fishroom.save(update_fields=["law"])
    return {"law": law}


def token_hash(token: str) -> str:
    return hashlib.sha256(token.encode()).hexdigest()


def make_link(keeper: Keeper, *, now: datetime) -> str:
    """A token that signs this keeper in once within 12 hours."""
    token = secrets.token_urlsafe(32)
    SignInLink.objects.create(keeper=keeper, token_hash=token_hash(token), expires_at=now + LINK_LASTS)
    return token


def use_link(token: str, *, now: datetime) -> Keeper:
    """:raises NotSignedIn: unknown, used or too old."""
    with transaction.atomic():
        link = SignInLink.objects.select_related("keeper").filter(token_hash=token_hash(token), used_at=None, expires_at__gt=now).first()
        if link is None:
            raise NotSignedIn("This link was used already or is too old. Sign in with your name and password.")
        link.used_at = now
        link.save(update_fields=["used_at"])
    return link.keeper


def set_preferences(keeper: Keeper, values: dict[str, Any]) -> Keeper:
    """Change the units a keeper reads and types in, and what he may not touch. :raises InvalidInput: no such allergen."""
    unknown = [a for a in values.get("allergies", ()) if a not in library().allergens]
    if unknown:
        raise InvalidInput(f"There is no allergen called “{unknown[0]}”.", field="allergies")
    for name, value in values.items():
        setattr(keeper, name, value)
    keeper.save(update_fields=list(values))
    return keeper


def read_cautions(keeper: Keeper, *, now: datetime) -> None:
    """The keeper has read the words of caution."""
    keeper.cautions_read_at = now
    keeper.save(update_fields=["cautions_read_at"])
