"""What is going on in a tank: running courses, and the level of each medicine in its water."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime

from django.db.models import QuerySet

from pennywort.core.course.level import LevelEvent, LevelPoint, level_at, level_points
from pennywort.courses.models import Course, Dose, Task
from pennywort.tanks.models import Tank, WaterChange


def running_courses(tank: Tank, *, now: datetime) -> list[Course]:
    """Courses neither stopped nor past their end, the newest last."""
    return list(Course.objects.filter(tank=tank, stopped_at=None, ends_at__gt=now).select_related("case", "case__group").order_by("starts_at", "pk"))


def open_tasks(tank: Tank, *, now: datetime) -> QuerySet[Task]:
    """Tasks of running courses that nobody did or skipped, in order."""
    return (
        Task.objects.filter(course__tank=tank, course__stopped_at=None, course__ends_at__gt=now, done_at=None, skipped=False)
        .select_related("course__tank", "course__case__group")
        .order_by("due_at", "pk")
    )


def doses_in(tank: Tank) -> QuerySet[Dose]:
    """Doses that stand, oldest first."""
    return Dose.objects.standing().filter(course__tank=tank).select_related("recorded_by", "course", "task").order_by("happened_at", "pk")


def changes_in(tank: Tank) -> QuerySet[WaterChange]:
    """Water changes that stand, oldest first."""
    return WaterChange.objects.standing().filter(tank=tank).select_related("recorded_by").order_by("happened_at", "pk")


def past_events(doses: Iterable[Dose], changes: Iterable[WaterChange], *, medicine_id: str) -> list[LevelEvent]:
    """What happened to one medicine in this water."""
    added = [
        LevelEvent(at=d.happened_at, added_mg_per_l=d.amount_mg / d.net_volume_l) for d in doses if d.medicine_id == medicine_id and d.amount_mg is not None
    ]
    return [*added, *(LevelEvent(at=c.happened_at, changed_fraction=c.changed_fraction) for c in changes)]


def dose_now(task: Task) -> tuple[float | None, float | None]:
    """A dose task's amount for the water as it is measured today, mg or mL.

    The plan was made for the volume of its day; if the tank was measured anew since, the doses still to come follow.
    """
    factor = task.course.tank.net_volume_l / task.course.net_volume_l
    return (
        task.dose_mg * factor if task.dose_mg is not None else None,
        task.dose_ml * factor if task.dose_ml is not None else None,
    )


def planned_events(tasks: Iterable[Task], *, medicine_id: str, net_volume_l: float, now: datetime) -> list[LevelEvent]:
    """What the plan will do to one medicine; what is overdue counts as done now."""
    events = []
    for task in tasks:
        at = max(task.due_at, now)
        dose_mg, _ = dose_now(task)
        if task.kind == "dose" and task.medicine_id == medicine_id and dose_mg is not None:
            events.append(LevelEvent(at=at, added_mg_per_l=dose_mg / net_volume_l))
        elif task.kind == "water_change" and task.water_share and not task.put_back:
            events.append(LevelEvent(at=at, changed_fraction=task.water_share))
    return events


def curve(tank: Tank, *, medicine_id: str, until: datetime) -> tuple[LevelPoint, ...]:
    """The level of one medicine so far."""
    return level_points(past_events(doses_in(tank), changes_in(tank), medicine_id=medicine_id), until=until)


def level_now(tank: Tank, *, medicine_id: str, now: datetime) -> float:
    """The level of one medicine at this instant, mg/L."""
    return level_at(curve(tank, medicine_id=medicine_id, until=now), now)


def medicines_in(tank: Tank, *, now: datetime) -> dict[str, float]:
    """Medicines given by weight that are still in the water, with their level in mg/L; under 1 % of a dose is none."""
    names = {d.medicine_id for d in doses_in(tank) if d.medicine_id}
    levels = {name: level_now(tank, medicine_id=name, now=now) for name in sorted(names)}
    highest = {name: max((d.amount_mg or 0) / d.net_volume_l for d in doses_in(tank) if d.medicine_id == name) for name in names}
    return {name: level for name, level in levels.items() if level > 0.01 * highest[name]}
