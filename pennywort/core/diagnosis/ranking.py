"""The ranking: a posterior over conditions and "something else"."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from pennywort.core.diagnosis.evidence import DECIBAN, check_signs, settled, weighed
from pennywort.core.errors import InvalidInput
from pennywort.core.reference.library import Library
from pennywort.core.reference.models import Condition, WaterType

SOMETHING_ELSE = "something_else"
# How far all our guesses together may be off: the band shown beside a share.
BAND = (0.7, 1.3)
# Evidence below half a deciban is not worth a keeper's eye.
MENTION_DECIBANS = 0.5
CANNOT_TELL_BELOW = 0.5
SHOW_URGENT_ABOVE = 0.05


@dataclass(frozen=True, kw_only=True)
class Evidence:
    """One look and what it says: decibans for (positive) or against (negative), and marks from one to three."""

    sign: str
    seen: bool
    decibans: float

    @property
    def marks(self) -> int:
        size = abs(self.decibans)
        return 1 if size < 3 else 2 if size < 7 else 3


@dataclass(frozen=True, kw_only=True)
class Ranked:
    """A condition's share of the posterior (0-1), its band, and the evidence, strongest first."""

    condition: str
    share: float
    share_low: float
    share_high: float
    evidence_for: tuple[Evidence, ...]
    evidence_against: tuple[Evidence, ...]
    not_looked_at: tuple[str, ...]
    tag: Literal["fits best", "worst if missed", ""]


@dataclass(frozen=True, kw_only=True)
class Ranking:
    """All conditions of this water, best first, with "something else"; ``verdict`` sums it up in words."""

    ranked: tuple[Ranked, ...]
    something_else_share: float
    can_be_told: bool
    verdict: str


def _weights(observed: Mapping[str, bool], *, conditions: Mapping[str, Condition], water: WaterType, found: Library, strength: float = 1.0) -> dict[str, float]:
    """Unnormalised log weights: log prior plus the summed log-likelihood ratios; "something else" has ratio 1."""
    logs = {SOMETHING_ELSE: math.log(found.likelihoods.something_else_prior[water])}
    for condition in conditions.values():
        logs[condition.id] = math.log(condition.prior[water]) + strength * sum(weighed(observed, condition, found=found).values())
    return logs


def _normalised(logs: Mapping[str, float]) -> dict[str, float]:
    top = max(logs.values())
    weights = {name: math.exp(value - top) for name, value in logs.items()}
    total = math.fsum(weights.values())
    return {name: weight / total for name, weight in weights.items()}


def conditions_of(water: WaterType, *, found: Library) -> dict[str, Condition]:
    """The conditions that occur in this kind of water."""
    if water not in found.likelihoods.something_else_prior:
        raise InvalidInput("Choose fresh water, pond or sea.", field="water")
    return {c.id: c for c in found.conditions.values() if water in c.prior}


def posterior(observed: Mapping[str, bool], *, water: WaterType, found: Library, strength: float = 1.0) -> dict[str, float]:
    """P(condition | looks) over the conditions of this water and ``something_else``; sums to 1.

    ``observed`` maps sign to seen (True) or not there (False); a sign that is missing was not looked at and
    changes nothing. ``strength`` scales every log-likelihood, for the band.

    :raises InvalidInput: an unknown sign or water.
    """
    check_signs(observed, found=found)
    return _normalised(_weights(settled(observed, found=found), conditions=conditions_of(water, found=found), water=water, found=found, strength=strength))


def rank(observed: Mapping[str, bool], *, water: WaterType, found: Library) -> Ranking:
    """Rank the conditions of this water by their posterior, each with its evidence.

    "Can't be told apart yet" where the best has under half the mass, or its nearest rival asks for a contrary act
    within a factor of three, or a fish breathes fast and nothing but a glance was taken. A condition that kills
    within hours is shown from a share of 1 in 20 on (rules of the reference, common practice).

    :raises InvalidInput: an unknown sign or water.
    """
    conditions = conditions_of(water, found=found)
    shares = posterior(observed, water=water, found=found)
    bands = [posterior(observed, water=water, found=found, strength=s) for s in BAND]
    looks = settled(observed, found=found)
    seen = any(looks.values())
    order = sorted(conditions, key=lambda name: (-shares[name], name))
    ranked = []
    for place, name in enumerate(order):
        condition = conditions[name]
        said = [Evidence(sign=s, seen=looks[s], decibans=v * DECIBAN) for s, v in weighed(looks, condition, found=found).items()]
        told = sorted((e for e in said if abs(e.decibans) >= MENTION_DECIBANS), key=lambda e: (-abs(e.decibans), e.sign))
        telling = [s for step in ("nearly_always", "often") for s in condition.signs.get(step, ()) if s not in looks]
        spread = [shares[name], *(band[name] for band in bands)]
        urgent = condition.urgency == "hours" and shares[name] > SHOW_URGENT_ABOVE
        ranked.append(
            Ranked(
                condition=name,
                share=shares[name],
                share_low=min(spread),
                share_high=max(spread),
                evidence_for=tuple(e for e in told if e.decibans > 0),
                evidence_against=tuple(e for e in told if e.decibans < 0),
                not_looked_at=tuple(telling),
                tag="" if not seen else "fits best" if place == 0 else "worst if missed" if urgent else "",
            )
        )
    told_apart = _can_be_told(looks, ranked=ranked, something_else=shares[SOMETHING_ELSE], found=found)
    return Ranking(
        ranked=tuple(ranked),
        something_else_share=shares[SOMETHING_ELSE],
        can_be_told=told_apart,
        verdict=_verdict(looks, ranked=ranked, told_apart=told_apart, found=found),
    )


def _can_be_told(looks: Mapping[str, bool], *, ranked: list[Ranked], something_else: float, found: Library) -> bool:
    first, second = ranked[0], ranked[1]
    if first.share < CANNOT_TELL_BELOW or something_else > first.share:
        return False
    one, other = found.conditions[first.condition], found.conditions[second.condition]
    contrary = set(one.helps) & set(other.harms) or set(one.harms) & set(other.helps) or set(one.protocols) != set(other.protocols)
    if contrary and second.share * 3 > first.share:
        return False
    only_glances = all(found.signs[s].kit in ("eye", "ask") for s in looks)
    return not (looks.get("rapid_breathing") and only_glances)


def _verdict(looks: Mapping[str, bool], *, ranked: list[Ranked], told_apart: bool, found: Library) -> str:
    if not any(looks.values()):
        return "Nothing seen yet." if looks else "Nothing looked at yet."
    best = found.conditions[ranked[0].condition].short_name
    worst = next((r for r in ranked[1:] if r.tag == "worst if missed"), None)
    tail = f", {found.conditions[worst.condition].short_name.lower()} is not ruled out" if worst else ""
    if told_apart:
        return f"{best} fits best{tail}."
    return f"Can’t be told apart yet: {best.lower()} fits best{tail}."
