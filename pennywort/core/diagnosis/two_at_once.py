"""Two conditions at once, where each has a strong sign of its own."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from pennywort.core.diagnosis.network import Array, Network, Weighed, tempered_sums
from pennywort.core.reference.library import Library

# A seen sign is strong when few sick fish show it, and explained when it is this much likelier than by chance.
RARE = 0.15
EXPLAINED_LOG = math.log(2)


@dataclass(frozen=True, kw_only=True)
class TwoAtOnce:
    """The likeliest pair, how many times likelier it is than the best single condition, and what the single one leaves open.

    ``proven``: of the two the one that a find proves ("": neither).
    """

    one: str
    other: str
    odds: float
    unexplained: tuple[str, ...]
    proven: str = ""


# Partners are looked for among so many that explain best what is left, and so many of the first.
PARTNERS = 12


def _either(weighed: Weighed, name: str) -> bool:
    """Whether either of two conditions brings this answer: the likelier of the two counts.

    A sign that is missing, or a fish that does well in something, needs both to leave it so: the less likely counts.
    """
    there = [s for s in weighed.net.units[name].signs if s in weighed.answers]
    seen = [s for s in there if weighed.answers[s] > 0]
    return bool(seen) == _doing_well(weighed.net).isdisjoint(seen or there)


@lru_cache(maxsize=16)
def _doing_well(net: Network) -> frozenset[str]:
    """Signs of a fish that does well, and of those that are left well."""
    return frozenset(s.id for s in net.found.signs.values() if s.good or s.id == "single_fish_only")


def _pair_logs(weighed: Weighed, rows: list[int]) -> Array:
    """Summed log-ratios of all looks for every pair of these rows [row, row], groups tempered as for one condition; a row with itself is no pair."""
    net, size, further = weighed.net, len(rows), weighed.net.found.likelihoods.further_in_group.value
    pair = np.triu_indices(size, 1)
    raw = weighed.raw_logs[:, rows]
    either = np.array([_either(weighed, u) for u in weighed.names])[:, None]
    one, other = raw[:, pair[0]], raw[:, pair[1]]
    both = np.where(either, np.maximum(one, other), np.minimum(one, other))
    # units lie group by group, those that stand alone last
    groups = [g for u in weighed.names if (g := net.units[u].group)]
    logs = both[len(groups) :].sum(axis=0)
    if groups:
        starts = np.array([i for i, group in enumerate(groups) if i == 0 or groups[i - 1] != group], dtype=np.intp)
        logs = logs + tempered_sums(both[: len(groups)], starts, further=further)
    of_pairs = np.full((size, size), -np.inf)
    of_pairs[pair] = of_pairs.T[pair] = logs
    return of_pairs


def proved(weighed: Weighed) -> tuple[str, ...]:
    """Conditions of which something was seen that only they bring: the parasite itself, or what it leaves behind.

    A find in which it is seen counts, where one condition of this water shows it at least sometimes and no other does.
    """
    net, found = weighed.net, weighed.net.found
    told = []
    for sign in (s for s in weighed.seen if s in _direct(found)):
        whose = [c for c in net.conditions[:-1] if found.conditions[c].step_of.get(sign) in ("nearly_always", "often", "sometimes")]
        if len(whose) == 1:
            told.append(whose[0])
    return tuple(dict.fromkeys(told))


@lru_cache(maxsize=4)
def _direct(found: Library) -> frozenset[str]:
    """Finds in which the parasite itself is seen."""
    return frozenset({*found.likelihoods.direct_view, *(s.id for s in found.signs.values() if s.kit == "scope" and not s.good)})


def likeliest_pair(weighed: Weighed) -> TwoAtOnce | None:
    """The pair that explains the signs better than the best single condition, or None.

    Looked for only where the best single one leaves a rare sign unexplained, and told only where each of the two explains a
    rare sign that the other does not. What a find proves is one of the two, whatever the odds: it is never explained away. A
    pair weighs ``P(a) P(b) x two_at_once`` before any look (independent conditions meet by chance; the factor is a guess).
    """
    net, found = weighed.net, weighed.net.found
    best = int(weighed.posterior_prob[:-1].argmax())
    # of several members of a set the graver, which stands later in it
    marked = {net.unit_of[s] for s in weighed.seen}
    seen = {u: next(s for s in reversed(net.units[u].signs) if weighed.answers.get(s, 0) > 0) for u in weighed.names if u in marked}
    strong = {u: s for u, s in seen.items() if found.likelihoods.baseline[s] <= RARE and not found.signs[s].good}
    left = {u: s for u, s in strong.items() if weighed.raw[u][best] < EXPLAINED_LOG}
    if not left or len(strong) < 2:
        return None
    sure = [net.conditions.index(c) for c in proved(weighed)]
    explained = np.sum([np.maximum(weighed.raw[u][:-1], 0) for u in left], axis=0)
    firsts = [np.argsort(-by, kind="stable")[:PARTNERS].tolist() for by in (explained, weighed.posterior_prob[:-1])]
    rows = sorted({row for first in (*firsts, sure) for row in first})
    priors = weighed.prior_logs - np.logaddexp.reduce(weighed.prior_logs)
    logs = _pair_logs(weighed, rows) + np.add.outer(priors[rows], priors[rows]) + math.log(found.likelihoods.two_at_once.value)
    # each of the two brings a rare sign that the other leaves open
    brings = np.array([[weighed.raw[u][row] >= EXPLAINED_LOG for u in strong] for row in rows])
    own = (brings[:, None, :] & ~brings[None, :, :]).any(axis=-1)
    logs = np.where(own & own.T, logs, -np.inf)
    proven = next((row for row in sure if row != best), None)
    if proven is not None:
        at = rows.index(proven)
        only = np.full_like(logs, -np.inf)
        only[at], only[:, at] = logs[at], logs[:, at]
        logs = only
    place = divmod(int(logs.argmax()), len(rows))
    if not np.isfinite(logs[place]):
        return None
    one, other = sorted((rows[p] for p in place), key=lambda row: -weighed.posterior_prob[row])
    single = priors[best] + float(weighed.total_logs[best])
    odds = math.exp(min(float(logs[place]) - single, 300.0))
    if odds <= 1 and proven is None:
        return None
    return TwoAtOnce(
        one=net.conditions[one], other=net.conditions[other], odds=odds, unexplained=tuple(left.values()),
        proven="" if proven is None else net.conditions[proven],
    )  # fmt: skip
