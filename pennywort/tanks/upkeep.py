"""Standing tasks of tanks, and what was done at a tank that has no ledger of its own."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from typing import Any
from uuid import UUID

from django.db.models import Max, Q

from pennywort.core.course.upkeep import NextTime, every_words, next_time
from pennywort.core.errors import Conflict, InvalidInput
from pennywort.core.reference import library
from pennywort.core.reference.models import UpkeepKind
from pennywort.core.reference.naming import capital
from pennywort.core.units import show_fraction
from pennywort.records.actor import Actor
from pennywort.records.services import find, new_entry
from pennywort.tanks.models import StandingTask, Tank, Upkeep, WaterChange, WaterReading

# a change of a little less than was asked for is that change: nobody measures a fifth to the litre
NEARLY = 0.9
MOST_STANDING = 20
LATEST_BEGIN_DAYS = 90


@dataclass(frozen=True, kw_only=True)
class PlannedUpkeep:
    """A standing task with the day it was last done and its next time."""

    task: StandingTask
    kind: UpkeepKind
    last_on: date | None
    next: NextTime

    @property
    def title(self) -> str:
        return self.task.title or self.kind.name

    @property
    def words(self) -> str:
        """How much and how often."""
        task = self.task
        share = f"{show_fraction(task.share_fraction).text}, " if task.share_fraction else ""
        if task.ends_on is None:
            return f"{share}{every_words(task.every_days)}"
        if task.ends_on < task.begins_on + timedelta(days=task.every_days):
            return f"{share}once"
        return f"{share}{every_words(task.every_days)} until {task.ends_on:%a} {task.ends_on.day} {task.ends_on:%b}"


def kind_named(kind: str) -> UpkeepKind:
    """:raises InvalidInput: no such kind."""
    found = library().upkeep.get(kind)
    if found is None:
        raise InvalidInput("Choose what is done from the list.", field="kind")
    return found


def plan_upkeep(actor: Actor, *, uid: UUID, tank: Tank, kind: str, title: str, every_days: str, share: str, begins_on: date | None) -> dict[str, Any]:
    """A task that comes again every so many days, from today on unless another day is said.

    :raises InvalidInput: no such kind, no share of a change, no words for something else, or a day that can't be.
    """
    known, today = kind_named(kind), actor.local(actor.now).date()
    begins = begins_on or today
    if abs((begins - today).days) > LATEST_BEGIN_DAYS:
        raise InvalidInput(f"It begins within {LATEST_BEGIN_DAYS} days.", field="begins_on")
    days = actor.read(every_days, kind="number", field="every_days")
    if days != round(days):
        raise InvalidInput("Whole days.", field="every_days")
    next_time(begins_on=begins, every_days=round(days), last_on=None, today=today)
    if known.id == "other" and not title.strip():
        raise InvalidInput("Say what is to be done.", field="title")
    fraction = actor.read_share(share, field="share", whole_l=tank.net_volume_l) if known.done_by == "change" else None
    if fraction is not None and not 0 < fraction <= 1:
        raise InvalidInput("A share lies between 0 and 100 %.", field="share")
    if StandingTask.objects.filter(tank=tank, ended_at=None).count() >= MOST_STANDING:
        raise Conflict(f"There are {MOST_STANDING} standing tasks here. End one first.", field="kind")
    task = StandingTask.objects.create(
        uid=uid, fishroom=actor.fishroom, recorded_at=actor.now, recorded_by=actor.keeper, tank=tank, kind=known.id, title=title.strip(),
        every_days=round(days), share_fraction=fraction, begins_on=begins,
    )  # fmt: skip
    return {"uid": str(task.uid)}


def end_upkeep(actor: Actor, *, task: UUID) -> dict[str, Any]:
    """It falls due no more; what was done stays in the record. :raises Conflict: it was ended before."""
    found = find(StandingTask, actor, task, name="standing task")
    if found.ended_at is not None:
        raise Conflict("This was ended already.", field="task")
    found.ended_at = actor.now
    found.save(update_fields=["ended_at"])
    return {"uid": str(found.uid)}


def note_upkeep(actor: Actor, *, uid: UUID, tank: Tank, kind: str, standing_task: UUID | None, note: str, happened_at: datetime | None) -> dict[str, Any]:
    """Something was done at a tank. :raises InvalidInput: what has a ledger of its own, or a standing task of another tank."""
    task = find(StandingTask, actor, standing_task, name="standing task") if standing_task else None
    known = kind_named(task.kind if task else kind)
    if task is not None and task.tank_id != tank.pk:
        raise InvalidInput("That is to be done at another tank.", field="standing_task")
    if known.done_by != "note":
        raise InvalidInput("Write this down as a water change." if known.done_by == "change" else "Write this down as a water test.", field="kind")
    if known.id == "other" and task is None and not note.strip():
        raise InvalidInput("Say what was done.", field="note")
    entry = new_entry(Upkeep, actor, uid=uid, name="entry", happened_at=happened_at, tank=tank, standing_task=task, kind=known.id, note=note.strip())
    return {"uid": str(entry.uid)}


def upkeep_words(entry: Upkeep) -> tuple[str, str]:
    """What was done, and the note beside it."""
    known = library().upkeep.get(entry.kind)
    own = entry.standing_task.title if entry.standing_task else ""
    words = own or (known.done_words if known and known.id != "other" else "") or entry.note or entry.kind
    return capital(words), "" if words == entry.note else entry.note


def planned_upkeep(actor: Actor, *, tanks: Sequence[Tank] | None = None, known: Mapping[int, Tank] | None = None) -> list[PlannedUpkeep]:
    """The standing tasks of a fishroom, or of some tanks, that are not ended, the one due first in front; in a fixed number of queries.

    :param known: all tanks that can be met, by key, where they were read already.
    """
    today = actor.local(actor.now).date()
    only = {} if tanks is None else {"tank__in": tanks}
    asked = StandingTask.objects.filter(fishroom=actor.fishroom, ended_at=None, tank__put_away_at=None, **only).order_by("pk")
    if known is None:
        found = list(asked.select_related("tank"))
    else:
        # of a tank set up since they were read the next reading tells
        found = [task for task in asked if task.tank_id in known]
        for task in found:
            task.tank = known[task.tank_id]
    done = _last_done(found) if found else {}
    rows = []
    for task in found:
        kind = library().upkeep.get(task.kind)
        if kind is None:
            continue
        at = done.get(task.pk)
        last = actor.local(at).date() if at else None
        then = next_time(begins_on=task.begins_on, every_days=task.every_days, last_on=last, today=today, ends_on=task.ends_on)
        if not then.over:
            rows.append(PlannedUpkeep(task=task, kind=kind, last_on=last, next=then))
    return sorted(rows, key=lambda s: (s.next.due_on, s.task.tank.name, s.task.pk))


def _last_done(tasks: Sequence[StandingTask]) -> dict[int, datetime]:
    """When each was last done: a change by a change of that share, a test by a keeper's test, in any tank of the same water; others by their note."""
    mine = {task.tank.water_id for task in tasks}
    water = {t.pk: t.water_id for t in Tank.objects.filter(Q(pk__in=mine) | Q(shares_water_with__in=mine))}
    last: dict[int, datetime] = dict(
        Upkeep.objects.standing().filter(standing_task__in=tasks).values_list("standing_task").annotate(Max("happened_at")).order_by()
    )
    tests: dict[int, datetime] = {}
    for tank, at in WaterReading.objects.standing().filter(tank__in=water, instrument="").values_list("tank").annotate(Max("happened_at")).order_by():
        tests[water[tank]] = max(at, tests.get(water[tank], at))
    changes = list(WaterChange.objects.standing().filter(tank__in=water).values_list("tank", "changed_fraction").annotate(Max("happened_at")).order_by())
    for task in tasks:
        kind, here = library().upkeep.get(task.kind), water[task.tank_id]
        if kind is not None and kind.done_by == "reading" and here in tests:
            last[task.pk] = tests[here]
        elif kind is not None and kind.done_by == "change":
            least = (task.share_fraction or 0.0) * NEARLY
            at = max((at for tank, share, at in changes if water[tank] == here and share >= least), default=None)
            if at is not None:
                last[task.pk] = at
    return last
