"""The next look: the one observation that would change the ranking most, for the trouble it takes."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from pennywort.core.diagnosis.evidence import probability, settled
from pennywort.core.diagnosis.ranking import SOMETHING_ELSE, conditions_of, posterior
from pennywort.core.reference.library import Library
from pennywort.core.reference.models import WaterType


@dataclass(frozen=True, kw_only=True)
class Swing:
    """What one answer would do: the condition it lifts most, its share now and then."""

    condition: str
    share_now: float
    share_then: float


@dataclass(frozen=True, kw_only=True)
class NextLook:
    """A sign worth looking for: expected gain in bits, the chance to see it, and what either answer would do."""

    sign: str
    gain_bits: float
    seen_prob: float
    if_seen: Swing
    if_not_there: Swing


def _entropy_bits(shares: Mapping[str, float]) -> float:
    return -math.fsum(p * math.log2(p) for p in shares.values() if p > 0)


def _swing(now: Mapping[str, float], then: Mapping[str, float]) -> Swing:
    names = [name for name in then if name != SOMETHING_ELSE]
    lifted = max(names, key=lambda name: (then[name] - now[name], then[name], name))
    return Swing(condition=lifted, share_now=now[lifted], share_then=then[lifted])


def next_looks(observed: Mapping[str, bool], *, water: WaterType, found: Library, most: int = 3) -> tuple[NextLook, ...]:
    """Unobserved signs by expected information gain over the trouble of the look, best first.

    gain = H(now) - [P(seen) H(if seen) + P(not) H(if not)], with H the entropy of the posterior in bits and
    P(seen) the mixture of P(sign | condition) (value of information; Shannon entropy).

    :raises InvalidInput: an unknown sign or water.
    """
    now = posterior(observed, water=water, found=found)
    looks = settled(observed, found=found)
    h_now = _entropy_bits(now)
    conditions = conditions_of(water, found=found)
    asked = []
    for sign in found.signs.values():
        if sign.id in looks or (sign.id in found.likelihoods.more_than.values() and any(looks.get(m) for m in found.likelihoods.more_than)):
            continue
        seen_prob = math.fsum(share * probability(sign.id, conditions.get(name), found=found) for name, share in now.items())
        if_seen = posterior({**looks, sign.id: True}, water=water, found=found)
        if_not = posterior({**looks, sign.id: False}, water=water, found=found)
        gain = h_now - seen_prob * _entropy_bits(if_seen) - (1 - seen_prob) * _entropy_bits(if_not)
        cost = found.likelihoods.look_costs[sign.kit]
        asked.append((gain / cost, NextLook(sign=sign.id, gain_bits=gain, seen_prob=seen_prob, if_seen=_swing(now, if_seen), if_not_there=_swing(now, if_not))))
    asked.sort(key=lambda pair: (-pair[0], pair[1].sign))
    return tuple(look for value, look in asked[:most] if value > 0)
