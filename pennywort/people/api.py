"""Routes of people and fishrooms: sign in, set up, preferences."""

from __future__ import annotations

from typing import Any, Literal
from uuid import UUID
from zoneinfo import available_timezones

from axes.handlers.proxy import AxesProxyHandler
from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.http import HttpRequest
from django.middleware.csrf import get_token
from django.utils import timezone
from ninja import Router, Schema
from pydantic import Field

from pennywort.accounts import services
from pennywort.accounts.models import Keeper, Membership
from pennywort.core.errors import NotSignedIn, TooManyTries
from pennywort.core.lengths import CALLED, NAME, SECRET, TOKEN, USERNAME, ZONE
from pennywort.people.membership import clear_expired
from pennywort.records.disk import spared
from pennywort.records.requests import keeper_of
from pennywort.records.schemas import In, Plain

open_router = Router(auth=None, tags=["session"])
router = Router(tags=["keeper"])
BACKEND = "django.contrib.auth.backends.ModelBackend"


class RoomOut(Plain):
    uid: UUID
    name: str
    time_zone: str
    # a place whose law says what must be reported; empty as long as nobody said
    law: str
    role: str
    # one to rehearse in, and by how many seconds its clock runs ahead
    rehearsal: bool
    ahead_s: float


class PreferencesOut(Schema):
    volume_unit: str
    temperature_unit: str
    mass_unit: str
    length_unit: str
    kit_basis: str
    night: bool
    allergies: list[str]


class KeeperOut(Plain):
    display_name: str
    username: str
    cautions_read: bool
    preferences: PreferencesOut
    rooms: list[RoomOut]


class SessionOut(Plain):
    keeper: KeeperOut | None
    needs_set_up: bool


class SignIn(In):
    username: str = Field(max_length=USERNAME)
    password: str = Field(max_length=SECRET)


class UseLink(In):
    token: str = Field(max_length=TOKEN)


class SetUp(In):
    username: str = Field(max_length=CALLED)
    display_name: str = Field(max_length=NAME)
    password: str = Field(max_length=SECRET)
    fishroom: str = Field(max_length=NAME)
    time_zone: str = Field(max_length=ZONE)


class PreferencesIn(In):
    volume_unit: Literal["l", "us_gal", "imp_gal"] | None = None
    temperature_unit: Literal["c", "f"] | None = None
    mass_unit: Literal["g", "oz"] | None = None
    length_unit: Literal["cm", "in"] | None = None
    kit_basis: Literal["ion", "n"] | None = None
    night: bool | None = None
    allergies: list[str] | None = Field(default=None, max_length=40)


def _room(membership: Membership) -> RoomOut:
    room = membership.fishroom
    return RoomOut(
        uid=room.uid, name=room.name, time_zone=room.time_zone, law=room.law, role=membership.role, rehearsal=room.rehearsal, ahead_s=room.ahead.total_seconds()
    )


def _session(keeper: Keeper | None) -> SessionOut:
    if keeper is None:
        return SessionOut(keeper=None, needs_set_up=not Keeper.objects.exists())
    memberships = Membership.objects.filter(keeper=keeper).select_related("fishroom").order_by("fishroom__rehearsal", "fishroom__name")
    return SessionOut(
        needs_set_up=False,
        keeper=KeeperOut(
            display_name=str(keeper),
            username=keeper.username,
            cautions_read=keeper.cautions_read_at is not None,
            preferences=PreferencesOut.from_orm(keeper),
            rooms=[_room(m) for m in memberships],
        ),
    )


def check_csrf_of(request: HttpRequest) -> None:
    """Sign-in routes have no session yet, so the API's own check does not cover them."""
    from ninja.utils import check_csrf

    refused = check_csrf(request)
    if refused is not None:
        raise NotSignedIn("This page was open for too long. Reload it and try again.")


def begin(request: HttpRequest, keeper: Keeper) -> SessionOut:
    """Sign in here, with what tells this browser from others; what has expired is cleared on the way."""
    now = timezone.now()
    with spared():
        clear_expired(now=now)
    login(request, keeper, backend=BACKEND)
    request.session["agent"] = request.headers.get("User-Agent", "")[:200]
    request.session["began_at"] = now.isoformat(timespec="seconds")
    return _session(keeper)


@open_router.get("/session", response=SessionOut, operation_id="read_session", by_alias=True)
def read_session(request: HttpRequest) -> SessionOut:
    """Who is signed in, if anybody, and whether the first account is still to be made."""
    get_token(request)
    return _session(request.user if isinstance(request.user, Keeper) else None)


@open_router.post("/session", response=SessionOut, operation_id="sign_in")
def sign_in(request: HttpRequest, body: SignIn) -> SessionOut:
    """Sign in by name and password. Five wrong tries close the door for a quarter of an hour."""
    check_csrf_of(request)
    credentials: dict[str, Any] = {"username": body.username.strip().lower()}
    if settings.AXES_ENABLED and AxesProxyHandler.is_locked(request, credentials):
        raise TooManyTries("Too many wrong tries. Wait a quarter of an hour.", field="password")
    keeper = authenticate(request, password=body.password, **credentials)
    if not isinstance(keeper, Keeper):
        if settings.AXES_ENABLED and AxesProxyHandler.is_locked(request, credentials):
            raise TooManyTries("Too many wrong tries. Wait a quarter of an hour.", field="password")
        raise NotSignedIn("Name and password don’t fit together.", field="password")
    return begin(request, keeper)


@open_router.post("/session/link", response=SessionOut, operation_id="use_link")
def use_link(request: HttpRequest, body: UseLink) -> SessionOut:
    """Sign in by a one-time link."""
    check_csrf_of(request)
    keeper = services.use_link(body.token, now=timezone.now())
    return begin(request, keeper)


@open_router.post("/set-up", response=SessionOut, operation_id="set_up")
def set_up(request: HttpRequest, body: SetUp) -> SessionOut:
    """The first keeper's account and fishroom."""
    check_csrf_of(request)
    keeper = services.set_up(**body.dict())
    return begin(request, keeper)


@open_router.get("/time-zones", response=list[str], operation_id="time_zones")
def time_zones(request: HttpRequest) -> list[str]:
    """All time zones by name."""
    return sorted(available_timezones())


@router.post("/session/end", response=SessionOut, operation_id="sign_out")
def sign_out(request: HttpRequest) -> SessionOut:
    """Sign out."""
    logout(request)
    return _session(None)


@router.put("/me/preferences", response=SessionOut, operation_id="set_preferences")
def set_preferences(request: HttpRequest, body: PreferencesIn) -> SessionOut:
    """Units, kit and night colours of the signed-in keeper."""
    return _session(services.set_preferences(keeper_of(request), body.dict(exclude_none=True)))


@router.post("/me/cautions", response=SessionOut, operation_id="read_cautions")
def read_cautions(request: HttpRequest) -> SessionOut:
    """The keeper has read the words of caution."""
    keeper = keeper_of(request)
    services.read_cautions(keeper, now=timezone.now())
    return _session(keeper)
