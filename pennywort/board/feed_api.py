"""Routes of the calendar feeds, and the one address that answers without signing in."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_safe
from ninja import Path, Router
from pydantic import Field

from pennywort.board.ics import calendar_of_case, calendar_of_room
from pennywort.core.errors import NotFound
from pennywort.core.lengths import CALLED
from pennywort.courses.services import cases
from pennywort.people import feeds
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.schemas import Plain, Write
from pennywort.records.writes import writes

router = Router(tags=["courses"])


class FeedOut(Plain):
    uid: UUID
    name: str
    made_words: str
    read_words: str


class FeedIn(Write):
    name: str = Field(max_length=CALLED)


class FeedMade(Plain):
    """The address, shown this once."""

    uid: UUID
    path: str


@router.get("/feeds", response=list[FeedOut], operation_id="feeds")
def list_feeds(request: HttpRequest, room_id: Path[UUID]) -> list[FeedOut]:
    """This keeper's calendar addresses; their secrets are not kept."""
    actor = act(request, room_id)
    rows = []
    for feed in feeds.feeds_of(actor):
        made = actor.local(feed.recorded_at)
        read = actor.local(feed.read_at) if feed.read_at else None
        rows.append(
            FeedOut(
                uid=feed.uid,
                name=feed.name,
                made_words=f"{made:%a} {made.day} {made:%b}",
                read_words=f"last read {read:%a} {read.day} {read:%b} {read:%H:%M}" if read else "not read yet",
            )
        )
    return rows


@router.post("/feeds", response=FeedMade, operation_id="make_feed")
def make_feed(request: HttpRequest, room_id: Path[UUID], body: FeedIn) -> FeedMade:
    """A new calendar address."""
    token = feeds.make_feed(act(request, room_id), uid=body.write_id, name=body.name)
    return FeedMade(uid=body.write_id, path=f"/calendar/{token}.ics")


@writes(router, "/feeds/{uuid:feed_id}/revoke")
def revoke_feed(actor: Actor, feed_id: UUID, body: Write) -> dict[str, Any]:
    """Revoke a calendar address."""
    return feeds.revoke_feed(actor, uid=feed_id)


@require_safe
@never_cache
def feed(request: HttpRequest, token: str) -> HttpResponse:
    """The calendar behind a secret address."""
    now = timezone.now()
    try:
        found = feeds.read_feed(token, now=now)
    except NotFound:
        return HttpResponse("There is no such calendar.\n", status=404, content_type="text/plain; charset=utf-8")
    content = calendar_of_room(Actor(keeper=found.keeper, fishroom=found.fishroom, now=now))
    return HttpResponse(content, content_type="text/calendar; charset=utf-8", headers={"X-Robots-Tag": "noindex"})


@router.get("/cases/{uuid:case_id}/calendar", operation_id="export_calendar", response={200: str})
def export_calendar(request: HttpRequest, room_id: Path[UUID], case_id: UUID) -> HttpResponse:
    """The case's tasks as an iCalendar file."""
    actor = act(request, room_id)
    case = cases.case_of(actor, case_id)
    answer = HttpResponse(calendar_of_case(case, now=actor.now, preferences=actor.preferences), content_type="text/calendar; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="case-{case.number}.ics"'
    return answer
