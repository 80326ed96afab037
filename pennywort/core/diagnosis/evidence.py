"""What was looked at, and how strongly each look speaks for or against a condition."""

from __future__ import annotations

import math
from collections.abc import Mapping

from pennywort.core.errors import InvalidInput
from pennywort.core.reference.library import Library
from pennywort.core.reference.models import Condition

DECIBAN = 10 / math.log(10)


def check_signs(observed: Mapping[str, bool], *, found: Library) -> None:
    """:raises InvalidInput: for a sign that is not in the reference."""
    for sign in observed:
        if sign not in found.signs:
            raise InvalidInput(f"There is no sign called “{sign}”.", field=f"signs.{sign}")


def settled(observed: Mapping[str, bool], *, found: Library) -> dict[str, bool]:
    """Add what follows and drop what can't be said.

    Of an exclusive group one seen makes the others absent, unless they too were marked seen. "Too many to count"
    makes "countable" neither seen nor absent: grains that were countable yesterday say nothing against it today.
    """
    signs = dict(observed)
    for group in found.likelihoods.exclusive_groups:
        if any(signs.get(sign) for sign in group):
            for sign in group:
                signs.setdefault(sign, False)
    for more, fewer in found.likelihoods.more_than.items():
        if signs.get(more):
            signs.pop(fewer, None)
    return signs


def probability(sign: str, condition: Condition | None, *, found: Library) -> float:
    """P(sign seen | condition), 0-1; the baseline for "something else" and for signs a condition does not list."""
    if condition is not None:
        step = condition.step_of.get(sign)
        if step is not None:
            return found.likelihoods.steps[step].value
    return found.likelihoods.baseline[sign]


def log_ratio(sign: str, seen: bool, condition: Condition, *, found: Library) -> float:
    """Natural log of the likelihood ratio of one look against "any other sick fish", within the caps."""
    weights = found.likelihoods
    p, base = probability(sign, condition, found=found), weights.baseline[sign]
    ratio = math.log(p / base) if seen else math.log((1 - p) / (1 - base))
    cap = math.log(weights.cap_direct.value if sign in weights.direct_view else weights.cap_ordinary.value)
    return max(-cap, min(cap, ratio))


def weighed(observed: Mapping[str, bool], condition: Condition, *, found: Library) -> dict[str, float]:
    """Log-likelihood ratio of each look for one condition, after groups that say the same thing are tempered.

    In a correlated group the strongest look counts whole and every further one by a share (0.4): together they say
    hardly more than the strongest alone, and independent products of many guesses become falsely sure. The
    strongest is chosen by size, ties by the order in the reference, so the order of looking never matters.
    """
    raw = {sign: log_ratio(sign, seen, condition, found=found) for sign, seen in observed.items()}
    share = found.likelihoods.further_in_group.value
    for members in found.likelihoods.correlated_groups.values():
        there = [sign for sign in members if sign in raw]
        if len(there) > 1:
            strongest = max(there, key=lambda sign: abs(raw[sign]))
            for sign in there:
                if sign != strongest:
                    raw[sign] *= share
    return raw
