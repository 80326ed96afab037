"""What is done late, early, twice or not at all, and what the rest of the plan makes of it. What has happened stays."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime, timedelta

from pennywort.core.course import phrases
from pennywort.core.course.plan import PlannedStep

HOUR = timedelta(hours=1)
# a step done within this of its time has moved nothing (common practice)
ON_TIME_H = 2.0


@dataclass(frozen=True, kw_only=True)
class Moved:
    """A step that falls due at another time now, and why."""

    place: int
    number: int
    title: str
    was_at: datetime
    due_at: datetime
    words: str


@dataclass(frozen=True, kw_only=True)
class Replanned:
    """The steps still to come, with what moved. ``steps`` holds what was done too, untouched."""

    steps: tuple[PlannedStep, ...]
    moved: tuple[Moved, ...]
    too_soon_until: Mapping[int, datetime]


def replan(steps: Sequence[PlannedStep], *, done_at: Mapping[tuple[int, int], datetime], now: datetime) -> Replanned:
    """Shift what is still to come of each line so that two of it never lie nearer than its minimum.

    A line of doses with a minimum keeps its distance: where one was given late by more than two hours, the next falls due a
    whole interval after it and the rest follows; where one is overdue, the rest follows from it once it is given. Nothing
    moves earlier. A step that was done stays where it was planned. Done again on its own result nothing moves.

    :param done_at: when each (place, number) was done.
    """
    kept: list[PlannedStep] = []
    moved: list[Moved] = []
    soonest: dict[int, datetime] = {}
    for place in sorted({s.place for s in steps}):
        line = sorted((s for s in steps if s.place == place), key=lambda s: s.number)
        new, more = _line(line, done_at=done_at)
        kept += new
        moved += more
        last = max((done_at[(s.place, s.number)] for s in line if (s.place, s.number) in done_at), default=None)
        minimum = line[0].minimum_h
        if last is not None and minimum is not None and last + minimum * HOUR > now:
            soonest[place] = last + minimum * HOUR
    order = {(s.place, s.number): i for i, s in enumerate(steps)}
    kept.sort(key=lambda s: (s.due_at, order[(s.place, s.number)]))
    return Replanned(steps=tuple(kept), moved=tuple(moved), too_soon_until=soonest)


def _line(line: Sequence[PlannedStep], *, done_at: Mapping[tuple[int, int], datetime]) -> tuple[list[PlannedStep], list[Moved]]:
    kept: list[PlannedStep] = []
    moved: list[Moved] = []
    last: datetime | None = None
    late_last = False
    for step in line:
        at = done_at.get((step.place, step.number))
        if at is not None:
            kept.append(step)
            late_last = at - step.due_at > ON_TIME_H * HOUR
            last = at
            continue
        due = step.due_at
        if step.minimum_h is not None and last is not None:
            due = max(due, last + (step.every_h if late_last and step.every_h else step.minimum_h) * HOUR)
        if due != step.due_at:
            moved.append(Moved(place=step.place, number=step.number, title=step.title, was_at=step.due_at, due_at=due, words=_words(due - step.due_at)))
        new = replace(step, due_at=due)
        kept.append(new)
        # what follows one that moved keeps its whole distance from it
        last, late_last = (due, late_last) if step.minimum_h is not None else (last, late_last)
    return kept, moved


def _words(by: timedelta) -> str:
    hours = by / HOUR
    return phrases.later_by(hours)
