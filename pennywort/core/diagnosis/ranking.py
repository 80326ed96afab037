"""The ranking: a posterior over conditions and "something else", with the evidence of each."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np

from pennywort.core.diagnosis import phrases
from pennywort.core.diagnosis.facts import LookFacts
from pennywort.core.diagnosis.network import SOMETHING_ELSE, Weighed, asked_of_second, weigh
from pennywort.core.diagnosis.two_at_once import RARE, TwoAtOnce, likeliest_pair
from pennywort.core.reference.disease_models import STEPS, AnswerGroup, Condition, Step
from pennywort.core.reference.library import Library
from pennywort.core.reference.naming import mid_sentence

DECIBAN = 10 / math.log(10)
# How far all our guesses together may be off: with what another person would have guessed, the band shown beside a share.
BAND = (0.7, 1.3)
# Evidence below half a deciban is not worth a keeper's eye.
MENTION_DECIBANS = 0.5
CANNOT_TELL_BELOW = 0.5
# A pair so many times likelier than the best single condition is the answer; a lesser one stands beside it.
SAID_AS_TWO = 10.0
SHOW_URGENT_ABOVE = 0.05
# Evidence is spelled out for so many of the first, and for all that must be shown.
TOLD_IN_FULL = 12
PLACE = {step: place for place, step in enumerate(STEPS)}
# An act that takes this share of a loss away, or adds this much to one, makes two conditions contrary.
HELPS_MUCH, HARMS_MUCH = 0.1, 0.3


def marks_of(decibans: float) -> int:
    """One to three marks for how much a look says, either way.

    By the decibans of evidence, ten times the base-10 logarithm of the likelihood ratio (Good 1950, recalled).
    """
    size = abs(decibans)
    return 1 if size < 3 else 2 if size < 7 else 3


@dataclass(frozen=True, kw_only=True)
class Evidence:
    """One look and what it says: decibans for (positive) or against (negative), and marks from one to three."""

    sign: str
    seen: bool
    decibans: float

    @property
    def marks(self) -> int:
        return marks_of(self.decibans)


@dataclass(frozen=True, kw_only=True)
class Ranked:
    """A condition's share of the posterior (0-1), its band, and the evidence, strongest first.

    ``hands_agree_count`` of ``hands_asked_count``: of the signs looked for that either of two people listed for it, for how many their steps
    are the same or neighbours; nought of nought where only one of them wrote about it.
    """

    condition: str
    share: float
    share_low: float
    share_high: float
    evidence_for: tuple[Evidence, ...]
    evidence_against: tuple[Evidence, ...]
    not_looked_at: tuple[str, ...]
    tag: Literal["fits best", "worst if missed", ""]
    must_show: bool
    hands_agree_count: int = 0
    hands_asked_count: int = 0


@dataclass(frozen=True, kw_only=True)
class Ranking:
    """All conditions of this water, best first, with "something else"; ``verdict`` sums it up in words.

    ``together`` is set where conditions that the eye cannot separate are answered as one, with their summed share;
    ``two`` where two conditions explain the signs better than any one.
    """

    ranked: tuple[Ranked, ...]
    something_else_share: float
    can_be_told: bool
    together: AnswerGroup | None
    together_share: float
    two: TwoAtOnce | None
    verdict: str


def evidence_of(weighed: Weighed, rows: list[int]) -> list[list[Evidence]]:
    """What each look says of the conditions in these rows, strongest first, a list for each row."""
    decibans = (weighed.ratios_in(rows).T * DECIBAN).tolist()
    known = [[s for s in weighed.net.units[name].signs if s in weighed.answers] for name in weighed.names]
    seen = [[s for s in signs if weighed.answers[s] > 0] for signs in known]
    told = []
    for row, values in zip(rows, decibans, strict=True):
        steps = weighed.net.found.conditions[weighed.net.conditions[row]].step_of
        lines = []
        for there, looked, value in zip(seen, known, values, strict=True):
            if abs(value) >= MENTION_DECIBANS:
                # a set in which nothing was seen is told by the member that matters to this condition
                sign = there[-1] if there else next((s for s in looked if s in steps), looked[0])
                lines.append(Evidence(sign=sign, seen=bool(there), decibans=value))
        told.append(sorted(lines, key=lambda e: (-abs(e.decibans), e.sign)))
    return told


def _hands(weighed: Weighed, condition: Condition, *, looked: frozenset[str]) -> tuple[int, int]:
    """How many of the signs looked for two people put at the same step for this condition, or at the next one, and of how many."""
    if not condition.second_step_of:
        return 0, 0
    first, second, usual = condition.step_of, condition.second_step_of, _usual_steps(weighed.net.found)
    asked = [s for s in looked if s in first or s in second]
    places = [(PLACE[first.get(s, usual[s])], PLACE[second.get(s, usual[s])]) for s in asked]
    return sum(abs(one - other) < 2 for one, other in places), len(asked)


@lru_cache(maxsize=1)
def _usual_steps(found: Library) -> dict[str, Step]:
    """The step nearest to how often any sick fish shows a sign: what a hand that did not list it says of it."""
    weights = found.likelihoods
    return {s: min(STEPS, key=lambda step: abs(weights.steps[step].value - base)) for s, base in weights.baseline.items()}


@lru_cache(maxsize=1)
def _telling(found: Library) -> dict[str, tuple[str, ...]]:
    """The signs that each condition shows at least often."""
    return {c.id: tuple(s for step in ("nearly_always", "often") for s in c.signs.get(step, ())) for c in found.conditions.values()}


def _must_show(condition: Condition, share: float) -> bool:
    grave = condition.urgency == "hours" or condition.notifiable is not None or condition.harms_keeper == "known"
    return grave and share > SHOW_URGENT_ABOVE


def contrary(one: Condition, other: Condition, *, found: Library) -> bool:
    """Whether the two ask for different acts: what helps one harms the other, or they share no treatment."""
    for a, b in ((one, other), (other, one)):
        if any(share >= HELPS_MUCH and b.harms.get(action, 0.0) >= HARMS_MUCH for action, share in a.helps.items()):
            return True
    treats = [{a for a in c.helps if found.actions[a].kind == "treat"} for c in (one, other)]
    return not (treats[0] & treats[1]) and bool(treats[0] | treats[1])


def rank(facts: LookFacts, *, found: Library) -> Ranking:
    """Rank the conditions of this water by their posterior, each with its evidence.

    "Can't be told apart yet" where the best has under half the mass, or its nearest rival asks for a contrary act
    within a factor of three, or a fish breathes fast and nothing but glances were taken. What kills within hours, is
    notifiable or dangerous to the keeper is shown from a share of 1 in 20 on (rules of the reference, common practice).

    :raises InvalidInput: an unknown sign, water, fact or kind of fish.
    """
    return ranking_of(weigh(facts, found=found))


def ranking_of(weighed: Weighed) -> Ranking:
    """The ranking of a case that was weighed."""
    net = weighed.net
    bands = np.stack([weighed.posterior_prob, weighed.by_second_hand, *(weighed.with_strength(s) for s in BAND)])
    lows, highs = bands.min(axis=0), bands.max(axis=0)
    shares, low, high = weighed.posterior_prob[:-1].tolist(), lows.tolist(), highs.tolist()
    anything = any(weighed.answers[s] > 0 for s in weighed.answers)
    order = sorted(range(len(shares)), key=lambda i: (-shares[i], net.conditions[i]))
    must_show = {row for row in order if _must_show(net.found.conditions[net.conditions[row]], shares[row])}
    shown_rows = [row for place, row in enumerate(order) if place < TOLD_IN_FULL or row in must_show]
    said_of = dict(zip(shown_rows, evidence_of(weighed, shown_rows), strict=True))
    looked = asked_of_second(net.found) & weighed.answers.keys()
    ranked = []
    for place, row in enumerate(order):
        condition = net.found.conditions[net.conditions[row]]
        share = shares[row]
        shown = row in must_show
        said = said_of.get(row, [])
        telling = tuple(s for s in _telling(net.found)[condition.id] if s not in weighed.answers)
        agree, asked = _hands(weighed, condition, looked=looked) if row in said_of else (0, 0)
        urgent = shown and (condition.urgency == "hours" or condition.notifiable is not None)
        ranked.append(
            Ranked(
                condition=condition.id,
                share=share,
                share_low=low[row],
                share_high=high[row],
                evidence_for=tuple(e for e in said if e.decibans > 0),
                evidence_against=tuple(e for e in said if e.decibans < 0),
                not_looked_at=telling,
                tag="" if not anything else "fits best" if place == 0 else "worst if missed" if urgent else "",
                must_show=shown,
                hands_agree_count=agree,
                hands_asked_count=asked,
            )
        )
    something_else = float(weighed.posterior_prob[-1])
    told_apart = anything and _can_be_told(weighed, ranked=ranked, something_else=something_else)
    asked_for = _asked_for(weighed)
    told_apart = told_apart and asked_for is None
    together, together_share = (None, 0.0) if told_apart or not anything else _together(weighed, ranked=ranked, asked_for=asked_for)
    two = likeliest_pair(weighed) if anything else None
    return Ranking(
        ranked=tuple(ranked),
        something_else_share=something_else,
        can_be_told=told_apart,
        together=together,
        together_share=together_share,
        two=two,
        verdict=_verdict(weighed, ranked=ranked, told_apart=told_apart, together=together, two=two, something_else=something_else),
    )


def _can_be_told(weighed: Weighed, *, ranked: list[Ranked], something_else: float) -> bool:
    first, second = ranked[0], ranked[1]
    if first.share < CANNOT_TELL_BELOW or something_else > first.share:
        return False
    found = weighed.net.found
    if second.share * 3 > first.share and contrary(found.conditions[first.condition], found.conditions[second.condition], found=found):
        return False
    only_glances = all(found.signs[s].kit in ("eye", "ask") for s in weighed.answers)
    return not (weighed.answers.get("rapid_breathing") and only_glances)


def _asked_for(weighed: Weighed) -> AnswerGroup | None:
    """The group that the signs themselves ask for: they burn and itch alike, and neither the water nor a scrape was looked at.

    A rare sign besides speaks for one of them, and the group is then no answer.
    """
    net, found = weighed.net, weighed.net.found
    seen = set(weighed.seen)
    taken = {found.signs[s].taken_by for s in weighed.answers if found.signs[s].kit in ("scope", "torch")}
    for group in found.answer_groups.values():
        if not group.whenever_seen or net.water not in group.water or not set(group.whenever_seen) <= seen:
            continue
        said = {net.units[net.unit_of[s]].group for s in group.whenever_seen} - {None}
        others = [s for s in seen if s not in group.whenever_seen and net.units[net.unit_of[s]].group not in said]
        if any(found.likelihoods.baseline[s] <= RARE and not found.signs[s].good for s in others):
            continue
        if not set(group.unread) <= set(weighed.answers) and not taken & set(group.looks):
            return group
    return None


def _together(weighed: Weighed, *, ranked: list[Ranked], asked_for: AnswerGroup | None) -> tuple[AnswerGroup | None, float]:
    """Conditions that only a further look separates, where they hold half of the mass together and more than one of them counts."""
    shares, found = weighed.shares, weighed.net.found
    if asked_for is not None:
        return asked_for, sum(shares.get(c, 0.0) for c in asked_for.members)
    looked = {found.signs[s].taken_by for s in weighed.answers if found.signs[s].kit in ("scope", "test")}
    if any(found.signs[s].kit == "scope" for s in weighed.seen):
        return None, 0.0
    best: tuple[AnswerGroup | None, float] = (None, 0.0)
    for group in found.answer_groups.values():
        mass = sorted((shares.get(c, 0.0) for c in group.members), reverse=True)
        open_yet = not set(group.looks) <= looked and weighed.net.water in group.water and not group.whenever_seen
        if open_yet and mass[1] >= SHOW_URGENT_ABOVE and sum(mass) >= CANNOT_TELL_BELOW and sum(mass) > best[1]:
            best = (group, sum(mass))
    return best


def _verdict(weighed: Weighed, *, ranked: list[Ranked], told_apart: bool, together: AnswerGroup | None, two: TwoAtOnce | None, something_else: float) -> str:
    if not any(weighed.answers.values()):
        return phrases.nothing_yet(answered=bool(weighed.answers))
    found = weighed.net.found
    leads = together.first if together and together.first else ranked[0].condition
    best = found.conditions[leads].short_name
    named = {leads, *((two.one, two.other) if two else ())}
    worst = next((r for r in ranked if r.must_show and r.tag == "worst if missed" and r.condition not in named), None)
    urgent = mid_sentence(found.conditions[worst.condition].short_name) if worst else ""
    if two is not None and (two.proven or two.odds >= SAID_AS_TWO):
        one, other = (mid_sentence(found.conditions[c].short_name) for c in (two.one, two.other))
        return phrases.two_fit_best(one, other, urgent)
    if told_apart:
        return phrases.fits_best(best, urgent)
    if together is not None:
        return phrases.told_together(mid_sentence(together.name), mid_sentence(best), bool(together.first), urgent)
    if something_else > ranked[0].share:
        return phrases.too_little_was_seen(mid_sentence(best), urgent)
    return phrases.undecided(mid_sentence(best), urgent)


__all__ = ["SOMETHING_ELSE", "Evidence", "Ranked", "Ranking", "evidence_of", "marks_of", "rank", "ranking_of"]
