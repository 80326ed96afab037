"""How much water to change to bring a level down."""

from __future__ import annotations

import math

from pennywort.core.errors import InvalidInput, NotKnownYet
from pennywort.core.water import phrases

# steps a keeper can measure on a tank's side, and the most at once without shocking fish (common practice)
STEP_FRACTION = 0.05
MOST_FRACTION = 0.5
# to come under a limit one aims this much below it, so that the next test reads under it too (common practice)
UNDER_FRACTION = 0.05


def change_for(*, level_mg_per_l: float, target_mg_per_l: float, fresh_mg_per_l: float = 0.0) -> float:
    """Share (0-1) of the water to change so that a dissolved level falls to its target: dilution by complete mixing.

    level after = level (1 - f) + fresh f, so f = (level - target) / (level - fresh); 0 where it is low enough already.

    :param fresh_mg_per_l: what the new water holds of it. :raises InvalidInput: a level that can't be.
    :raises NotKnownYet: the new water holds as much as the target or more, so no change reaches it.
    """
    for name, value in (("level", level_mg_per_l), ("target", target_mg_per_l), ("fresh", fresh_mg_per_l)):
        if not math.isfinite(value) or value < 0:
            raise InvalidInput(phrases.LEVEL_BELOW_NOTHING, field=name)
    if level_mg_per_l <= target_mg_per_l:
        return 0.0
    if fresh_mg_per_l >= target_mg_per_l:
        raise NotKnownYet(phrases.NEW_WATER_HOLDS_AS_MUCH, field="fresh")
    return (level_mg_per_l - target_mg_per_l) / (level_mg_per_l - fresh_mg_per_l)


def in_changes(fraction: float) -> tuple[float, ...]:
    """The same dilution as changes a keeper makes, a day apart: rounded up to a step, none above the most at once.

    Shares 0 to 1: 1 - (1 - f)^n (dilution; arithmetic).
    """
    if fraction <= 0:
        return ()
    left = 1.0 - fraction
    count = max(1, math.ceil(math.log(left) / math.log(1 - MOST_FRACTION) - 1e-9)) if left > 0 else 8
    each = 1.0 - left ** (1 / count) if left > 0 else MOST_FRACTION
    return (min(MOST_FRACTION, math.ceil(each / STEP_FRACTION - 1e-9) * STEP_FRACTION),) * count


def aim_under(limit_mg_per_l: float) -> float:
    """What to aim at so that a level comes to lie under its limit, not on it. In the unit of the limit."""
    return limit_mg_per_l * (1 - UNDER_FRACTION)
