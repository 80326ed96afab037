"""A course lasts until its clock has counted to the end: what comes after is put off, what repeats goes on until then."""

from __future__ import annotations

import math
from collections.abc import Sequence, Set
from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from itertools import count
from zoneinfo import ZoneInfo

from pennywort.core.course.plan import PlannedStep
from pennywort.core.course.when import DAY_H, MADE_READY, again_at, at_hour

HOUR = timedelta(hours=1)
DAY = timedelta(days=1)
# less than this is no reason to move a whole calendar (common practice)
SLACK = timedelta(hours=2)
# a line that stops this close before the end stops because of it
NEAR_END = timedelta(days=4)


# what is made ready for the end so long before it moves with it
AHEAD = timedelta(days=2)


@dataclass(frozen=True, kw_only=True)
class Prolonged:
    """The steps of a course whose end has moved by ``later``; ``added`` are new, ``dropped`` (place, number) are no more."""

    steps: tuple[PlannedStep, ...]
    added: tuple[PlannedStep, ...]
    dropped: tuple[tuple[int, int], ...]
    later: timedelta


def days_between(*, planned_end_at: datetime, clock_end_at: datetime, first_end_at: datetime, slack: timedelta = SLACK) -> timedelta:
    """By how many whole days the end moves so that the clock is done by then; back again, but never before the first plan's end.

    ``slack``: by how much the clock may run past the end; half a day where doses shift by themselves.
    """
    wanted = max(first_end_at, clock_end_at)
    by = wanted - planned_end_at
    if abs(by) <= slack:
        return timedelta(0)
    days = math.ceil((by - slack) / DAY)
    return max(days * DAY, first_end_at - planned_end_at)


def _moved(step: PlannedStep, *, later: timedelta, zone: ZoneInfo) -> datetime:
    """What comes more often than daily keeps its hours, everything else its clock time."""
    return step.due_at + later if (step.every_h or 0.0) % DAY_H else at_hour(step.due_at, later / HOUR, zone=zone)


def prolong(steps: Sequence[PlannedStep], *, done: Set[tuple[int, int]], end_at: datetime, later: timedelta, zone: ZoneInfo) -> Prolonged:
    """Move what the clock decides.

    Steps still to come at ``end_at`` or after it move with it, and so do lines that only begin there. A line that repeats up to
    it, or past it, goes on for as much longer at its own distance, and stops as much sooner where the end came nearer. What was
    done (``done``: place, number) stays as it was.

    :param end_at: the first instant that waits for the clock. :param later: by how much it moves, negative for earlier.
    :param zone: of the fishroom; whole days keep its clock time.
    """
    kept: list[PlannedStep] = []
    added: list[PlannedStep] = []
    dropped: list[tuple[int, int]] = []
    for place in sorted({s.place for s in steps}):
        line = sorted((s for s in steps if s.place == place), key=lambda s: s.number)
        every = timedelta(hours=line[0].every_h or 0.0)
        last, waits = line[-1], line[0].due_at >= end_at - SLACK
        runs_up_to_it = bool(every) and not waits and last.due_at > end_at - max(every, NEAR_END)
        until = last.due_at + later
        # what comes again and again after the end, and has begun, goes on as it began
        begun = waits and bool(every) and any((s.place, s.number) in done for s in line)
        for step in line:
            key = (step.place, step.number)
            if key in done or begun:
                kept.append(step)
            elif runs_up_to_it and later < timedelta(0) and step.due_at >= until + every - SLACK:
                dropped.append(key)
            elif (waits or not every) and step.due_at >= end_at - (AHEAD if step.kind in MADE_READY else SLACK):
                kept.append(replace(step, due_at=_moved(step, later=later, zone=zone)))
            else:
                kept.append(step)
        if runs_up_to_it:
            for times in count(1):
                due = again_at(last.due_at, every_h=every / HOUR, times=times, zone=zone)
                if due > until + SLACK:
                    break
                added.append(replace(last, number=last.number + times, due_at=due))
    order = sorted([*kept, *added], key=lambda s: s.due_at)
    return Prolonged(steps=tuple(order), added=tuple(added), dropped=tuple(dropped), later=later)
