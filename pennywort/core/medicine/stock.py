"""A stock solution for what is too little to measure: weigh this, make up to that, take so much."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from pennywort.core.medicine.tools import FINE_FRACTION, InTool, in_tools
from pennywort.core.reference.models import Tool

MADE_UP_TO_ML = (100.0, 250.0, 500.0, 1000.0)
LEAST_TAKEN_ML = 1.0
# no one dissolves a hundred doses to give one
MOST_DOSES = 100.0


@dataclass(frozen=True, kw_only=True)
class Stock:
    """Weigh (or draw) ``weigh`` (mg or mL), make up to ``made_up_to_ml`` with water, take ``take_ml``, which ``gives`` so much."""

    weigh: float
    made_up_to_ml: float
    take_ml: float
    gives: float
    take: InTool


def stock_for(amount: float, *, measures: Literal["mass", "volume", "pieces"], tools: Sequence[Tool]) -> Stock | None:
    """The smallest stock whose weighing is fine on the finest tool at hand and whose draw fits a syringe.

    The finest scale reads ``mark``; weighed to a fiftieth, at least mark / 2 / 0.02 = 25 marks are needed (the rule of
    ``tools``; arithmetic). None if no tool at hand serves, or the amount is beyond any sensible dilution.
    """
    finest = min((t for t in tools if t.measures == measures and t.spoon is None), key=lambda t: t.smallest_mark, default=None)
    if finest is None:
        return None
    least = finest.smallest_mark / 2 / FINE_FRACTION
    for times in (1, 2, 4, 10, 20):
        weigh = max(least, finest.smallest_mark * 10) * times
        if weigh > MOST_DOSES * amount:
            return None
        for made_up_to_ml in MADE_UP_TO_ML:
            wanted_ml = amount / weigh * made_up_to_ml
            if not LEAST_TAKEN_ML <= wanted_ml <= made_up_to_ml / 2:
                continue
            drawn = [o for o in in_tools(wanted_ml, measures="volume", tools=tools, spoons=None) if o.usable]
            if drawn:
                return Stock(weigh=weigh, made_up_to_ml=made_up_to_ml, take_ml=drawn[0].amount, gives=weigh * drawn[0].amount / made_up_to_ml, take=drawn[0])
    return None
