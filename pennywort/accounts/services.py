"""Writes of accounts: people, the first fishroom, one-time links, preferences."""

from __future__ import annotations

import hashlib
import secrets
from datetime import datetime, timedelta
from typing import Any
from zoneinfo import available_timezones

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import connection, transaction

from pennywort.accounts.models import Fishroom, Keeper, Membership, SignInLink
from pennywort.core.errors import InvalidInput, NotFound, NotSignedIn
from pennywort.core.reference import library

LINK_LASTS = timedelta(hours=12)


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
        if connection.vendor == "postgresql":
            # nobody else sets up meanwhile
            with connection.cursor() as cursor:
                cursor.execute(f"LOCK TABLE {connection.ops.quote_name(Keeper._meta.db_table)} IN SHARE ROW EXCLUSIVE MODE")
        if Keeper.objects.exists():
            raise NotFound("There is a keeper here already. Sign in.")
        keeper = new_keeper(username=username, display_name=display_name, password=password)
        room = Fishroom.objects.create(name=fishroom.strip(), time_zone=time_zone)
        Membership.objects.create(fishroom=room, keeper=keeper, role="owner")
    return keeper


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
        found = SignInLink.objects.filter(token_hash=token_hash(token), used_at=None, expires_at__gt=now)
        link = found.select_related("keeper").first()
        # of two at the same instant one finds it unused as it writes
        if link is None or not found.update(used_at=now):
            raise NotSignedIn("This link was used already or is too old. Sign in with your name and password.")
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
