"""Against which life cycle a course is measured, at which warmth, and what comes through it."""

from __future__ import annotations

from collections.abc import Mapping

from pennywort.core.course.plan import Left
from pennywort.core.errors import NotKnownYet
from pennywort.core.parasite.life_cycle import left_fraction, waits_for
from pennywort.core.reference.course_models import CourseProtocol, LifeCycle
from pennywort.core.reference.library import Library

# what a heated tank is usually kept at, where nobody read it (common practice)
HEATED_C = 25.0


def taken_warmth(values: Mapping[str, float], *, water: str, temperature_c: float | None) -> float | None:
    """What a course is run at, degC; an unread heated tank is taken as usually kept, an unread pond as unknown."""
    unread = None if water == "coldwater_pond" else HEATED_C
    return values.get("temperature", unread if temperature_c is None else temperature_c)


def cycle_of(protocol: CourseProtocol, *, condition: str, found: Library) -> LifeCycle | None:
    """The life cycle a course is measured against: of the disease it is given for, else the one the protocol names.

    None where it outlasts nothing, or no stage of the parasite waits out of its reach.
    """
    if not protocol.outlasts or not protocol.outlasts_by:
        return None
    of_it = next((c for c in found.life_cycles.values() if c.condition == condition and condition in protocol.conditions), None)
    cycle = of_it or found.life_cycles[protocol.outlasts]
    return cycle if waits_for(cycle, by=protocol.outlasts_by) else None


def what_is_left(
    protocol: CourseProtocol, *, ends_days: float, values: Mapping[str, float], warmth: float | None, condition: str, found: Library
) -> Left | None:
    """The share that comes through the days that count, None where nobody knows; ``ends_days`` where no parameter says how many."""
    cycle = cycle_of(protocol, condition=condition, found=found)
    if cycle is None or protocol.outlasts_by == "" or warmth is None:
        return None
    days = values.get("days", ends_days)
    try:
        fraction = left_fraction(cycle, temperature_c=warmth, days=days, by=protocol.outlasts_by)
    except NotKnownYet:
        return None
    return Left(cycle=cycle.id, left_fraction=fraction, days=days, at_c=warmth)
