"""Who asks: the signed-in keeper of a request, in the fishroom of its address."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpRequest
from django.utils import timezone

from pennywort.accounts.models import Keeper
from pennywort.core.errors import NotSignedIn
from pennywort.records.actor import Actor, enter


def keeper_of(request: HttpRequest) -> Keeper:
    """The signed-in keeper of a request that passed the API's own check."""
    user = request.user
    if not isinstance(user, Keeper):
        raise NotSignedIn("You are not signed in.")
    return user


def act(request: HttpRequest, room_id: UUID, *, importing: bool = False) -> Actor:
    """The signed-in keeper in this fishroom, now; ``importing``: also where an archive is coming in, or was broken off."""
    return enter(keeper_of(request), room_id, now=timezone.now(), importing=importing)
