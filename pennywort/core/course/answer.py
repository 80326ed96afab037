"""What a reading of a medicine asks for: a change that brings it down, or what is missing. Pure."""

from __future__ import annotations

import math
from dataclasses import dataclass

from pennywort.core.errors import InvalidInput
from pennywort.core.medicine.correct import change_to_come_down
from pennywort.core.units.phrases import NOT_NEGATIVE


@dataclass(frozen=True, kw_only=True)
class Asked:
    """A level brought from what was read to its target: by changing so much of the water (0-1), or by adding what is missing."""

    level_mg_per_l: float
    target_mg_per_l: float
    change_fraction: float


def answer_to(
    level_mg_per_l: float, *, target_mg_per_l: float, low_mg_per_l: float, high_mg_per_l: float, kit_off_mg_per_l: float = 0.0, building: bool = False
) -> Asked | None:
    """What is to be done about a reading; None where it lies in its range.

    Above is above the range, or above the target by more than a kit can be off, whichever is higher: a level held at the top
    of its range is not alarmed by its own kit. Below asks for what is missing, but not while the first doses build it up.
    The change is f = (C - T) / C (dilution; arithmetic).

    :raises InvalidInput: a level that can't be.
    """
    for field, value in (("reading", level_mg_per_l), ("target", target_mg_per_l)):
        if not math.isfinite(value) or value < 0:
            raise InvalidInput(NOT_NEGATIVE, field=field)
    if level_mg_per_l > max(high_mg_per_l, target_mg_per_l + kit_off_mg_per_l):
        change = change_to_come_down(reading=level_mg_per_l, target=target_mg_per_l)
        return Asked(level_mg_per_l=level_mg_per_l, target_mg_per_l=target_mg_per_l, change_fraction=change)
    if level_mg_per_l < low_mg_per_l and not building:
        return Asked(level_mg_per_l=level_mg_per_l, target_mg_per_l=target_mg_per_l, change_fraction=0.0)
    return None
