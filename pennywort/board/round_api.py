"""The daily round: tank by tank what is due, what was seen last, and who was there already."""

from __future__ import annotations

from datetime import timedelta
from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router

from pennywort.board.strip_events import Marks
from pennywort.cases.story import APPETITE, FED
from pennywort.contacts.whereabouts import Whereabouts
from pennywort.core.reference.naming import plural
from pennywort.core.units import show_temperature
from pennywort.courses.models import Task
from pennywort.courses.queries.ahead import amount_of
from pennywort.courses.queries.water_records import WaterRecords
from pennywort.fish.models import Observation
from pennywort.fish.queries import Shoal
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.schemas import Plain
from pennywort.tanks.models import WaterReading
from pennywort.tanks.queries import tanks_of

router = Router(tags=["fish"])
BACK = timedelta(days=3)
ORDER_WORDS = "Those that are well first, the ill last: hands and nets carry what is in the water."


class RoundFishOut(Plain):
    """One group: how it was when it was last seen, and who saw it today."""

    uid: UUID
    words: str
    left: int
    last_words: str
    breaths: str
    seen_today: str


class RoundDueOut(Plain):
    task: UUID
    kind: str
    at_words: str
    title: str
    amount: str


class RoundTankOut(Plain):
    uid: UUID
    code: str
    name: str
    temperature: str
    fish: list[RoundFishOut]
    due: list[RoundDueOut]
    walked: bool
    # why it comes so late in the round; empty for those that are well
    why: str


class RoundOut(Plain):
    date_words: str
    order_words: str
    tanks: list[RoundTankOut]


@router.get("/round", response=RoundOut, operation_id="round")
def walk(request: HttpRequest, room_id: Path[UUID]) -> RoundOut:
    """Every tank with fish: those that are well first, the ill last, each in the order they were set up."""
    actor = act(request, room_id)
    since = actor.now - BACK
    book = WaterRecords(tanks_of(actor), now=actor.now, marks_since=since, whole=True)
    marks = Marks(book, since=since, until=actor.now)
    seen: dict[int, Observation] = {}
    rows = Observation.objects.standing().filter(fishroom=actor.fishroom, happened_at__gt=since).select_related("recorded_by")
    for row in rows.order_by("happened_at", "pk"):
        seen[row.group_id] = row
    warmth: dict[int, WaterReading] = {}
    for read in (
        WaterReading.objects.standing().filter(fishroom=actor.fishroom, happened_at__gt=since, temperature_c__isnull=False).order_by("happened_at", "pk")
    ):
        warmth[read.tank_id] = read
    tonight = actor.midnight + timedelta(days=1)
    due = Task.objects.filter(course__in=book.courses, done_at=None, skipped=False, due_at__lt=tonight).order_by("due_at", "pk")
    by_tank: dict[int, list[RoundDueOut]] = {}
    for task in due:
        task.course = book.courses[task.course_id]
        local = actor.local(task.due_at)
        by_tank.setdefault(task.course.tank_id, []).append(
            RoundDueOut(task=task.uid, kind=task.kind, at_words=f"{local:%H:%M}", title=task.title, amount=amount_of(task, actor.preferences))
        )
    tanks, where, places = [], Whereabouts(actor, at=actor.now), dict[UUID, int]()
    for tank in book.tanks.values():
        fish = [_fish(actor, g, seen.get(g.pk)) for g in marks.groups(tank) if g.left.count]
        if not fish:
            continue
        read_c = warmth[tank.pk].temperature_c if tank.pk in warmth else None
        tanks.append(
            RoundTankOut(
                uid=tank.uid,
                code=tank.code,
                name=tank.name,
                temperature=show_temperature(read_c, actor.preferences).text if read_c is not None else "",
                fish=fish,
                due=by_tank.get(tank.pk, []),
                walked=all(f.seen_today for f in fish),
                why=where.unsafe_words(tank),
            )
        )
        places[tank.uid] = where.round_place(tank)
    today = actor.local(actor.now)
    tanks.sort(key=lambda t: places[t.uid])
    words = ORDER_WORDS if len(set(places.values())) > 1 else ""
    return RoundOut(date_words=f"{today:%A} {today.day} {today:%B}", order_words=words, tanks=tanks)


def _fish(actor: Actor, group: Shoal, last: Observation | None) -> RoundFishOut:
    left = group.left
    told, breaths, seen = "", "", ""
    if last is not None:
        at = actor.local(last.happened_at)
        told = ", ".join(w for w in (APPETITE.get(last.appetite, ""), FED.get(last.fed, ""), last.note) if w)
        breaths = f"{last.breaths_per_min} a minute" if last.breaths_per_min else ""
        seen = f"{last.by} at {at:%H:%M}" if last.happened_at >= actor.midnight else ""
    return RoundFishOut(
        uid=group.uid, words=f"{left.words} {plural(group.species_name, left.count)}", left=left.count, last_words=told, breaths=breaths, seen_today=seen
    )
