"""What is safe to do before one is sure: acts that help what may be there and harm none of it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from pennywort.core.diagnosis.ranking import SHOW_URGENT_ABOVE, Ranking
from pennywort.core.reference.library import Library

MOST_ACTIONS = 4


@dataclass(frozen=True, kw_only=True)
class Meanwhile:
    """``do`` are action ids, most valuable first; ``not_now`` pairs an action with the condition it would feed."""

    do: tuple[str, ...]
    not_now: tuple[tuple[str, str], ...]


def safe_meanwhile(ranking: Ranking, *, found: Library, water_needs_mending: bool = False) -> Meanwhile:
    """Choose acts by summed share times the cost of missing the condition; drop any that harms a plausible one.

    Plausible is a share above 1 in 20. More air is never wrong and always offered; with the water at fault a part
    change comes first (common practice: the least-regret rule of the reference, section 5).
    """
    costs = found.likelihoods.urgency_costs
    worth: dict[str, float] = {"more_air": 0.01}
    harmed: dict[str, str] = {}
    for line in ranking.ranked:
        if line.share <= SHOW_URGENT_ABOVE:
            continue
        condition = found.conditions[line.condition]
        for action in condition.helps:
            worth[action] = worth.get(action, 0.0) + line.share * costs[condition.urgency]
        for action in condition.harms:
            harmed.setdefault(action, line.condition)
    if water_needs_mending:
        worth["partial_change"] = worth.get("partial_change", 0.0) + max(costs.values())
    order = _in_order(worth)
    return Meanwhile(
        do=tuple(action for action in order if action not in harmed)[:MOST_ACTIONS],
        not_now=tuple(harmed.items()),
    )


def _in_order(worth: Mapping[str, float]) -> list[str]:
    return sorted(worth, key=lambda action: (-worth[action], action))
