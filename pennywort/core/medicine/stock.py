"""A stock solution for what is too little to measure: weigh this, or crush so many, make up to that, take so much."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from pennywort.core.medicine.tools import FINE_FRACTION, InTool, Measures, in_tools
from pennywort.core.reference.models import Tool

MADE_UP_TO_ML = (100.0, 250.0, 500.0, 1000.0)
LEAST_TAKEN_ML = 1.0
# no one dissolves a hundred doses to give one; of tablets one is as few as can be crushed
MOST_DOSES = 100.0
# from this share of the water on, what is poured in thins it
OWN_VOLUME_FRACTION = 0.01
# more than this share of the water is no dose any more but another water
MOST_OF_WATER = 0.1


@dataclass(frozen=True, kw_only=True)
class Stock:
    """Take ``weigh`` (mg, mL or pieces), make up to ``made_up_to_ml`` with water, take ``take_ml``, which ``gives`` so much.

    ``suspended``: it holds more than dissolves, so that it is shaken and drawn at once.
    """

    weigh: float
    made_up_to_ml: float
    take_ml: float
    gives: float
    take: InTool
    suspended: bool = False


def poured_ml(amount: float, *, per_ml: float, water_ml: float) -> float:
    """How much of a liquid brings the water and itself to the strength that ``amount`` makes in the water alone.

    v = A / (s - A / V), from s v = (A / V) (V + v) (mass balance; arithmetic). Below a hundredth of the water, where no
    tool shows the difference, the plain A / s of handbooks.

    :param amount: what is wanted in ``water_ml``; :param per_ml: what a mL of the liquid holds, same unit.
    """
    plain = amount / per_ml
    thin = amount / water_ml
    if plain / water_ml <= OWN_VOLUME_FRACTION or per_ml <= thin:
        return plain
    return amount / (per_ml - thin)


def strength_with_own_volume(*, poured: float, water_ml: float) -> float:
    """By what share, 0-1, a level falls short because what was poured in, in mL, is water too; 1 below a hundredth of it."""
    return water_ml / (water_ml + poured) if poured / water_ml > OWN_VOLUME_FRACTION else 1.0


def stock_for(
    amount: float,
    *,
    measures: Measures,
    tools: Sequence[Tool],
    water_ml: float = math.inf,
    most: float = math.inf,
    each: float = 1.0,
    dissolves_mg_per_ml: float | None = None,
    most_doses: float = MOST_DOSES,
) -> Stock | None:
    """The smallest stock whose weighing is fine on the finest tool at hand and whose draw fits a syringe.

    The finest scale reads ``mark``; weighed to a fiftieth, at least mark / 2 / 0.02 = 25 marks are needed (the rule of
    ``tools``; arithmetic). Of pieces whole ones are crushed. None if no tool at hand serves, or the amount is beyond any
    sensible dilution.

    :param amount: what is wanted, mg, mL or pieces, for the water alone. :param most: the largest it may come to, same unit.
    :param each: mg of active in one unit of it, for what dissolves. :param most_doses: how many a stock may hold.
    """
    least, first = 1.0, 1.0
    if measures != "pieces":
        finest = min((t for t in tools if t.measures == measures and t.spoon is None), key=lambda t: t.smallest_mark, default=None)
        if finest is None:
            return None
        least = finest.smallest_mark / 2 / FINE_FRACTION
        first = max(least, finest.smallest_mark * 10)
    clouded: Stock | None = None
    for times in (1, 2, 4, 10, 20):
        weigh = first * times
        if weigh > most_doses * amount and not (measures == "pieces" and times == 1):
            break
        for made_up_to_ml in MADE_UP_TO_ML:
            holds = weigh / made_up_to_ml
            wanted_ml = poured_ml(amount, per_ml=holds, water_ml=water_ml)
            if not LEAST_TAKEN_ML <= wanted_ml <= min(made_up_to_ml / 2, MOST_OF_WATER * water_ml):
                continue
            most_ml = poured_ml(most, per_ml=holds, water_ml=water_ml) if math.isfinite(most) else math.inf
            drawn = [o for o in in_tools(wanted_ml, measures="volume", tools=tools, spoons=None, most=most_ml) if o.usable]
            if not drawn:
                continue
            suspended = dissolves_mg_per_ml is not None and holds * each > dissolves_mg_per_ml
            made = Stock(weigh=weigh, made_up_to_ml=made_up_to_ml, take_ml=drawn[0].amount, gives=holds * drawn[0].amount, take=drawn[0], suspended=suspended)
            if not suspended:
                return made
            clouded = clouded or made
    return clouded
