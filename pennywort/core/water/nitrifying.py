"""A filter that comes to life: two steps of bacteria that live on ammonia and on nitrite, followed from what was read.

All concentrations are mg/L as N. Per litre of water, with ``c1`` and ``c2`` the most that each kind turns over in a day (mg N/L/d)::

    da/dt  = -c1 a/(K + a)                 total ammonia
    dn/dt  =  c1 a/(K + a) - c2 n/(K + n)  nitrite
    dx/dt  =  c2 n/(K + n)                 nitrate
    dc1/dt = c1 (g1 a/(K + a) - d)         those that take ammonia
    dc2/dt = c2 (g2 n/(K + n) - d)         those that take nitrite

Growth on one substrate after Monod; how it goes with temperature after the EPA's nitrogen control manual (Downing: exp(0.098 dT) and
exp(0.069 dT)), recalled from memory. The rates at 25 degC, the half-saturation and the beginnings are assumptions, chosen so that a
filter from nothing is ready in three to six weeks at 25 degC (common practice); readings decide over them.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray

from pennywort.core.errors import InvalidInput
from pennywort.core.water import phrases

Array = NDArray[np.float64]
HALF_SATURATION_MG_PER_L = 0.5
GROWTH_PER_DAY = (0.75, 0.62)
PER_DEGREE = (0.098, 0.069)
DECAY_PER_DAY = 0.05
COLDEST_C, WARMEST_C = 8.0, 35.0
# growth falls off above this, so that nothing is promised of more warmth
FASTEST_C = 30.0
# what is left after a day of a load that the filter takes: below what kits show
CLEARED_MG_PER_L = 0.1
CLEARED_SHARE = 0.15
STEP_DAYS = 1 / 24


@dataclass(frozen=True, kw_only=True)
class Happening:
    """At ``at_days`` from the beginning: ``ammonia`` adds so many mg/L as N, a ``change`` renews that share 0-1 of the water,
    ``harm`` leaves both kinds of bacteria with the rest of that share 0-1."""

    at_days: float
    kind: Literal["ammonia", "change", "harm"]
    amount: float


@dataclass(frozen=True, kw_only=True)
class Water:
    """State of one or of many waters side by side, mg/L as N and mg/L/d; each an array of the same length."""

    ammonia: Array
    nitrite: Array
    nitrate: Array
    takes_ammonia: Array
    takes_nitrite: Array

    def stacked(self) -> Array:
        return np.stack([self.ammonia, self.nitrite, self.nitrate, self.takes_ammonia, self.takes_nitrite])


def growth_per_day(temperature_c: float) -> tuple[float, float]:
    """The fastest growth of each kind at this temperature, per day.

    :raises InvalidInput: a water in which no such filter is brought to life (outside 8 to 35 degC).
    """
    if not math.isfinite(temperature_c) or not COLDEST_C <= temperature_c <= WARMEST_C:
        raise InvalidInput(phrases.filter_warmth(COLDEST_C, WARMEST_C), field="temperature")
    over = min(temperature_c, FASTEST_C) - 25
    return GROWTH_PER_DAY[0] * math.exp(PER_DEGREE[0] * over), GROWTH_PER_DAY[1] * math.exp(PER_DEGREE[1] * over)


def slope(state: Array, growth: tuple[Any, Any]) -> Array:
    """The right-hand side of the equations, per day; ``state`` as :meth:`Water.stacked`.

    mg/L as N and its turnover, per day (Monod kinetics; docs/living.md and the reference).
    """
    ammonia, nitrite = np.maximum(state[0], 0), np.maximum(state[1], 0)
    fed1, fed2 = ammonia / (HALF_SATURATION_MG_PER_L + ammonia), nitrite / (HALF_SATURATION_MG_PER_L + nitrite)
    first, second = state[3] * fed1, state[4] * fed2
    return np.stack([-first, first - second, second, state[3] * (growth[0] * fed1 - DECAY_PER_DAY), state[4] * (growth[1] * fed2 - DECAY_PER_DAY)])


def ahead(state: Array, days: float, growth: tuple[Any, Any]) -> Array:
    """The state so many days on, by the classical Runge-Kutta method of fourth order in steps of an hour at most."""
    count = max(1, math.ceil(days / STEP_DAYS - 1e-9)) if days > 0 else 0
    h = days / count if count else 0.0
    for _ in range(count):
        k1 = slope(state, growth)
        k2 = slope(state + h / 2 * k1, growth)
        k3 = slope(state + h / 2 * k2, growth)
        k4 = slope(state + h * k3, growth)
        state = state + h / 6 * (k1 + 2 * k2 + 2 * k3 + k4)
    return state


def after(state: Array, happening: Happening) -> Array:
    """The state just after something happened to the water. The same state, in mg/L as N."""
    found = state.copy()
    if happening.kind == "ammonia":
        found[0] += happening.amount
    elif happening.kind == "change":
        found[:3] *= 1 - happening.amount
    else:
        found[3:] *= 1 - happening.amount
    return found


def check_happenings(happenings: Sequence[Happening]) -> None:
    """:raises InvalidInput: a share outside 0 to 1, a negative amount, or a figure that is none."""
    for what in happenings:
        most = math.inf if what.kind == "ammonia" else 1.0
        if not math.isfinite(what.at_days) or not math.isfinite(what.amount) or not 0 <= what.amount <= most:
            raise InvalidInput(phrases.CANNOT_HAVE_HAPPENED, field=what.kind)
