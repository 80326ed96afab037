"""What follows an arrival, a release, a bath or a day in the tank, put on Today as tasks that end by themselves."""

from __future__ import annotations

from datetime import date, timedelta
from typing import Any
from uuid import UUID, uuid5

from pennywort.core.errors import Conflict, InvalidInput
from pennywort.core.reference import library
from pennywort.readiness.setup import asked_for, kinds_for, needs_of, stands
from pennywort.records.actor import Actor
from pennywort.tanks.models import StandingTask, Tank
from pennywort.tanks.upkeep import MOST_STANDING


def put_plan(actor: Actor, *, uid: UUID, tank: Tank, plan: str, first_on: date | None = None, again_on: date | None = None) -> dict[str, Any]:
    """Plan what follows, from ``first_on`` (today where none is said); a step that waits until a use may be given again begins ``again_on``.

    What is planned already under the same title is not planned twice.

    :raises InvalidInput: no such plan. :raises Conflict: the tank is put away, or has too many tasks.
    """
    found = library().plans.get(plan)
    if found is None:
        raise InvalidInput("There is no such plan.", field="plan")
    stands(tank)
    first = first_on or actor.local(actor.now).date()
    needs = needs_of(kinds_for(tank))
    steps = [s for s in found.steps if asked_for(s, needs) and not (s.apart and again_on is None)]
    here = set(StandingTask.objects.filter(tank=tank, ended_at=None, ends_on__gte=first).values_list("title", flat=True))
    if StandingTask.objects.filter(tank=tank, ended_at=None, ends_on=None).count() + len(steps) > 2 * MOST_STANDING:
        raise Conflict("There are too many tasks here. End some first.", field="plan")
    for number, step in enumerate(s for s in steps if s.title not in here):
        begins = (again_on if step.apart and again_on else first) + timedelta(days=step.from_day)
        StandingTask.objects.create(
            uid=uuid5(uid, f"step {number}"), fishroom=actor.fishroom, recorded_at=actor.now, recorded_by=actor.keeper, tank=tank, kind=step.kind,
            title=step.title, every_days=step.every_days, share_fraction=step.share_fraction, begins_on=begins,
            ends_on=begins + timedelta(days=step.until_day - step.from_day),
        )  # fmt: skip
    return {"uid": str(uid)}
