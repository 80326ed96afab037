"""What each act loses under each condition, on a scale on which 10 is the tank lost within hours: data, expert guesses."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from pennywort.core.diagnosis.network import Array, Network, Weighed
from pennywort.core.reference.disease_models import Condition

# What harms the other of two by at least this much is no act for one of them.
HARM_WORTH_NAMING = 0.4


@dataclass(frozen=True, kw_only=True, eq=False)
class LossTable:
    """Loss [action, condition] once an act is done, what is lost without it, and what each act adds; "something else" is the last column."""

    actions: tuple[str, ...]
    missed: Array
    losses: Array
    harms: Array


def missed_loss(net: Network, condition: Condition) -> float:
    """What missing this condition costs: by how fast it kills, and more if it is reportable or hurts the keeper.

    A bare number, as every loss: how bad beside another (expert guess, in the reference).
    """
    weights = net.found.likelihoods
    reportable = condition.notifiable == "most places" or condition.harms_keeper == "known"
    return weights.missed[condition.urgency].value + (weights.missed_reportable_adds.value if reportable else 0.0)


@lru_cache(maxsize=16)
def loss_table(net: Network) -> LossTable:
    """Loss [action, condition]: what is missed less the share the act takes away, plus what the act adds and costs.

    A microscope or a vet does not lessen the reporting part of a loss, only the act does; so shares apply to the whole.
    """
    conditions = [net.found.conditions[c] for c in net.conditions[:-1]]
    missed = np.array([*(missed_loss(net, c) for c in conditions), net.found.likelihoods.missed_something_else.value])
    actions = tuple(a.id for a in net.found.actions.values() if a.kind != "end")
    helps = np.array([[*(c.helps.get(a, 0.0) for c in conditions), 0.0] for a in actions])
    harms = np.array([[*(c.harms.get(a, 0.0) for c in conditions), 0.0] for a in actions])
    cost = np.array([[net.found.actions[a].cost.value] for a in actions])
    return LossTable(actions=actions, missed=missed, losses=missed * (1 - helps) + harms + cost, harms=harms)


def expected_losses(weighed: Weighed) -> Mapping[str, float]:
    """Expected loss of each act, and of doing nothing (key ""). Sum over conditions of posterior (0-1) x loss (decision analysis)."""
    table = loss_table(weighed.net)
    values = table.losses @ weighed.posterior_prob
    return {"": float(table.missed @ weighed.posterior_prob), **dict(zip(table.actions, values.tolist(), strict=True))}


def least_loss(table: LossTable, shares: Array) -> Array:
    """The loss of the best that can be done, doing nothing among it; ``shares`` [condition] or [condition, outcome]."""
    return np.minimum((table.losses @ shares).min(axis=0), table.missed @ shares)  # type: ignore[no-any-return]


def acts_beside(net: Network, condition: str, *, other: str, most: int = 2) -> tuple[str, ...]:
    """What is done for one of two conditions that are there at once: what saves most in it and harms the other by nothing worth naming."""
    table, column = loss_table(net), net.conditions.index(condition)
    gains = table.missed[column] - table.losses[:, column]
    harms = table.harms[:, net.conditions.index(other)]
    order = [int(i) for i in np.argsort(-gains, kind="stable") if gains[i] > 0 and harms[i] < HARM_WORTH_NAMING]
    return tuple(table.actions[i] for i in order[:most])
