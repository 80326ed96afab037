"""What was marked and cannot be so: asked about, not added to the ranking."""

from __future__ import annotations

from dataclasses import dataclass, replace

from pennywort.core.diagnosis import phrases
from pennywort.core.diagnosis.facts import LookFacts
from pennywort.core.diagnosis.network import network
from pennywort.core.reference.library import Library
from pennywort.core.reference.naming import capital


@dataclass(frozen=True, kw_only=True)
class Doubt:
    """Signs that were marked and what to ask about them."""

    signs: tuple[str, ...]
    ask: str


def doubts(facts: LookFacts, *, one_fish: bool, found: Library) -> tuple[Doubt, ...]:
    """Marks that contradict each other in one fish, and finds that nothing in this water brings about.

    In a group one fish may eat and another refuse: there nothing but what a scrape says is a contradiction.
    """
    seen = [s for s, there in facts.signs.items() if there]
    told = []
    for line in found.contradictions:
        both = tuple(s for s in line.others if s in seen)
        if line.one in seen and both and (one_fish or found.signs[line.one].kit == "scope"):
            told.append(Doubt(signs=(line.one, *both), ask=line.ask))
    listed = network(found, facts.water).listed
    for sign in seen:
        if sign not in listed:
            named = found.signs[sign].short
            told.append(Doubt(signs=(sign,), ask=phrases.nothing_here_brings_it_about(capital(named))))
    return tuple(told)


def without(facts: LookFacts, told: tuple[Doubt, ...]) -> LookFacts:
    """The facts as they are weighed until the doubts are answered: what is in doubt says nothing either way."""
    doubted = {s for doubt in told for s in doubt.signs}
    if not doubted:
        return facts
    kept = {s: seen for s, seen in facts.signs.items() if s not in doubted}
    return replace(facts, signs=kept, shares={s: share for s, share in facts.shares.items() if s in kept})
