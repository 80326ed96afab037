"""Cases drawn from the table itself: what the method does where its own model is the truth.

That is an upper bound and a test of the arithmetic, never of the table.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Final

import numpy as np
from numpy.typing import NDArray

from pennywort.core.diagnosis.facts import LookFacts
from pennywort.core.diagnosis.network import Network, network, weigh
from pennywort.core.reference import library
from pennywort.core.reference.library import Library

WATER: Final = "freshwater_tropical"


def all_equal() -> Library:
    """The reference with every condition in one water, all as frequent, and nothing kept for "something else"."""
    found = library()
    equal = {name: c.model_copy(update={"water": (WATER,), "prior": {WATER: 1.0}}) for name, c in found.conditions.items()}
    kept = found.likelihoods.something_else.model_copy(update={"value": 1e-9})
    return replace(found, conditions=equal, likelihoods=found.likelihoods.model_copy(update={"something_else": kept}))


def exact(found: Library) -> Library:
    """The same without caps and without tempering: the scorer that knows the sampling model."""
    weights = found.likelihoods
    changed = {
        "further_in_group": weights.further_in_group.model_copy(update={"value": 1.0}),
        "cap_ordinary": weights.cap_ordinary.model_copy(update={"value": 1e12}),
        "cap_direct": weights.cap_direct.model_copy(update={"value": 1e12}),
        "cap_context": weights.cap_context.model_copy(update={"value": 1e12}),
    }
    return replace(found, likelihoods=weights.model_copy(update=changed))


@dataclass(frozen=True, kw_only=True)
class Case:
    """One sampled case: its true condition's row, and every sign that was looked for."""

    row: int
    signs: dict[str, bool]


def draw(net: Network, random: np.random.Generator, *, row: int, microscope: bool = False) -> dict[str, bool]:
    """All looks (without the microscope unless asked) at one fish with the condition in this row, by the network's own chances."""
    signs: dict[str, bool] = {}
    for unit in net.units.values():
        chances = net.seen_prob[row, [net.column_of[s] for s in unit.signs]]
        if len(unit.signs) == 1:
            signs[unit.signs[0]] = bool(random.random() < chances[0])
        else:
            place = int(np.searchsorted(np.cumsum(chances), random.random()))
            signs.update({s: i == place for i, s in enumerate(unit.signs)})
    return {s: seen for s, seen in signs.items() if microscope or net.found.signs[s].kit != "scope"}


def draw_cases(net: Network, *, count: int, seed: int) -> list[Case]:
    """Cases with every listed condition equally often."""
    random = np.random.default_rng(seed)
    rows = random.permutation(np.resize(np.arange(len(net.conditions) - 1), count))
    return [Case(row=int(row), signs=draw(net, random, row=int(row))) for row in rows]


def place_of(signs: dict[str, bool], row: int, *, found: Library) -> int:
    """Where the true condition stands in the ranking, 0 first."""
    shares: NDArray[np.float64] = weigh(LookFacts(water=WATER, signs=signs), found=found).posterior_prob[:-1]
    return int((shares > shares[row]).sum())


def hits(cases: list[Case], *, found: Library) -> tuple[float, float]:
    """Share of the cases with the truth first, and among the first three."""
    places = np.array([place_of(case.signs, case.row, found=found) for case in cases])
    return float((places == 0).mean()), float((places < 3).mean())


def typical_eight(net: Network, random: np.random.Generator, *, row: int) -> dict[str, bool]:
    """Eight looks such as a keeper makes: what is most telling of the true condition is looked for, and found as the table has it."""
    drawn = draw(net, random, row=row)
    told = np.abs(np.log(net.seen_prob[row] / net.seen_prob[-1]))
    order = sorted(drawn, key=lambda s: -(told[net.column_of[s]] + random.random() * 0.5))
    return {s: drawn[s] for s in order[:8]}


def equal_network() -> tuple[Library, Network]:
    """The library in which all are equal, and its network."""
    found = all_equal()
    return found, network(found, WATER)
