"""Who belongs to a fishroom: invited by a link that serves once, given a role, removed; and where a keeper is signed in."""

from __future__ import annotations

import secrets
from collections import Counter
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any
from uuid import UUID

from django.contrib.sessions.models import Session
from django.db.models import Count, Max

from pennywort.accounts.models import Keeper, Membership, SignInLink
from pennywort.accounts.services import new_keeper, token_hash
from pennywort.core.errors import Conflict, InvalidInput, NotFound
from pennywort.people.models import Feed, Invitation
from pennywort.people.roles import ROLES
from pennywort.records.actor import Actor
from pennywort.records.models import LedgerRecord
from pennywort.records.services import alone, find

INVITED_FOR = timedelta(days=7)
LATELY = timedelta(days=30)
# more open invitations than that are a mistake
MOST_INVITED = 20


@dataclass(frozen=True, kw_only=True)
class Person:
    """One who belongs to the fishroom: entries of the last thirty days, and when the last one was."""

    membership: Membership
    lately: int
    last_at: datetime | None


def people_of(actor: Actor) -> list[Person]:
    """Everybody here, owners first, with what they did lately."""
    lately: Counter[int] = Counter()
    last: dict[int, datetime] = {}
    for ledger in LedgerRecord.__subclasses__():
        # what came in from elsewhere was brought by somebody here, not written by him
        rows = ledger._default_manager.filter(fishroom=actor.fishroom, by_name="")
        for keeper, at in rows.values_list("recorded_by").annotate(Max("recorded_at")):
            last[keeper] = max(at, last.get(keeper, at))
        lately.update(dict(rows.filter(recorded_at__gt=actor.now - LATELY).values_list("recorded_by").annotate(Count("pk"))))
    found = Membership.objects.filter(fishroom=actor.fishroom).select_related("keeper")
    order = list(ROLES)
    people = [Person(membership=m, lately=lately[m.keeper_id], last_at=last.get(m.keeper_id)) for m in found]
    return sorted(people, key=lambda p: (order.index(p.membership.role), str(p.membership.keeper)))  # type: ignore[arg-type]


def invitations_of(actor: Actor) -> list[Invitation]:
    """Invitations that can still be taken up, the newest first."""
    found = Invitation.objects.filter(fishroom=actor.fishroom, used_at=None, revoked_at=None, expires_at__gt=actor.now)
    return list(found.order_by("-recorded_at", "-pk"))


def _known(role: str) -> str:
    if role not in ROLES:
        raise InvalidInput("Choose owner, keeper or helper.", field="role")
    return role


def invite(actor: Actor, *, uid: UUID, role: str, name: str) -> str:
    """A token that lets one person in, once, within a week; it is told once and not kept. :raises Conflict: told already."""
    with alone(actor.fishroom):
        _known(role)
        if not name.strip():
            raise InvalidInput("Say for whom it is.", field="name")
        if Invitation.objects.filter(fishroom=actor.fishroom, uid=uid).exists():
            raise Conflict("This link was made already. It is shown once only: take it back and make another.", field="write_id")
        if len(invitations_of(actor)) >= MOST_INVITED:
            raise Conflict(f"{MOST_INVITED} invitations are open already. Take some back first.", field="name")
        token = secrets.token_urlsafe(32)
        Invitation.objects.create(
            uid=uid, fishroom=actor.fishroom, recorded_at=actor.now, recorded_by=actor.keeper, role=role, name=name.strip(),
            token_hash=token_hash(token), expires_at=actor.now + INVITED_FOR,
        )  # fmt: skip
        return token


def take_back(actor: Actor, *, uid: UUID) -> dict[str, Any]:
    """An invitation that lets nobody in any more. :raises Conflict: somebody came in by it."""
    found = find(Invitation, actor, uid, name="invitation")
    if found.used_at is not None:
        raise Conflict("Somebody came in by it already: remove him instead.", field="invitation")
    found.revoked_at = found.revoked_at or actor.now
    found.save(update_fields=["revoked_at"])
    return {"uid": str(uid)}


def invited_by(token: str, *, now: datetime) -> Invitation:
    """:raises NotFound: unknown, taken back, used, or too old."""
    found = Invitation.objects.select_related("fishroom", "recorded_by").filter(token_hash=token_hash(token)).first()
    if found is None or found.used_at is not None or found.revoked_at is not None or found.expires_at <= now:
        raise NotFound("This invitation was used already, taken back, or is too old. Ask for another.")
    return found


