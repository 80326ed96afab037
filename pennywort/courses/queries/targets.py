"""What a running course holds in the water, its clock, and what a dose given now moves."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime

from pennywort.core.course.build import hours_of, window
from pennywort.core.course.clock import ClockRule
from pennywort.core.course.plan import PlannedStep
from pennywort.core.course.replan import Moved, replan
from pennywort.core.reference import library
from pennywort.core.reference.course_models import CourseProtocol
from pennywort.core.units import show_concentration
from pennywort.courses.models import Course, Task
from pennywort.courses.queries.kept_protocols import protocol_of
from pennywort.courses.queries.running import RUN_HERE, labels_on

# A level this close to the edge of its range is in it: scales, spoons and kits read no finer.
EDGE_FRACTION = 0.03
# the parameter of a course below which a reading begins its count again
FLOOR = "floor"


@dataclass(frozen=True, kw_only=True)
class Window:
    """A medicine of a course: its target and range, mg/L, and how far a kit can be off; 0 where no kit answers for it."""

    active: str
    target_mg_per_l: float
    low_mg_per_l: float
    high_mg_per_l: float
    kit_off_mg_per_l: float = 0.0


def windows_of(course: Course) -> tuple[Window, ...]:
    """What the course holds, in the protocol's order, within the ranges of its start; nothing for a protocol that is no more."""
    protocol = protocol_of(course)
    windows = []
    for m in protocol.medicines if protocol else ():
        target = course.targets_mg_per_l.get(m.active, 0.0)
        low, high, off = course.ranges_mg_per_l.get(m.active) or range_of(m.use, target_mg_per_l=target)
        # the floor a keeper counts from: a reading below it is below the range for him
        low = max(low, course.parameters.get(FLOOR, low))
        windows.append(Window(active=m.active, target_mg_per_l=target, low_mg_per_l=low, high_mg_per_l=high, kit_off_mg_per_l=off))
    return tuple(windows)


def range_of(use_id: str, *, target_mg_per_l: float) -> tuple[float, float, float]:
    """The range of a use round a target as the formulary has it now, and how far a kit can be off; mg/L."""
    active, use = library().uses[use_id]
    return *window(active, use, target_mg_per_l=target_mg_per_l), use.kit_off.value if use.kit_off else 0.0


def course_name(course: Course) -> str:
    """The protocol's name; its id once it is no more."""
    protocol = protocol_of(course)
    return protocol.name if protocol else course.protocol_id


def window_of(course: Course, active_id: str) -> Window | None:
    """One of them."""
    return next((w for w in windows_of(course) if w.active == active_id), None)


def run_use(task: Task) -> str:
    """The use that is stood at, step by step: a bath, or the dose that begins a day by the clock in the tank; empty for other tasks."""
    if task.kind in RUN_HERE:
        return task.use_id
    protocol = protocol_of(task.course) if task.kind == "dose" and task.medicine_id else None
    use = next((m.use for m in protocol.medicines if m.active == task.medicine_id), "") if protocol else ""
    return use if use and library().uses[use][1].route == "prolonged" and library().uses[use][1].minutes else ""


def clock_rule(course: Course, *, every_h: float | None) -> ClockRule | None:
    """What the clock of a course counts by; None without one. ``every_h``: how far apart its doses are planned."""
    protocol = protocol_of(course)
    clock = protocol.clock if protocol else None
    if protocol is None or clock is None:
        return None
    # what was set when it began; a parameter that its protocol learnt since has its own value
    values = {p.id: p.value for p in protocol.parameters} | course.parameters
    by_label = max((float(label.get("days", 0)) for label in labels_on(course)), default=0.0) * 24.0
    length = by_label if protocol.kind == "label" else hours_of(clock.length, values=values, protocol=protocol)
    if not length:
        return None
    gap_h = hours_of(clock.gap, values=values, protocol=protocol)
    return ClockRule(counts=clock.counts, length_h=length, slip=clock.slip, gap_h=gap_h, every_h=every_h)


def read_in(course: Course, protocol: CourseProtocol | None) -> tuple[str, float, float]:
    """The reading a clock of readings looks at, by its id, with its range in the unit of its column; empty where it reads none."""
    clock = protocol.clock if protocol else None
    kind = library().readings.get(clock.reading or "") if clock is not None else None
    if clock is None or kind is None:
        return "", 0.0, 0.0
    if kind.held and clock.active:
        held = window_of(course, clock.active)
        return (kind.id, held.low_mg_per_l, held.high_mg_per_l) if held else ("", 0.0, 0.0)
    if kind.typed_as == "salinity" and kind.id in course.parameters:
        target = course.parameters[kind.id]
        return kind.id, target - 1.0, target + 1.0
    return "", 0.0, 0.0


def planned_step(task: Task) -> PlannedStep:
    """A task as a step of its plan."""
    return PlannedStep(
        place=task.place,
        number=task.number,
        kind=task.kind,  # type: ignore[arg-type]
        title=task.title,
        due_at=task.due_at,
        minimum_h=task.minimum_h,
        every_h=task.every_h,
    )


def moves(course: Course, *, given: Task | None, at: datetime) -> tuple[Moved, ...]:
    """What of this course's open tasks falls due at another time, were (or was) this dose given at that instant."""
    return moved_by(Task.objects.filter(course=course, skipped=False).order_by("due_at", "pk"), given=given, at=at)


def moved_by(tasks: Iterable[Task], *, given: Task | None, at: datetime) -> tuple[Moved, ...]:
    """The same from all tasks of a course that were not left out, in order."""
    steps = list(tasks)
    done = {(t.place, t.number): t.done_at for t in steps if t.done_at is not None}
    if given is not None:
        done[(given.place, given.number)] = at
    return replan([planned_step(t) for t in steps], done_at=done, now=at).moved


def soonest(task: Task, *, now: datetime) -> datetime | None:
    """Before when this dose would be too near to the last one of its line; None if it may be given now."""
    if task.minimum_h is None:
        return None
    tasks = list(Task.objects.filter(course=task.course, place=task.place, skipped=False).order_by("number"))
    done = {(t.place, t.number): t.done_at for t in tasks if t.done_at is not None}
    return replan([planned_step(t) for t in tasks], done_at=done, now=now).too_soon_until.get(task.place)


def level_words(value_mg_per_l: float, window: Window) -> str:
    """A level as its range is shown."""
    return show_concentration(value_mg_per_l, like_mg_per_l=window.high_mg_per_l).text
