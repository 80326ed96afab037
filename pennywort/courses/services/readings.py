"""Water tests as they are written, and the due tasks that they, or a look, tick off."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Any
from uuid import UUID

from pennywort.core.reference.register import called
from pennywort.courses.queries.running import open_tasks
from pennywort.courses.services.calendar import keep_to_clocks
from pennywort.records.actor import Actor
from pennywort.tanks.models import Tank
from pennywort.tanks.services import TypedTest, add_reading

# a look or a test a little before it is due counts as the one that is due
EARLY = timedelta(hours=6)


def tick_off(actor: Actor, *, tank: Tank, kind: str, at: datetime) -> None:
    """Mark the due tasks of this kind as done by this entry."""
    for task in open_tasks(tank, now=actor.now).filter(kind=kind, due_at__lte=at + EARLY):
        task.done_at, task.done_by = at, actor.keeper
        task.save(update_fields=["done_at", "done_by"])


def tick_tests(actor: Actor, *, tank: Tank, read: set[str], at: datetime) -> None:
    """Mark the due water tests as done that ask for nothing but what was read; one that names nothing asks for ammonia and nitrite."""
    for task in open_tasks(tank, now=actor.now).filter(kind="water_test", due_at__lte=at + EARLY):
        wanted = {called()[name] for name in task.reads or ("ammonia", "nitrite") if name in called()}
        # what only a strip tells is ticked by hand
        if wanted and wanted <= read:
            task.done_at, task.done_by = at, actor.keeper
            task.save(update_fields=["done_at", "done_by"])


def record_reading(
    actor: Actor, *, uid: UUID, tank: Tank, typed: TypedTest, note: str = "", happened_at: datetime | None = None, corrects: UUID | None = None
) -> dict[str, Any]:
    """Keep a water test and tick off the tests that were due."""
    answer = add_reading(actor, uid=uid, tank=tank, typed=typed, note=note, happened_at=happened_at, corrects=corrects)
    tick_tests(actor, tank=tank, read=typed.read, at=happened_at or actor.now)
    return {**answer, "told": keep_to_clocks(actor, tank)}
