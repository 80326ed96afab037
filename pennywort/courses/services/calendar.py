"""Keeping the calendar of a course to its clock: after a gap or with new fish the end is put off, and said."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from datetime import datetime, timedelta
from uuid import uuid5

from pennywort.core.course.prolong import SLACK, days_between, prolong
from pennywort.courses.models import Course, Task
from pennywort.courses.queries.targets import clock_rule, course_name, planned_step
from pennywort.courses.queries.water_records import WaterRecords
from pennywort.courses.services.answers import answer_readings
from pennywort.records.actor import Actor
from pennywort.tanks.models import Tank

# doses that shift with a late one need no further day for it
HALF_A_DAY = timedelta(hours=12)
# of a task, what a further one of its line has too
SAME = (
    "kind", "title", "medicine_id", "dose_mg", "dose_ml", "dose_product_mg", "dose_pieces_count", "water_share",
    "put_back", "refill", "temperature_c", "salinity_g_per_kg", "place", "minimum_h",
    "every_h", "use_id", "lasts_min", "expected_mg_per_l", "reads", "only_if",
)  # fmt: skip


def end_of(course: Course) -> datetime:
    """The first instant that waits for the clock; for courses of before that was kept, the end of treatment or of watching."""
    if course.clock_ends_at is not None:
        return course.clock_ends_at
    return course.treatment_ends_at if course.treatment_ends_at > course.starts_at else course.ends_at


def keep_to_clocks(actor: Actor, tank: Tank) -> str:
    """Answer what was read, and put ends off; in words, empty if none."""
    moved = put_off(actor, tank)
    return f"{answer_readings(actor, tank)} {moved}".strip()


def put_off(actor: Actor, tank: Tank) -> str:
    """Put off (or bring back) the ends of the courses in this water to what their clocks say now; in words, empty if none."""
    book = WaterRecords([tank], now=actor.now)
    return " ".join(words for course in book.running(tank) if (words := _keep(actor, book, course)))


def _keep(actor: Actor, book: WaterRecords, course: Course) -> str:
    state = book.clock(course)
    rule = clock_rule(course, every_h=None)
    if state is None or rule is None or state.complete:
        return ""
    clock_end = state.ends_at or actor.now + timedelta(hours=rule.length_h)
    end = end_of(course)
    slack = HALF_A_DAY if rule.counts == "doses" else SLACK
    later = days_between(planned_end_at=end, clock_end_at=clock_end, first_end_at=course.first_ends_at or end, slack=slack)
    if not later:
        return ""
    _move_end(actor, course, end=end, later=later)
    new = actor.local(end + later)
    count = f"{abs(later.days)} {'day' if abs(later.days) == 1 else 'days'} {'later' if later.days > 0 else 'earlier'}"
    return f"{course_name(course)} now lasts until {new:%A} {new.day} {new:%B}, {count}."


def fall_due(tasks: Iterable[Task], at: Mapping[tuple[int, int], datetime]) -> None:
    """These tasks of one course fall due at the instants given by their place and number; what is not named stays."""
    shifted = [t for t in tasks if at.get((t.place, t.number), t.due_at) != t.due_at]
    for task in shifted:
        task.due_at = at[(task.place, task.number)]
    Task.objects.bulk_update(shifted, ["due_at"])


def _move_end(actor: Actor, course: Course, *, end: datetime, later: timedelta) -> None:
    tasks = {(t.place, t.number): t for t in Task.objects.filter(course=course)}
    done = {key for key, t in tasks.items() if t.done_at is not None or t.skipped}
    moved = prolong([planned_step(t) for t in tasks.values()], done=done, end_at=end, later=later, zone=actor.zone)
    fall_due(tasks.values(), {(step.place, step.number): step.due_at for step in moved.steps})
    last = {place: max((t for t in tasks.values() if t.place == place), key=lambda t: t.number) for place in {t.place for t in tasks.values()}}
    base = {"fishroom": actor.fishroom, "recorded_at": actor.now, "recorded_by": actor.keeper, "course": course}
    Task.objects.bulk_create(
        Task(
            **base,
            uid=uuid5(course.uid, f"more {step.place} {step.number} {step.due_at:%Y%m%d%H%M}"),
            number=step.number,
            due_at=step.due_at,
            **{name: getattr(last[step.place], name) for name in SAME},
        )
        for step in moved.added
    )
    Task.objects.filter(pk__in=[tasks[key].pk for key in moved.dropped]).delete()
    course.treatment_ends_at += later if course.treatment_ends_at > course.starts_at else timedelta(0)
    course.observe_starts_at += later if course.observe_starts_at > course.starts_at else timedelta(0)
    course.ends_at += later
    course.clock_ends_at = end + later
    course.save(update_fields=["treatment_ends_at", "observe_starts_at", "ends_at", "clock_ends_at"])


def begin_again(actor: Actor, tank: Tank, *, at: datetime, words: str) -> str:
    """Fish from elsewhere came into this water: every clock that ran in it then begins again. In words; empty where none ran."""
    book = WaterRecords([tank], now=at)
    told = []
    for course in book.running(tank):
        state = book.clock(course) if course.starts_at <= at else None
        if state is None or state.counted_h < 1 or (course.clock_from is not None and course.clock_from >= at):
            continue
        course.clock_from, course.clock_from_words = at, words
        course.save(update_fields=["clock_from", "clock_from_words"])
        told.append(f"{course_name(course)} stood at day {state.day_number} of {state.of_days} and begins again: {words}.")
    return " ".join([*told, keep_to_clocks(actor, tank)]).strip()