def join(token: str, *, keeper: Keeper | None, account: dict[str, str], now: datetime) -> Keeper:
    """Come in by an invitation: as who is signed in, or with a new account.

    :raises NotFound: the invitation lets nobody in. :raises Conflict: he is in already. :raises InvalidInput: an account that can't be.
    """
    with alone(invited_by(token, now=now).fishroom):
        # whoever came first has it
        invitation = invited_by(token, now=now)
        if keeper is None:
            keeper = new_keeper(**account)
        elif Membership.objects.filter(fishroom=invitation.fishroom, keeper=keeper).exists():
            raise Conflict(f"You are in {invitation.fishroom.name} already.")
        Membership.objects.create(fishroom=invitation.fishroom, keeper=keeper, role=invitation.role)
        invitation.used_at, invitation.used_by = now, keeper
        invitation.save(update_fields=["used_at", "used_by"])
    return keeper


def _member(actor: Actor, username: str) -> Membership:
    found = Membership.objects.select_related("keeper").filter(fishroom=actor.fishroom, keeper__username=username).first()
    if found is None:
        raise NotFound("Nobody of that name is in this fishroom.")
    return found


def _an_owner_stays(actor: Actor, membership: Membership) -> None:
    others = Membership.objects.filter(fishroom=actor.fishroom, role="owner").exclude(pk=membership.pk)
    if membership.role == "owner" and not others.exists():
        raise Conflict("A fishroom has at least one owner. Make somebody else one first.", field="role")


def set_role(actor: Actor, *, username: str, role: str) -> dict[str, Any]:
    """:raises Conflict: the last owner would be none any more."""
    membership = _member(actor, username)
    if _known(role) != "owner":
        _an_owner_stays(actor, membership)
    membership.role = role
    membership.save(update_fields=["role"])
    return {"username": username, "role": role}


def remove(actor: Actor, *, username: str) -> dict[str, Any]:
    """He comes in no more, and his calendar addresses of this fishroom answer nothing; what he wrote stays with his name.

    :raises Conflict: he is the last owner.
    """
    membership = _member(actor, username)
    _an_owner_stays(actor, membership)
    Feed.objects.filter(fishroom=actor.fishroom, keeper=membership.keeper, revoked_at=None).update(revoked_at=actor.now)
    membership.delete()
    return {"username": username, "role": ""}


@dataclass(frozen=True, kw_only=True)
class SignedIn:
    """One browser in which a keeper is signed in; ``id`` is made of its key and does not open it."""

    id: str
    agent: str
    began_at: str
    here: bool
    expires_at: datetime
    row: Session


def sign_ins_of(keeper: Keeper, *, here: str | None, now: datetime) -> list[SignedIn]:
    """Where this keeper is signed in, this browser first, then the newest."""
    found = []
    for row in Session.objects.filter(expire_date__gt=now):
        told = row.get_decoded()
        if told.get("_auth_user_id") == str(keeper.pk):
            found.append(
                SignedIn(
                    id=token_hash(row.session_key)[:24], agent=str(told.get("agent", "")), began_at=str(told.get("began_at", "")),
                    here=row.session_key == here, expires_at=row.expire_date, row=row,
                )
            )  # fmt: skip
    newest = sorted(found, key=lambda s: s.began_at, reverse=True)
    return sorted(newest, key=lambda s: not s.here)


def end_sign_ins(keeper: Keeper, *, which: str, here: str | None, now: datetime) -> None:
    """End one by its id, or with ``others`` all but this browser's. :raises NotFound: no such one."""
    found = [s for s in sign_ins_of(keeper, here=here, now=now) if (not s.here if which == "others" else s.id == which)]
    if not found and which != "others":
        raise NotFound("That one has ended already.")
    for one in found:
        one.row.delete()


def clear_expired(*, now: datetime) -> None:
    """Sessions, links and invitations that let nobody in any more are cleared."""
    Session.objects.filter(expire_date__lte=now).delete()
    SignInLink.objects.filter(expires_at__lte=now).delete()
    Invitation.objects.filter(expires_at__lte=now, used_at=None).delete()
