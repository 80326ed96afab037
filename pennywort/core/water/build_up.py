"""Ammonia that builds up where no filter works, and how much water must be changed to stay under a limit."""

from __future__ import annotations

import math
from dataclasses import dataclass

from pennywort.core.errors import InvalidInput
from pennywort.core.units.phrases import MORE_THAN_NOTHING
from pennywort.core.water import phrases

# Nitrogen of protein (16 %) of which fish give off about 58 % as ammonia: 0.092 g TAN for each gram of protein fed
# (Timmons and Ebeling 2013, recalled from memory).
TAN_PER_PROTEIN = 0.092


@dataclass(frozen=True, kw_only=True)
class BuildUp:
    """``per_day_mg_per_l`` total ammonia as N added each day; ``to_limit_days`` from clean water; ``daily_fraction`` 0-1."""

    per_day_mg_per_l: float
    to_limit_days: float
    daily_fraction: float


def ammonia_build_up(*, feed_g_per_day: float, protein_fraction: float, net_volume_l: float, limit_mg_per_l: float) -> BuildUp:
    """P = feed x protein x 0.092; with a share f changed daily the highest level is P / f, so f = P / limit.

    A steady daily change of f leaves before each change C = P / f (geometric series; arithmetic). Above 1 no daily
    change is enough: change more than once, or feed less.

    :raises InvalidInput: a figure that is not positive, or protein outside 0 to 1.
    """
    for field, value in (("feed", feed_g_per_day), ("volume", net_volume_l), ("limit", limit_mg_per_l)):
        if not math.isfinite(value) or value <= 0:
            raise InvalidInput(MORE_THAN_NOTHING, field=field)
    if not 0 < protein_fraction <= 0.9:
        raise InvalidInput(phrases.PROTEIN_OF_FOOD, field="protein")
    per_day = feed_g_per_day * 1000 * protein_fraction * TAN_PER_PROTEIN / net_volume_l
    return BuildUp(per_day_mg_per_l=per_day, to_limit_days=limit_mg_per_l / per_day, daily_fraction=per_day / limit_mg_per_l)
