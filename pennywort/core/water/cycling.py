"""When a filter will be ready: the two steps of :mod:`nitrifying`, fitted to what was read, and carried on from there."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from pennywort.core.errors import InvalidInput
from pennywort.core.water import phrases
from pennywort.core.water.nitrifying import (
    CLEARED_MG_PER_L,
    CLEARED_SHARE,
    Array,
    Happening,
    Water,
    after,
    ahead,
    check_happenings,
    growth_per_day,
)

Origin = Literal["sponge", "bottle", "nothing"]
# lg of what the bacteria turn over at the start, mg N/L/d: where it lies and how far it may be off. Assumptions (see nitrifying).
BEGINNINGS: dict[Origin, tuple[float, float]] = {"nothing": (-3.0, 0.5), "bottle": (-1.3, 0.8), "sponge": (0.0, 0.35)}
# a sponge has settled after four weeks in a filter that runs (common practice)
SETTLED_DAYS = 28
# times the growth assumed, and how likely each
PACES, PACE_WEIGHTS = (0.7, 0.85, 1.0, 1.15, 1.35), (0.1, 0.22, 0.36, 0.22, 0.1)
GRID = np.linspace(-2.0, 2.0, 7)
# colours of a kit: a quarter of the figure and the width of the lowest field
KIT_SHARE, KIT_LEAST_MG_PER_L, NITRATE_LEAST_MG_PER_L = 0.25, 0.15, 1.5
# a smaller dose than this shows on no kit whether it is gone
LEAST_GIVEN_MG_PER_L = 0.5
HORIZON_DAYS = 70
LONGEST_DAYS = 200
PER_DAY = 4
BAND = (0.05, 0.5, 0.95)


@dataclass(frozen=True, kw_only=True)
class NitrogenRead:
    """A water test, days from the beginning, mg/L as N; None where it was not read."""

    at_days: float
    total_ammonia_as_n_mg_per_l: float | None = None
    nitrite_as_n_mg_per_l: float | None = None
    nitrate_as_n_mg_per_l: float | None = None


@dataclass(frozen=True, kw_only=True)
class Curve:
    """Low, middle and high of nine in ten at one instant, mg/L as N."""

    at_days: float
    ammonia: tuple[float, float, float]
    nitrite: tuple[float, float, float]
    nitrate: tuple[float, float, float]


@dataclass(frozen=True, kw_only=True)
class Forecast:
    """``ready_days``: earliest, likeliest and latest of nine in ten, from the beginning; None where it lies beyond the horizon."""

    curves: tuple[Curve, ...]
    ready_days: tuple[float | None, float | None, float | None]
    load_mg_per_l: float


def beginning_of(origin: Origin, *, seasoned_days: float | None = None) -> tuple[float, float]:
    """lg of the turnover at the start and its spread; a sponge that lay in a running filter for less than four weeks has less.

    In mg of N in a litre and day, as its base-10 logarithm (assumptions of this model).
    """
    middle, spread = BEGINNINGS[origin]
    if origin != "sponge":
        return middle, spread
    settled = 1.0 if seasoned_days is None else min(1.0, max(0.0, seasoned_days) / SETTLED_DAYS)
    least = BEGINNINGS["nothing"][0]
    return least + (middle - least) * settled, spread


def forecast(
    *,
    origin: Origin,
    temperature_c: float,
    load_mg_per_l: float,
    now_days: float,
    seasoned_days: float | None = None,
    read: Sequence[NitrogenRead] = (),
    happenings: Sequence[Happening] = (),
) -> Forecast:
    """From the beginning to ten weeks on. From now each morning on which the ammonia is gone a day's load of the fish is given anew (0.5 mg/L at least); ready
    is the filter when such a load was cleared within the day, ammonia and nitrite, twice running.

    Many beginnings and paces are carried along side by side (245) and weighed by how well each meets the readings (a kit's colour field as
    a normal error); the middle and the band are their weighted quantiles.

    :raises InvalidInput: a load that is none, a temperature or an entry that can't be, or a beginning too long ago.
    """
    if not math.isfinite(load_mg_per_l) or not 0 < load_mg_per_l <= 50:
        raise InvalidInput(phrases.HOW_MUCH_AMMONIA, field="load")
    if not math.isfinite(now_days) or not 0 <= now_days <= LONGEST_DAYS:
        raise InvalidInput(phrases.filter_followed_for(LONGEST_DAYS), field="begun")
    check_happenings(happenings)
    paced = _Side(origin=origin, temperature_c=temperature_c, seasoned_days=seasoned_days, load=max(load_mg_per_l, LEAST_GIVEN_MG_PER_L))
    stops = _stops(read, happenings, now_days)
    for at, what in stops:
        paced.to(at)
        if isinstance(what, Happening):
            paced.meet(what)
        elif isinstance(what, NitrogenRead):
            paced.weigh(what)
        elif what == "morning":
            paced.morning(at)
        else:
            paced.keep(at)
    weights = paced.weights()
    curves = tuple(Curve(at_days=at, ammonia=_band(s[0], weights), nitrite=_band(s[1], weights), nitrate=_band(s[2], weights)) for at, s in paced.kept)
    return Forecast(curves=curves, ready_days=_ready(paced.ready, weights), load_mg_per_l=load_mg_per_l)


Stop = tuple[float, Happening | NitrogenRead | str]


def _stops(read: Sequence[NitrogenRead], happenings: Sequence[Happening], now_days: float) -> list[Stop]:
    """Everything in order of time: what was read comes before what happened at the same instant."""
    end = now_days + HORIZON_DAYS
    ranked: list[tuple[float, int, Happening | NitrogenRead | str]] = [(r.at_days, 0, r) for r in read if 0 <= r.at_days <= now_days]
    ranked += [(h.at_days, 1, h) for h in happenings if 0 <= h.at_days <= now_days]
    ranked += [(now_days + day, 2, "morning") for day in range(HORIZON_DAYS + 1)]
    ranked += [(k / PER_DAY, 3, "curve") for k in range(int(end * PER_DAY) + 1)]
    return [(at, what) for at, _, what in sorted(ranked, key=lambda stop: stop[:2])]


class _Side:
    """The waters side by side: one for each beginning of either kind of bacteria and each pace."""

    def __init__(self, *, origin: Origin, temperature_c: float, seasoned_days: float | None, load: float) -> None:
        middle, spread = beginning_of(origin, seasoned_days=seasoned_days)
        growth = growth_per_day(temperature_c)
        first, second, pace = (a.ravel() for a in np.meshgrid(GRID, GRID, np.array(PACES), indexing="ij"))
        told = np.log(np.tile(np.array(PACE_WEIGHTS), GRID.size**2))
        self.log_weights: Array = -0.5 * (first**2 + second**2) + told
        nothing = np.zeros_like(first)
        self.state = Water(
            ammonia=nothing, nitrite=nothing, nitrate=nothing, takes_ammonia=10 ** (middle + spread * first), takes_nitrite=10 ** (middle + spread * second)
        ).stacked()
        self.growth = (growth[0] * pace, growth[1] * pace)
        self.load, self.at = load, 0.0
        self.nitrate_from: tuple[float, Array] | None = None
        self.fed = np.zeros(first.size, dtype=bool)
        self.running = np.zeros(first.size)
        self.ready: Array = np.full(first.size, np.inf)
        self.kept: list[tuple[float, Array]] = []

    def to(self, at: float) -> None:
        self.state = ahead(self.state, at - self.at, self.growth)
        self.at = at

    def meet(self, what: Happening) -> None:
        self.state = after(self.state, what)
        # what the tap brings of nitrate is not known: after a change it is counted anew
        if what.kind == "change":
            self.nitrate_from = None

    def weigh(self, read: NitrogenRead) -> None:
        for row, value in ((0, read.total_ammonia_as_n_mg_per_l), (1, read.nitrite_as_n_mg_per_l)):
            if value is not None:
                self._off(self.state[row], value, KIT_LEAST_MG_PER_L)
        if read.nitrate_as_n_mg_per_l is not None and self.nitrate_from is not None:
            self._off(self.state[2] - self.nitrate_from[1], read.nitrate_as_n_mg_per_l - self.nitrate_from[0], NITRATE_LEAST_MG_PER_L)
        elif read.nitrate_as_n_mg_per_l is not None:
            self.nitrate_from = (read.nitrate_as_n_mg_per_l, self.state[2].copy())

    def _off(self, model: Array, value: float, least: float) -> None:
        error = (model - value) / (least + KIT_SHARE * abs(value))
        # a reading that is plainly wrong must not rule everything out
        self.log_weights = self.log_weights - 0.5 * np.minimum(error**2, 16.0)

    def morning(self, at: float) -> None:
        """Was yesterday's load cleared? Then, and wherever the ammonia is gone, a day's load is given."""
        cleared = np.minimum(CLEARED_MG_PER_L, CLEARED_SHARE * self.load)
        gone = (self.state[0] <= cleared) & (self.state[1] <= cleared) & self.fed
        self.running = np.where(gone, self.running + 1, 0)
        self.ready = np.where((self.running >= 2) & np.isinf(self.ready), at, self.ready)
        self.fed = self.state[0] <= 0.25 * self.load
        self.state = self.state.copy()
        self.state[0] += np.where(self.fed, self.load, 0.0)

    def keep(self, at: float) -> None:
        self.kept.append((at, self.state[:3].copy()))

    def weights(self) -> Array:
        found = np.exp(self.log_weights - self.log_weights.max())
        return np.asarray(found / found.sum())


def _band(values: Array, weights: Array) -> tuple[float, float, float]:
    low, middle, high = _quantiles(values, weights)
    return max(0.0, low), max(0.0, middle), max(0.0, high)


def _quantiles(values: Array, weights: Array) -> list[float]:
    order = np.argsort(values)
    reached = np.cumsum(weights[order])
    return [float(values[order[min(int(np.searchsorted(reached, q)), order.size - 1)]]) for q in BAND]


def _ready(days: Array, weights: Array) -> tuple[float | None, float | None, float | None]:
    low, middle, high = (None if math.isinf(q) else q for q in _quantiles(days, weights))
    return low, middle, high
