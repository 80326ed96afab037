"""Calendar feeds: secret addresses, made, read and revoked."""

from __future__ import annotations

import secrets
from datetime import datetime
from uuid import UUID

from pennywort.accounts.models import Membership
from pennywort.accounts.services import token_hash
from pennywort.core.errors import Conflict, InvalidInput, NotFound
from pennywort.people.models import Feed
from pennywort.records.actor import Actor
from pennywort.records.services import alone, find

# more than a keeper has devices is a mistake, or somebody else's
MOST_FEEDS = 12


def feeds_of(actor: Actor) -> list[Feed]:
    """This keeper's addresses here that still answer, the newest first."""
    return list(Feed.objects.filter(fishroom=actor.fishroom, keeper=actor.keeper, revoked_at=None).order_by("-recorded_at", "-pk"))


def make_feed(actor: Actor, *, uid: UUID, name: str) -> str:
    """A new address; its secret is told once and not kept. :raises Conflict: this request was answered before."""
    with alone(actor.fishroom):
        if not name.strip():
            raise InvalidInput("Say what reads it: a phone, a wall tablet.", field="name")
        if Feed.objects.filter(fishroom=actor.fishroom, uid=uid).exists():
            raise Conflict("This address was made already. It is shown once only: revoke it and make another.", field="write_id")
        if len(feeds_of(actor)) >= MOST_FEEDS:
            raise Conflict(f"There are {MOST_FEEDS} addresses already. Revoke one first.", field="name")
        token = secrets.token_urlsafe(32)
        Feed.objects.create(
            uid=uid,
            fishroom=actor.fishroom,
            recorded_at=actor.now,
            recorded_by=actor.keeper,
            keeper=actor.keeper,
            name=name.strip(),
            token_hash=token_hash(token),
        )
        return token


def revoke_feed(actor: Actor, *, uid: UUID) -> dict[str, str]:
    """From now on the address answers nothing. :raises NotFound: not this keeper's."""
    feed = find(Feed, actor, uid, name="address")
    if feed.keeper_id != actor.keeper.pk:
        raise NotFound("There is no such address here.")
    feed.revoked_at = feed.revoked_at or actor.now
    feed.save(update_fields=["revoked_at"])
    return {"uid": str(feed.uid)}


def read_feed(token: str, *, now: datetime) -> Feed:
    """:raises NotFound: unknown, revoked, or its keeper has left the fishroom."""
    feed = Feed.objects.select_related("fishroom", "keeper").filter(token_hash=token_hash(token), revoked_at=None).first()
    if feed is None or not Membership.objects.filter(fishroom=feed.fishroom, keeper=feed.keeper).exists():
        raise NotFound("There is no such calendar.")
    feed.read_at = now
    feed.save(update_fields=["read_at"])
    return feed
