"""Cases: opened by the first sign, closed with an outcome."""

from __future__ import annotations

from datetime import datetime
from typing import Any
from uuid import UUID, uuid5

from django.db.models import Max

from pennywort.core.errors import AlreadyDone, InvalidInput
from pennywort.core.reference import library
from pennywort.courses.models import COURSE_OUTCOMES, OUTCOMES, Case, Course
from pennywort.fish.models import Group
from pennywort.records.actor import Actor
from pennywort.records.services import find


def case_of(actor: Actor, uid: UUID) -> Case:
    """:raises NotFound: not in this fishroom."""
    return find(Case, actor, uid, name="case")


def next_number(actor: Actor) -> int:
    """Cases are numbered within the fishroom."""
    return int(Case.objects.filter(fishroom=actor.fishroom).aggregate(m=Max("number"))["m"] or 0) + 1


def check_condition(condition_id: str) -> str:
    """:raises InvalidInput: not in the reference."""
    if condition_id and condition_id not in library().conditions:
        raise InvalidInput("There is no such condition.", field="condition")
    return condition_id


def open_case(actor: Actor, *, write_id: UUID, group: Group, at: datetime) -> Case:
    """The open case of this group, or a new one from ``at`` on."""
    existing = Case.objects.filter(group=group, closed_at=None).first()
    if existing is not None:
        return existing
    return Case.objects.create(
        uid=uuid5(write_id, "case"),
        fishroom=actor.fishroom,
        recorded_at=actor.now,
        recorded_by=actor.keeper,
        number=next_number(actor),
        group=group,
        tank=group.tank,
        opened_at=at,
    )


def close_case(actor: Actor, *, case: Case, outcome: str, note: str, condition: str) -> dict[str, Any]:
    """Close a case with its outcome; a course still running ends with it.

    :raises AlreadyDone: it is closed. :raises InvalidInput: no outcome, or an unknown condition.
    """
    case.refresh_from_db()
    if case.closed_at is not None:
        raise AlreadyDone(f"This case was closed by {case.closed_by}.", by=str(case.closed_by), at=case.closed_at)
    if outcome not in dict(OUTCOMES):
        raise InvalidInput("Choose how it ended.", field="outcome")
    if outcome == "wrong":
        if not condition or condition == case.condition_id:
            raise InvalidInput("Choose what it turned out to be.", field="condition")
        case.taken_for_id = case.condition_id
    case.condition_id = check_condition(condition) or case.condition_id
    case.closed_at, case.closed_by = actor.now, actor.keeper
    case.outcome, case.outcome_note = outcome, note.strip()
    case.save()
    for course in Course.objects.filter(case=case, stopped_at=None, ends_at__gt=actor.now):
        course.stopped_at, course.stop_reason = actor.now, "the case was closed"
        course.save(update_fields=["stopped_at", "stop_reason"])
    return {"uid": str(case.uid)}


def judge_course(actor: Actor, *, course: Course, outcome: str, note: str) -> dict[str, Any]:
    """How a course did; may be judged anew. :raises InvalidInput: no outcome, or it has not begun."""
    if outcome not in dict(COURSE_OUTCOMES):
        raise InvalidInput("Choose how it did.", field="outcome")
    if course.starts_at > actor.now:
        raise InvalidInput("It has not begun yet.", field="outcome")
    course.outcome, course.outcome_note, course.judged_at = outcome, note.strip(), actor.now
    course.save(update_fields=["outcome", "outcome_note", "judged_at"])
    return {"uid": str(course.uid)}


def stop_course(actor: Actor, *, course: Course, reason: str) -> dict[str, Any]:
    """End a course before its time. What is in the water stays in the water. :raises AlreadyDone: it has ended."""
    course.refresh_from_db()
    ended = course.stopped_at or (course.ends_at if course.ends_at <= actor.now else None)
    if ended is not None:
        raise AlreadyDone("This course has ended already.", by=course.by, at=ended)
    course.stopped_at, course.stop_reason = actor.now, reason.strip()
    course.save(update_fields=["stopped_at", "stop_reason"])
    return {"uid": str(course.uid)}
