"""Due steps that hang on something, decided for all of them with two queries."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Sequence
from datetime import timedelta

from django.db.models import Q

from pennywort.core.course.condition import Decision, decide
from pennywort.core.diagnosis.facts import Share
from pennywort.core.diagnosis.progress import Seen
from pennywort.core.reference import library
from pennywort.core.reference.course_models import OnlyIf
from pennywort.core.reference.register import register
from pennywort.core.water.chemistry import PER_N
from pennywort.courses.models import Course, Task
from pennywort.courses.queries.kept_protocols import protocol_of
from pennywort.fish.models import Look
from pennywort.records.actor import Actor
from pennywort.tanks.models import WaterReading

FRESH = timedelta(hours=36)
# how long before the course a look still shows where they came from
BEFORE = timedelta(days=3)
# the column and what makes a kit's figure of it: kits show the ion
AS_READ = {kind.id: (kind.column, PER_N[kind.ion] if kind.ion else 1.0) for kind in register().values()}


def condition_of(task: Task) -> OnlyIf | None:
    """What a task hangs on, by the protocol of its course."""
    protocol = protocol_of(task.course) if task.only_if else None
    return protocol.steps[task.place].only_if if protocol and task.place < len(protocol.steps) else None


def decisions(actor: Actor, tasks: Iterable[Task]) -> dict[int, Decision]:
    """Every task that hangs on something with what is decided, by its key."""
    asked = [(task, found) for task in tasks if (found := condition_of(task)) is not None]
    if not asked:
        return {}
    read = _readings(actor, {t.course.tank.water_id for t, _ in asked})
    looks = _looks(actor, [t.course for t, _ in asked])
    return {
        task.pk: decide(
            only_if,
            readings=read.get(task.course.tank.water_id, {}),
            looks=looks[task.course.pk],
            day=(actor.now - task.course.starts_at) / timedelta(days=1),
            found=library(),
        )
        for task, only_if in asked
    }


def _readings(actor: Actor, waters: set[int]) -> dict[int, dict[str, float]]:
    """What was read in any tank on these waters, by the water."""
    on_them = Q(tank__in=waters) | Q(tank__shares_water_with__in=waters)
    rows = WaterReading.objects.standing().filter(on_them, happened_at__gt=actor.now - FRESH).select_related("tank").order_by("happened_at", "pk")
    found: dict[int, dict[str, float]] = defaultdict(dict)
    for row in rows:
        for name, (column, times) in AS_READ.items():
            value = getattr(row, column)
            if value is not None:
                found[row.tank.water_id][name] = value * times
    return found


def _looks(actor: Actor, courses: Sequence[Course]) -> dict[int, list[Seen]]:
    groups = {c.case.group_id for c in courses}
    earliest = min(c.starts_at for c in courses) - BEFORE
    rows = list(Look.objects.standing().filter(group__in=groups, fish="", happened_at__gt=earliest).order_by("happened_at", "pk"))
    found = {}
    for course in courses:
        mine = [x for x in rows if x.group_id == course.case.group_id and x.happened_at > course.starts_at - BEFORE and x.place not in ("shop", "bag")]
        before = [x for x in mine if x.happened_at <= course.starts_at][-1:]
        counted = [*before, *(x for x in mine if x.happened_at > course.starts_at)]
        found[course.pk] = [
            Seen(
                day=(x.happened_at - course.starts_at) / timedelta(days=1),
                signs=x.signs,
                shares={s: Share(seen_count=k, fish_count=n) for s, (k, n) in x.counts.items()},
                sizes=x.sizes,
            )
            for x in counted
        ]
    return found
