"""The level of one medicine in the water, by what went in and what was changed out."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime

from pennywort.core.medicine.dose import after_change_mg_per_l


@dataclass(frozen=True, kw_only=True)
class LevelEvent:
    """At one instant: a share of the water changed (0-1), then a dose that adds so many mg/L."""

    at: datetime
    changed_fraction: float = 0.0
    added_mg_per_l: float = 0.0


@dataclass(frozen=True, kw_only=True)
class LevelPoint:
    """The level at one instant, mg/L."""

    at: datetime
    concentration_mg_per_l: float


def level_points(events: Iterable[LevelEvent], *, until: datetime, level_mg_per_l: float = 0.0) -> tuple[LevelPoint, ...]:
    """The stepped curve of the level: each event gives the level just before and just after it.

    C -> C (1 - f) at a change, C -> C + m / V at a dose, with V the net volume at that dose. Only dilution is
    reckoned: what bacteria, light, carbon and sand take is not, so the true level is this or lower.

    :raises InvalidInput: a changed share outside 0 to 1.
    """
    points: list[LevelPoint] = []
    level = level_mg_per_l
    for event in sorted(events, key=lambda e: (e.at, e.added_mg_per_l > 0)):
        if event.at > until:
            break
        points.append(LevelPoint(at=event.at, concentration_mg_per_l=level))
        level = after_change_mg_per_l(level_mg_per_l=level, changed_fraction=event.changed_fraction) + event.added_mg_per_l
        points.append(LevelPoint(at=event.at, concentration_mg_per_l=level))
    points.append(LevelPoint(at=until, concentration_mg_per_l=level))
    return tuple(points)


def level_at(points: Sequence[LevelPoint], at: datetime) -> float:
    """The level at an instant, mg/L; 0 before the first event."""
    level = 0.0
    for point in points:
        if point.at > at:
            break
        level = point.concentration_mg_per_l
    return level
