"""Routes of tanks made ready: the set-up, the filter, and what is asked before buying."""

from __future__ import annotations

from datetime import date, datetime
from typing import Any, Literal
from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router
from pydantic import Field

from pennywort.core.errors import InvalidInput, NotKnownYet
from pennywort.core.lengths import NOTE, WORD
from pennywort.core.reference.disease_models import WaterType
from pennywort.readiness import filter as filters
from pennywort.readiness import plans, setup
from pennywort.readiness.before_buying import BeforeBuyingOut
from pennywort.readiness.before_buying import before_buying as reckon_before_buying
from pennywort.readiness.shown import FilterOut, LoadOut, ReadyOut, day_words, fed_out, forecast_out
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.schemas import Typed, Write
from pennywort.records.writes import writes
from pennywort.tanks.services import tank_of

router = Router(tags=["tanks"])


class SetupStepIn(Write):
    item: str = Field(max_length=WORD)
    note: str = Field(default="", max_length=NOTE)
    happened_at: datetime | None = None


class TakeDownIn(Write):
    note: str = Field(default="", max_length=NOTE, description="How it was cleaned")


class FilterStartIn(Write):
    origin: Literal["sponge", "bottle", "nothing"]
    from_tank: UUID | None = None
    seasoned_since: date | None = None
    note: str = Field(default="", max_length=NOTE)
    happened_at: datetime | None = None


class FilterFedIn(Write):
    """By how much the ammonia was raised, as the kit counts, or how much food went in to rot."""

    ammonia: Typed = ""
    ammonia_as: Literal["n", "nh3", "nh4"] | None = None
    feed: Typed = ""
    happened_at: datetime | None = None


@router.get("/tanks/{uuid:tank_id}/ready", response=ReadyOut, operation_id="ready")
def ready(request: HttpRequest, room_id: Path[UUID], tank_id: UUID, room: str = "") -> ReadyOut:
    """What makes this tank ready for its fish; ``room``: how warm the room is on its coldest night."""
    actor = act(request, room_id)
    room_c = actor.read(room, kind="temperature", field="room") if room.strip() else setup.ROOM_C
    return ReadyOut.of(actor, tank_of(actor, tank_id), room_c=room_c)


@router.get("/tanks/{uuid:tank_id}/filter", response=FilterOut, operation_id="filter")
def filter_of(request: HttpRequest, room_id: Path[UUID], tank_id: UUID, feed: str = "") -> FilterOut:
    """The filter of this tank: when it is ready for the fish in it, for those ordered, or for so much food a day."""
    actor = act(request, room_id)
    tank = tank_of(actor, tank_id)
    start, load, ask, followed, trouble = filters.started(tank), None, "", None, ""
    try:
        load = filters.load_of(actor, tank, feed=feed)
    except NotKnownYet as unknown:
        ask = unknown.message
    if start is not None and load is not None:
        try:
            followed = filters.follow(actor, tank, start, load=load)
        except InvalidInput as problem:
            trouble = problem.message
    return FilterOut(
        origin_words=filters.origin_words(start) if start else "",
        begun_words=f"since {day_words(actor.local(start.happened_at).date())}, {actor.signed(start)}" if start else "",
        entry=start.uid if start else None,
        fed=fed_out(followed, actor) if followed else [],
        load=LoadOut.of(load, tank, actor) if load else None,
        ask_load=ask,
        forecast=forecast_out(followed, actor, orders=setup.orders_for(tank)) if followed else None,
        trouble=trouble,
    )


@router.get("/before-buying", response=BeforeBuyingOut, operation_id="before_buying")
def before_buying(request: HttpRequest, room_id: Path[UUID], species: str, water: WaterType = "freshwater_tropical", count: int = 1) -> BeforeBuyingOut:
    """What this kind needs in quarantine, and which tank is ready for it."""
    return reckon_before_buying(act(request, room_id), species=species, count=count, water=water)


@writes(router, "/tanks/{uuid:tank_id}/setup")
def tick_setup(actor: Actor, tank_id: UUID, body: SetupStepIn) -> dict[str, Any]:
    """Something of the set-up is in place."""
    tank = tank_of(actor, tank_id)
    return setup.tick(actor, uid=body.write_id, tank=tank, item=body.item, note=body.note, happened_at=body.happened_at)


@writes(router, "/tanks/{uuid:tank_id}/take-down")
def take_down(actor: Actor, tank_id: UUID, body: TakeDownIn) -> dict[str, Any]:
    """A tank is emptied, cleaned and put away; its history stays."""
    return setup.take_down(actor, uid=body.write_id, tank=tank_of(actor, tank_id), note=body.note)


@writes(router, "/tanks/{uuid:tank_id}/set-up-again")
def set_up_again(actor: Actor, tank_id: UUID, body: Write) -> dict[str, Any]:
    """A tank that was put away stands again."""
    return setup.set_up_again(actor, uid=body.write_id, tank=tank_of(actor, tank_id))


class PutPlanIn(Write):
    """What follows, as tasks; ``first_on``: the day it begins."""

    plan: Literal["arrival", "release"]
    first_on: date | None = None


@writes(router, "/tanks/{uuid:tank_id}/plans")
def put_plan(actor: Actor, tank_id: UUID, body: PutPlanIn) -> dict[str, Any]:
    """Put what follows an arrival or a release on Today."""
    return plans.put_plan(actor, uid=body.write_id, tank=tank_of(actor, tank_id), plan=body.plan, first_on=body.first_on)


@writes(router, "/tanks/{uuid:tank_id}/filter")
def begin_filter(actor: Actor, tank_id: UUID, body: FilterStartIn) -> dict[str, Any]:
    """A filter is begun, from a sponge, a bottle, or nothing."""
    return filters.begin_filter(
        actor, uid=body.write_id, tank=tank_of(actor, tank_id), origin=body.origin, from_tank=body.from_tank, seasoned_since=body.seasoned_since,
        note=body.note, happened_at=body.happened_at,
    )  # fmt: skip


@writes(router, "/tanks/{uuid:tank_id}/filter-fed")
def feed_filter(actor: Actor, tank_id: UUID, body: FilterFedIn) -> dict[str, Any]:
    """Ammonia or food was given to a filter without fish."""
    counted_as = body.ammonia_as or ("nh4" if actor.keeper.kit_basis == "ion" else "n")
    return filters.feed_filter(
        actor, uid=body.write_id, tank=tank_of(actor, tank_id), ammonia=body.ammonia, counted_as=counted_as, feed=body.feed, happened_at=body.happened_at
    )
