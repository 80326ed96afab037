"""Routes of people: who belongs here, invitations, and where a keeper is signed in."""

from __future__ import annotations

import re
from datetime import datetime
from typing import Any, Literal
from uuid import UUID

from django.http import HttpRequest
from django.utils import timezone
from ninja import Path, Router
from pydantic import Field

from pennywort.accounts.models import Keeper
from pennywort.core.lengths import CALLED, NAME, SECRET, TOKEN, WORD
from pennywort.people import membership as people
from pennywort.people.api import SessionOut, begin, check_csrf_of
from pennywort.people.roles import ROLES
from pennywort.records.actor import Actor
from pennywort.records.requests import act, keeper_of
from pennywort.records.schemas import In, Plain, Write
from pennywort.records.writes import writes

open_router = Router(auth=None, tags=["session"])
me_router = Router(tags=["keeper"])
router = Router(tags=["people"])
RoleName = Literal["owner", "keeper", "helper"]
# how browsers name themselves, the more particular first
_BROWSERS = (("Edg/", "Edge"), ("OPR/", "Opera"), ("Firefox/", "Firefox"), ("Chrome/", "Chrome"), ("Safari/", "Safari"))
_SYSTEMS = (("iPhone", "iPhone"), ("iPad", "iPad"), ("Android", "Android"), ("Windows", "Windows"), ("Mac OS", "Mac"), ("Linux", "Linux"))


class RoleOut(Plain):
    id: str
    name: str
    words: str


class PersonOut(Plain):
    username: str
    name: str
    role: str
    me: bool
    lately_words: str


class InvitationOut(Plain):
    uid: UUID
    name: str
    role: str
    words: str


class PeopleOut(Plain):
    people: list[PersonOut]
    invitations: list[InvitationOut]
    roles: list[RoleOut]
    may_change: bool


class InviteIn(Write):
    name: str = Field(max_length=NAME, description="For whom it is")
    role: RoleName


class InvitedOut(Plain):
    token: str


class RoleIn(Write):
    role: RoleName


class RoleTold(Plain):
    username: str
    role: str


class TokenIn(In):
    token: str = Field(max_length=TOKEN)


class JoinIn(TokenIn):
    """Come in; with an account where nobody is signed in."""

    username: str = Field(default="", max_length=CALLED)
    display_name: str = Field(default="", max_length=NAME)
    password: str = Field(default="", max_length=SECRET)


class JoinOut(Plain):
    uid: UUID
    fishroom: str
    role: str
    role_words: str
    by: str
    name: str


class SignInOut(Plain):
    id: str
    words: str
    began_at: datetime | None
    here: bool


class EndIn(In):
    which: str = Field(max_length=WORD, description="One of the ids, or others: all but this one")


def _day(actor: Actor, at: datetime) -> str:
    local = actor.local(at)
    return f"{local:%a} {local.day} {local:%b} {local:%H:%M}"


def _lately(actor: Actor, person: people.Person) -> str:
    if person.last_at is None:
        return "nothing written yet"
    entries = "1 entry" if person.lately == 1 else f"{person.lately} entries"
    return f"{entries} in thirty days, the last {_day(actor, person.last_at)}"


@router.get("/people", response=PeopleOut, operation_id="people")
def read_people(request: HttpRequest, room_id: Path[UUID]) -> PeopleOut:
    """Who belongs to this fishroom, what they did lately, and who is invited."""
    actor = act(request, room_id)
    return PeopleOut(
        people=[
            PersonOut(
                username=p.membership.keeper.username, name=str(p.membership.keeper), role=p.membership.role,
                me=p.membership.keeper_id == actor.keeper.pk, lately_words=_lately(actor, p),
            )
            for p in people.people_of(actor)
        ],
        invitations=[
            InvitationOut(uid=i.uid, name=i.name, role=i.role, words=f"by {i.by}, good until {_day(actor, i.expires_at)}") for i in people.invitations_of(actor)
        ],
        roles=[RoleOut(id=role, name=name, words=words) for role, (name, words) in ROLES.items()],
        may_change=actor.role == "owner",
    )  # fmt: skip


@router.post("/people/invitations", response=InvitedOut, operation_id="invite")
def invite(request: HttpRequest, room_id: Path[UUID], body: InviteIn) -> InvitedOut:
    """A link for one person. Its secret is told once; a repeat is refused, for it is not kept."""
    actor = act(request, room_id)
    return InvitedOut(token=people.invite(actor, uid=body.write_id, role=body.role, name=body.name))


@writes(router, "/people/invitations/{uuid:invitation_id}/revoke", operation="take_back_invitation")
def take_back(actor: Actor, invitation_id: UUID, body: Write) -> dict[str, Any]:
    """An invitation that lets nobody in any more."""
    return people.take_back(actor, uid=invitation_id)


@writes(router, "/people/{username}/role", response=RoleTold)
def set_role(actor: Actor, username: str, body: RoleIn) -> dict[str, Any]:
    """Another role for somebody here."""
    return people.set_role(actor, username=username, role=body.role)


@writes(router, "/people/{username}/remove", response=RoleTold, operation="remove_person")
def remove(actor: Actor, username: str, body: Write) -> dict[str, Any]:
    """Somebody comes in no more; what he wrote stays."""
    return people.remove(actor, username=username)


@open_router.post("/join/look", response=JoinOut, operation_id="look_at_invitation")
def look_at(request: HttpRequest, body: TokenIn) -> JoinOut:
    """What an invitation lets its bearer into."""
    check_csrf_of(request)
    found = people.invited_by(body.token, now=timezone.now())
    name, words = ROLES[found.role]  # type: ignore[index]
    return JoinOut(uid=found.fishroom.uid, fishroom=found.fishroom.name, role=name, role_words=words, by=found.by, name=found.name)


@open_router.post("/join", response=SessionOut, operation_id="join")
def join(request: HttpRequest, body: JoinIn) -> SessionOut:
    """Come in by an invitation: as who is signed in, or with a new account."""
    check_csrf_of(request)
    here = request.user if isinstance(request.user, Keeper) else None
    keeper = people.join(body.token, keeper=here, account=body.dict(exclude={"token"}), now=timezone.now())
    return begin(request, keeper)


def _browser(agent: str) -> str:
    browser = next((name for part, name in _BROWSERS if part in agent), "")
    system = next((name for part, name in _SYSTEMS if re.search(part, agent)), "")
    return " on ".join(x for x in (browser, system) if x) or "a browser that does not say which"


@me_router.get("/me/sign-ins", response=list[SignInOut], operation_id="sign_ins")
def sign_ins(request: HttpRequest) -> list[SignInOut]:
    """Where this keeper is signed in."""
    found = people.sign_ins_of(keeper_of(request), here=request.session.session_key, now=timezone.now())
    return [SignInOut(id=s.id, words=_browser(s.agent), began_at=datetime.fromisoformat(s.began_at) if s.began_at else None, here=s.here) for s in found]


@me_router.post("/me/sign-ins/end", response=list[SignInOut], operation_id="end_sign_ins")
def end_sign_ins(request: HttpRequest, body: EndIn) -> list[SignInOut]:
    """End one of them, or all but this."""
    people.end_sign_ins(keeper_of(request), which=body.which, here=request.session.session_key, now=timezone.now())
    return sign_ins(request)
