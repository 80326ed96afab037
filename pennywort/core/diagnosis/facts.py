"""What is known of one case, as the network takes it."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field

from pennywort.core.diagnosis import phrases
from pennywort.core.errors import InvalidInput
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.library import Library

WATERS: tuple[WaterType, ...] = ("freshwater_tropical", "coldwater_pond", "brackish", "marine")


@dataclass(frozen=True, kw_only=True)
class Share:
    """Of ``fish_count`` fish looked at, ``seen_count`` show the sign."""

    seen_count: int
    fish_count: int


@dataclass(frozen=True, kw_only=True)
class LookFacts:
    """Signs looked for, in how many fish, and what is known of the fish and the tank.

    ``signs`` maps a sign to seen (True) or not there (False); a missing sign was not looked at and says nothing.
    ``shares`` adds "6 of 40" to a sign that was seen. ``context`` and ``kin`` are ids of the reference.
    """

    water: WaterType
    signs: Mapping[str, bool] = field(default_factory=dict)
    shares: Mapping[str, Share] = field(default_factory=dict)
    context: tuple[str, ...] = ()
    kin: str | None = None


def check(facts: LookFacts, *, found: Library) -> None:
    """:raises InvalidInput: naming the field, for a water, sign, context, kin or share that can't be."""
    if facts.water not in WATERS:
        raise InvalidInput(phrases.CHOOSE_A_WATER, field="water")
    for sign in facts.signs:
        if sign not in found.signs:
            raise InvalidInput(phrases.no_such_sign(sign), field=f"signs.{sign}")
    for name in facts.context:
        if name not in found.context:
            raise InvalidInput(phrases.no_such_fact(name), field="context")
    if facts.kin is not None and facts.kin not in found.kin:
        raise InvalidInput(phrases.no_such_kin(facts.kin), field="kin")
    for sign, share in facts.shares.items():
        if not facts.signs.get(sign):
            raise InvalidInput(phrases.SHARE_OF_A_SIGN_SEEN, field=f"shares.{sign}")
        if not 1 <= share.seen_count <= share.fish_count <= 100_000:
            raise InvalidInput(phrases.SHARE_OF_THE_FISH, field=f"shares.{sign}")


def belief(sign: str, share: Share | None, *, found: Library) -> float:
    """How surely a sign that was seen belongs to the illness, 0-1.

    Some things (a flick, a dash, a fish apart) healthy fish do too. Of n fish k show it. Were it chance, k would be
    binomial with the rate at which healthy fish do so; were it illness, every k from 1 to n is as likely as any
    other (a uniform share: the beta-binomial with both parameters 1). With even odds before, Bayes gives

        belief = (1 / n) / (1 / n + C(n, k) q^k (1 - q)^(n - k) / (1 - (1 - q)^n))

    Lesions and parasites are never strays: belief 1. So is a sign of which no share is known.
    """
    if share is None or share.fish_count < 2 or sign not in found.likelihoods.strays:
        return 1.0
    n, k, q = share.fish_count, share.seen_count, found.likelihoods.stray_per_fish.value
    at_least_one = -math.expm1(n * math.log1p(-q))
    log_chance = math.lgamma(n + 1) - math.lgamma(k + 1) - math.lgamma(n - k + 1) + k * math.log(q) + (n - k) * math.log1p(-q) - math.log(at_least_one)
    return 1 / (1 + n * math.exp(min(log_chance, 0.0)))


def told_by_shares(facts: LookFacts) -> dict[str, bool]:
    """The pattern that the counts show: only one fish of four or more has anything at all. Never against what was said."""
    pattern = {"single_fish_only", "several_one_species", "all_species_same_day"}
    shares = [s for s in facts.shares.values() if s.fish_count >= 4]
    if len(shares) < 2 or pattern & set(facts.signs):
        return {}
    return {"single_fish_only": True} if all(s.seen_count == 1 for s in shares) else {"single_fish_only": False}
