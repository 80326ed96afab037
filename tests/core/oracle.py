"""The network once more, read from the files anew and handed to a general Bayesian-network library."""

from __future__ import annotations

from pgmpy.factors.discrete import TabularCPD
from pgmpy.models import DiscreteBayesianNetwork

from pennywort.core.diagnosis.facts import LookFacts
from pennywort.core.diagnosis.network import MOST_OF_A_SET, SOMETHING_ELSE, weigh
from pennywort.core.reference import library

FOUND = library()
WEIGHTS = FOUND.likelihoods
SETS = {s: members for members in WEIGHTS.exclusive_sets for s in members}


def chance(condition: str, sign: str) -> float:
    """P(sign | condition) without the core's own arrays."""
    listed = FOUND.conditions[condition].signs if condition != SOMETHING_ELSE else {}
    for step, signs in listed.items():
        if sign in signs:
            return WEIGHTS.steps[step].value
    return WEIGHTS.baseline[sign]


def in_set(condition: str, sign: str) -> float:
    """P(sign | condition) of a member of an exclusive set, scaled so that "none of them" stays possible."""
    members = SETS[sign]
    total = sum(chance(condition, s) for s in members)
    return chance(condition, sign) * min(1.0, MOST_OF_A_SET / total)


def model_of(water: str, signs: dict[str, bool]) -> tuple[DiscreteBayesianNetwork, dict[str, int]]:
    """The class and a child for every sign or set looked at, and what was found, as states."""
    prior = weigh(LookFacts(water=water, signs={}), found=FOUND).shares  # type: ignore[arg-type]
    names = list(prior)
    model = DiscreteBayesianNetwork()
    model.add_node("condition")
    tables = [TabularCPD("condition", len(names), [[p] for p in prior.values()])]
    evidence: dict[str, int] = {}
    for sign, seen in signs.items():
        members = SETS.get(sign)
        node = "+".join(members) if members else sign
        if members:
            if seen or node not in evidence:
                evidence[node] = members.index(sign) if seen else len(members)
            rows = [[in_set(c, s) for c in names] for s in members]
            rows.append([1 - sum(in_set(c, s) for s in members) for c in names])
        else:
            evidence[node] = int(seen)
            rows = [[1 - chance(c, sign) for c in names], [chance(c, sign) for c in names]]
        if node not in model.nodes:
            model.add_edge("condition", node)
            tables.append(TabularCPD(node, len(rows), rows, evidence=["condition"], evidence_card=[len(names)]))
    model.add_cpds(*tables)
    return model, evidence
