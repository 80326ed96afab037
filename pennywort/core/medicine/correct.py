"""Putting a level right: up after a reading, down by water changes, back after a change, and no more than so much in all."""

from __future__ import annotations

import math
from dataclasses import dataclass

from pennywort.core.errors import InvalidInput, Refused
from pennywort.core.medicine import phrases
from pennywort.core.units.phrases import NOT_NEGATIVE, SHARE_0_TO_100


def _fraction(value: float, field: str) -> float:
    if not math.isfinite(value) or not 0 < value < 1:
        raise InvalidInput(SHARE_0_TO_100, field=field)
    return value


def _level(value: float, field: str) -> float:
    if not math.isfinite(value) or value < 0:
        raise InvalidInput(NOT_NEGATIVE, field=field)
    return value


def change_to_come_down(*, reading: float, target: float, fresh: float = 0.0) -> float:
    """Share of the water, 0-1, to change once for water of level ``fresh``: f = (C - T) / (C - F) (dilution; arithmetic).

    :raises InvalidInput: the new water stands at or above the target, or the target above the reading.
    """
    _level(reading, "reading"), _level(target, "target"), _level(fresh, "fresh")
    if target >= reading:
        raise InvalidInput(phrases.BELOW_THAT_ALREADY, field="target")
    if fresh >= target:
        raise InvalidInput(phrases.NEW_WATER_HOLDS_AS_MUCH, field="fresh")
    return (reading - target) / (reading - fresh)


def changes_needed(*, reading: float, target: float, share: float, fresh: float = 0.0) -> int:
    """How many changes of a share bring a level to a target: n >= ln((T - F) / (C - F)) / ln(1 - f) (arithmetic)."""
    change_to_come_down(reading=reading, target=target, fresh=fresh)
    _fraction(share, "share")
    return math.ceil(math.log((target - fresh) / (reading - fresh)) / math.log(1 - share) - 1e-9)


@dataclass(frozen=True, kw_only=True)
class After:
    """A level after a water change that carried so much itself, and what goes back in to keep it, in mg."""

    level_mg_per_l: float
    put_back_mg: float


def after_change(*, net_volume_l: float, level_mg_per_l: float, share: float, fresh_mg_per_l: float = 0.0) -> After:
    """C' = C (1 - f) + F f; what goes back is V (C - C'). Never a full dose (arithmetic)."""
    _level(level_mg_per_l, "reading"), _level(fresh_mg_per_l, "fresh"), _fraction(share, "share")
    level = level_mg_per_l * (1 - share) + fresh_mg_per_l * share
    return After(level_mg_per_l=level, put_back_mg=max(0.0, net_volume_l * (level_mg_per_l - level)))


def within_total(*, given_mg_per_l: float, wanted_mg_per_l: float, most_mg_per_l: float) -> float:
    """What may still be given of something that has a limit in all, such as an oxidiser spent by dirt and given again (UF/IFAS FA-37, recalled).

    :raises Refused: it would come to more.
    """
    left = most_mg_per_l - _level(given_mg_per_l, "given")
    if _level(wanted_mg_per_l, "target") > left * (1 + 1e-9):
        raise Refused(phrases.more_than_in_all(most_mg_per_l, max(left, 0.0)), field="target")
    return left
