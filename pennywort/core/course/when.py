"""When the steps of a course fall due, and in which order."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import replace
from datetime import UTC, datetime, timedelta
from zoneinfo import ZoneInfo

from pennywort.core.course.plan import PlannedStep
from pennywort.core.reference.course_models import StepKind

# what comes first where two fall due together: water out before medicine in, tests after
ORDER: tuple[StepKind, ...] = (
    "disinfect", "tell", "carbon_out", "water_change", "transfer", "remove", "temperature", "salinity", "lights", "dose", "bath", "dip", "swab", "food",
    "feed", "carbon_in", "look", "water_test",
)  # fmt: skip
# what is only made ready for a step that follows
MADE_READY = ("disinfect", "tell")
DAY_H = 24


def into_tanks(steps: Sequence[PlannedStep], *, count: int) -> list[PlannedStep]:
    """Moves go through the clean tanks in turn, and what is emptied after a move is the tank that was just left.

    :param count: how many tanks were chosen; with none nothing is said of them.
    """
    if not count:
        return list(steps)
    here, left, placed, moved = -1, -1, [], 0
    for step in steps:
        if step.kind == "transfer":
            left, here = here, moved % count
            moved += 1
            placed.append(replace(step, tank_place=here))
        else:
            placed.append(replace(step, tank_place=left) if step.kind == "disinfect" and moved else step)
    return placed


def at_hour(start: datetime, hours: float, *, zone: ZoneInfo) -> datetime:
    """``hours`` after the start; its whole days keep the clock time of the fishroom across a change of summer time, the rest are hours."""
    days, rest = divmod(hours, DAY_H)
    local = start.astimezone(zone).replace(tzinfo=None) + timedelta(days=days)
    return local.replace(tzinfo=zone).astimezone(UTC) + timedelta(hours=rest)


def again_at(first: datetime, *, every_h: float, times: int, zone: ZoneInfo) -> datetime:
    """``times`` distances of ``every_h`` after the first: whole days keep the clock time, anything else keeps its hours."""
    if every_h % DAY_H == 0:
        return at_hour(first, times * every_h, zone=zone)
    return first + timedelta(hours=times * every_h)


def in_order(steps: Iterable[PlannedStep]) -> list[PlannedStep]:
    """Steps by their instant; at one instant in the order in which they are done at the tank."""
    return sorted(steps, key=lambda s: (s.due_at, ORDER.index(s.kind), s.place))
