"""The network of conditions and signs as arrays, and how looks add up in it.

One class variable: the conditions of a water and "something else". Below it, each a child of that variable alone:

* a two-valued node for every sign, P(sign | condition) from the reference; a sign that a condition does not list has
  the baseline chance that it has in any other sick fish;
* one many-valued node for each exclusive set (eats as usual / less / nothing): its members' chances are scaled down
  together where they sum above 0.98, so that "none of them" stays possible. Of several members seen in a group of
  fish the graver counts.

Two departures from plain Bayes keep a product of many small guesses from becoming falsely sure:

* **caps**: one look moves the odds at most 30-fold, a find in which the parasite itself is seen 300-fold;
* **groups**: looks that say the same thing twice (fast breathing, gulping, flared covers) must not count twice. For
  each condition the strongest look of a group counts whole, and every further one *that points the same way* counts
  half of its log-likelihood ratio. A look that points the other way says something new and counts whole. The weights
  depend on sizes only, never on the order of looking.

A fact that comes from the same reading as a sign (water at the warm end, and the temperature off) is not a second
witness: for a condition that the fact makes likelier the stronger of the two counts, and for one that it speaks
against the sign is no reason.

All ratios are against "something else", whose own are therefore 1.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache

import numpy as np
from numpy.typing import NDArray

from pennywort.core.diagnosis.facts import LookFacts, belief, check, told_by_shares
from pennywort.core.reference.disease_models import Condition, Step, WaterType
from pennywort.core.reference.library import Library

Array = NDArray[np.float64]
SOMETHING_ELSE = "something_else"
MOST_OF_A_SET = 0.98
# "never multiply by nought": a condition that a fact speaks against stays possible
LEAST_FACTOR = 0.005


@dataclass(frozen=True, kw_only=True)
class Unit:
    """One node below the class: a single sign, or an exclusive set. ``group`` names its correlated group, if any."""

    id: str
    signs: tuple[str, ...]
    group: str | None


@dataclass(frozen=True, kw_only=True, eq=False)
class Network:
    """Conditions (rows, "something else" last) against signs (columns). ``seen_prob`` holds P(sign | condition), 0-1.

    ``listed`` are the signs that at least one of these conditions lists: the others tell nothing in this water.
    ``table`` holds the log-ratios of every sign by its column: first not there, below it seen.
    ``rank_of`` orders units group by group, those without one last.
    """

    found: Library
    water: WaterType
    conditions: tuple[str, ...]
    signs: tuple[str, ...]
    column_of: Mapping[str, int]
    units: Mapping[str, Unit]
    unit_of: Mapping[str, str]
    prior_prob: Array
    seen_prob: Array
    log_seen: Array
    log_absent: Array
    cap_logs: Array
    listed: frozenset[str]
    log_prior: Array
    table: Array
    rank_of: Mapping[str, int]

    def ratio(self, unit: Unit, answers: Mapping[str, float]) -> Array:
        """Log-likelihood ratios (one a condition) of what was found of one unit; answers lie from 0 (not there) to 1."""
        known = [s for s in unit.signs if s in answers]
        seen = [s for s in known if answers[s] > 0]
        if seen:
            # the graver member stands later in its set
            sign = seen[-1]
            column, sure = self.column_of[sign], answers[sign]
            if sure >= 1:
                return self.log_seen[:, column]
            mixed = sure * np.exp(self.log_seen[:, column]) + (1 - sure) * np.exp(self.log_absent[:, column])
            return np.log(mixed)
        if len(known) == 1:
            return self.log_absent[:, self.column_of[known[0]]]
        columns = [self.column_of[s] for s in known]
        none = 1 - self.seen_prob[:, columns].sum(axis=1)
        cap = self.cap_logs[columns].max()
        return np.asarray(np.clip(np.log(none / none[-1]), -cap, cap))


def temper(ratios: Array, *, further: float) -> Array:
    """Weigh the looks of one correlated group along the last axis: see the module's text. Same shape.

    Of two that are equally strong and point apart the one that speaks for a condition is the strongest.
    """
    if ratios.shape[-1] < 2:
        return ratios
    top_for, top_against = ratios.max(axis=-1), ratios.min(axis=-1)
    speaks_for = top_for >= -top_against
    strongest, top = np.where(speaks_for, ratios.argmax(axis=-1), ratios.argmin(axis=-1)), np.where(speaks_for, top_for, top_against)
    alike = np.sign(ratios) == np.sign(top)[..., None]
    further_on = strongest[..., None] != np.arange(ratios.shape[-1])
    return np.where(alike & further_on, further * ratios, ratios)


def led(sums_for: Array, sums_against: Array, top_for: Array, top_against: Array, *, further: float) -> Array:
    """The sum of a weighed group, told by what speaks for, what against, and the strongest of either.

    Natural logarithms of likelihood ratios, all of one shape; what is beside the strongest counts ``further`` (0 to 1) of itself.
    """
    led_for = top_for + further * (sums_for - top_for) + sums_against
    led_against = top_against + further * (sums_against - top_against) + sums_for
    return np.where(top_for >= -top_against, led_for, led_against)


def tempered_sums(ratios: Array, starts: NDArray[np.intp], *, further: float) -> Array:
    """The summed weighed ratios of many groups at once: rows of ``ratios`` lie group by group, ``starts`` where each begins.

    Natural logarithms of likelihood ratios; shape [row, condition].
    """
    speaks_for, speaks_against = np.maximum(ratios, 0.0), np.minimum(ratios, 0.0)
    sums_for, sums_against = np.add.reduceat(speaks_for, starts), np.add.reduceat(speaks_against, starts)
    top_for, top_against = np.maximum.reduceat(speaks_for, starts), np.minimum.reduceat(speaks_against, starts)
    return led(sums_for, sums_against, top_for, top_against, further=further).sum(axis=0)  # type: ignore[no-any-return]


def softmax(logs: Array) -> Array:
    """Probabilities from unnormalised logs along the first axis. exp(x) / sum exp(x), each 0 to 1; the largest is taken off first (arithmetic)."""
    weights = np.exp(logs - logs.max(axis=0))
    return weights / weights.sum(axis=0)  # type: ignore[no-any-return]


def second_steps(condition: Condition, *, asked: frozenset[str]) -> Mapping[str, Step]:
    """The steps of the second hand: of signs that it was never asked about, and of conditions that it did not write, the first hand's."""
    if not condition.signs_second:
        return condition.step_of
    return {**{s: step for s, step in condition.step_of.items() if s not in asked}, **condition.second_step_of}


@lru_cache(maxsize=1)
def asked_of_second(found: Library) -> frozenset[str]:
    """The signs that the second hand named for any condition: the others were not on its form."""
    return frozenset(s for c in found.conditions.values() for s in c.second_step_of)


@lru_cache(maxsize=16)
def network(found: Library, water: WaterType, *, second_hand: bool = False) -> Network:
    """The network of one kind of water, built once; ``second_hand``: by what the second person wrote down."""
    weights = found.likelihoods
    conditions = [c for c in found.conditions.values() if water in c.prior]
    signs = tuple(found.signs)
    column_of = {s: i for i, s in enumerate(signs)}
    base = np.array([weights.baseline[s] for s in signs])
    seen = np.tile(base, (len(conditions) + 1, 1))
    for row, condition in enumerate(conditions):
        steps = second_steps(condition, asked=asked_of_second(found)) if second_hand else condition.step_of
        for sign, step in steps.items():
            seen[row, column_of[sign]] = weights.steps[step].value
    for members in weights.exclusive_sets:
        columns = [column_of[s] for s in members]
        total = seen[:, columns].sum(axis=1, keepdims=True)
        seen[:, columns] *= np.minimum(1.0, MOST_OF_A_SET / total)
    direct = {*weights.direct_view, *(s.id for s in found.signs.values() if s.kit == "scope")}
    caps = np.log([weights.cap_direct.value if s in direct else weights.cap_ordinary.value for s in signs])
    group_of = {s: name for name, members in weights.correlated_groups.items() for s in members}
    unit_of = {s: s for s in signs} | {s: "+".join(members) for members in weights.exclusive_sets for s in members}
    units: dict[str, Unit] = {}
    for sign in signs:
        name = unit_of[sign]
        units.setdefault(name, Unit(id=name, signs=tuple(name.split("+")), group=group_of.get(sign)))
    prior = np.array([c.prior[water] for c in conditions])
    kept = weights.something_else.value
    prior_prob = np.append(prior / prior.sum() * (1 - kept), kept)
    log_seen = np.clip(np.log(seen / seen[-1]), -caps, caps)
    log_absent = np.clip(np.log((1 - seen) / (1 - seen[-1])), -caps, caps)
    ranked = sorted(units, key=lambda name: (units[name].group is None, units[name].group or "", column_of[units[name].signs[0]]))
    return Network(
        found=found,
        water=water,
        conditions=(*(c.id for c in conditions), SOMETHING_ELSE),
        signs=signs,
        column_of=column_of,
        units=units,
        unit_of=unit_of,
        prior_prob=prior_prob,
        seen_prob=seen,
        log_seen=log_seen,
        log_absent=log_absent,
        cap_logs=caps,
        listed=frozenset(s for c in conditions for s in c.step_of),
        log_prior=np.log(prior_prob),
        table=np.ascontiguousarray(np.concatenate([log_absent.T, log_seen.T])),
        rank_of={name: i for i, name in enumerate(ranked)},
    )


@dataclass(frozen=True, kw_only=True, eq=False)
class Weighed:
    """One case in the network: the prior in its context, the ratios of each unit that was looked at, and the posterior.

    ``facts``: what was weighed. ``names`` are the units, ``raw_logs`` their log-ratios before the weighing of groups [unit, condition].
    """

    net: Network
    answers: Mapping[str, float]
    facts: LookFacts
    prior_logs: Array
    names: tuple[str, ...]
    raw_logs: Array
    total_logs: Array
    posterior_prob: Array

    @cached_property
    def seen(self) -> tuple[str, ...]:
        """The signs that were seen, in the order of the answers; not those that were looked for and not there."""
        return tuple(s for s, sure in self.answers.items() if sure > 0)

    @cached_property
    def raw(self) -> dict[str, Array]:
        """Log-ratios of each unit, one a condition."""
        return dict(zip(self.names, self.raw_logs, strict=True))

    @cached_property
    def ratios(self) -> dict[str, Array]:
        """The same once the groups are weighed; they sum to ``total_logs``."""
        return dict(zip(self.names, self.ratios_in(list(range(len(self.prior_logs)))), strict=True))

    def ratios_in(self, rows: list[int]) -> Array:
        """Log-ratios with the groups weighed, of some conditions [unit, condition]."""
        ratios = self.raw_logs[:, rows]
        for first, end in _groups(self.net, self.names):
            ratios[first:end] = temper(ratios[first:end].T, further=self.net.found.likelihoods.further_in_group.value).T
        return ratios

    @cached_property
    def by_second_hand(self) -> Array:
        """The posterior by the second hand's table, condition by condition as here."""
        return weigh(self.facts, found=self.net.found, second_hand=True).posterior_prob

    @property
    def shares(self) -> dict[str, float]:
        """Posterior by condition, "something else" among them; sums to 1."""
        return dict(zip(self.net.conditions, self.posterior_prob.tolist(), strict=True))

    def with_strength(self, strength: float) -> Array:
        """The posterior were all log-ratios off by this factor: for the band beside a share."""
        return softmax(self.prior_logs + strength * self.total_logs)


def _groups(net: Network, names: Sequence[str]) -> list[tuple[int, int]]:
    """Where each correlated group begins and ends among units that lie group by group."""
    spans: list[tuple[int, int]] = []
    last = None
    for i, name in enumerate(names):
        group = net.units[name].group
        if group is None:
            continue
        if group == last:
            spans[-1] = (spans[-1][0], i + 1)
        else:
            spans.append((i, i + 1))
        last = group
    return spans


def answers_of(facts: LookFacts, *, found: Library) -> dict[str, float]:
    """Each sign that was looked for, a share of belief from 0 (not there) to 1 (surely seen)."""
    signs = {**facts.signs, **told_by_shares(facts)}
    if not facts.shares:
        return {s: 1.0 if seen else 0.0 for s, seen in signs.items()}
    return {s: belief(s, facts.shares.get(s), found=found) if seen else 0.0 for s, seen in signs.items()}


def prior_logs(net: Network, facts: LookFacts) -> Array:
    """Log priors with what is known of fish and tank: factors multiply, at least 0.005, within the cap together.

    Natural logarithms of shares, shape [condition].
    """
    if not facts.context and not facts.kin:
        return net.log_prior
    found, logs = net.found, np.zeros(len(net.conditions))
    row_of = {c: i for i, c in enumerate(net.conditions)}
    known = [found.context[name] for name in dict.fromkeys(facts.context)]
    for modifier in [*known, *([found.kin[facts.kin]] if facts.kin else [])]:
        for condition, factor in modifier.times.items():
            if condition in row_of:
                logs[row_of[condition]] += np.log(max(factor, LEAST_FACTOR))
    cap = np.log(found.likelihoods.cap_context.value)
    # a factor of nought is a rule ("goldfish do not sicken of it"), not one guess among others
    ruled_out = logs <= np.log(LEAST_FACTOR) + 1e-9
    return net.log_prior + np.where(ruled_out, logs, np.clip(logs, -cap, cap))


def _count_once(net: Network, facts: LookFacts, names: Sequence[str], raw: Array) -> None:
    """Lessen the ratio of a sign by what a fact of the same reading has told already."""
    for fact in (net.found.context[name] for name in dict.fromkeys(facts.context)):
        unit = net.unit_of.get(fact.same_reading, "")
        if unit in names:
            ratios = raw[names.index(unit)]
            told = np.array([np.log(max(fact.times.get(c, 1.0), LEAST_FACTOR)) for c in net.conditions])
            left = np.where(told < 0, 0.0, np.maximum(ratios - told, 0.0))
            ratios[:] = np.where((ratios > 0) & (told != 0), left, ratios)


@lru_cache(maxsize=4096)
def _ratio_of(net: Network, name: str, found_there: tuple[float, ...]) -> Array:
    """The ratio of a set, or of a sign half believed, by what was found of each member (-1: not looked at)."""
    unit = net.units[name]
    return net.ratio(unit, {s: sure for s, sure in zip(unit.signs, found_there, strict=True) if sure >= 0})


@dataclass(frozen=True, kw_only=True, eq=False)
class _Layout:
    """Where the units that were looked at stand: the same for every case in which the same was looked at.

    ``names`` lie group by group; ``spans`` are the groups, which end at ``grouped_count``; ``columns`` holds the column of each
    single sign's answer (sets are reckoned apart, at the places in ``sets``).
    """

    names: tuple[str, ...]
    spans: tuple[tuple[int, int], ...]
    starts: NDArray[np.intp]
    grouped_count: int
    columns: NDArray[np.intp]
    sets: tuple[int, ...]


@lru_cache(maxsize=512)
def _layout(net: Network, looked: tuple[str, ...]) -> _Layout:
    names = tuple(sorted({net.unit_of[s] for s in looked}, key=net.rank_of.__getitem__))
    spans = tuple(_groups(net, names))
    return _Layout(
        names=names,
        spans=spans,
        starts=np.array([first for first, _ in spans], dtype=np.intp),
        grouped_count=spans[-1][1] if spans else 0,
        columns=np.array([net.column_of.get(name, 0) for name in names], dtype=np.intp),
        sets=tuple(i for i, name in enumerate(names) if name not in net.column_of),
    )


def weigh(facts: LookFacts, *, found: Library, second_hand: bool = False) -> Weighed:
    """Reckon the posterior of one case, by the table or by what the second hand wrote down.

    :raises InvalidInput: an unknown water, sign, fact, kind of fish, or a share that can't be.
    """
    check(facts, found=found)
    net = network(found, facts.water, second_hand=second_hand)
    answers = answers_of(facts, found=found)
    at = _layout(net, tuple(answers))
    sure = [answers.get(name, 0.0) for name in at.names]
    # a plain yes or no is a row of the table; sets and half-believed signs are reckoned one by one
    raw = net.table[at.columns + np.array(sure, dtype=np.intp) * len(net.signs)]
    for i in (*at.sets, *(i for i, s in enumerate(sure) if 0 < s < 1)):
        raw[i] = _ratio_of(net, at.names[i], tuple(answers.get(s, -1.0) for s in net.units[at.names[i]].signs))
    if facts.context:
        _count_once(net, facts, at.names, raw)
    priors = prior_logs(net, facts)
    total = _total(net, at, raw)
    return Weighed(
        net=net,
        answers=answers,
        facts=facts,
        prior_logs=priors,
        names=at.names,
        raw_logs=raw,
        total_logs=total,
        posterior_prob=softmax(priors + total),
    )


def _total(net: Network, at: _Layout, raw: Array) -> Array:
    """Summed log-ratios, groups weighed: units of groups come first, group by group."""
    if not at.spans:
        return raw.sum(axis=0)  # type: ignore[no-any-return]
    grouped = tempered_sums(raw[: at.grouped_count], at.starts, further=net.found.likelihoods.further_in_group.value)
    return grouped + raw[at.grouped_count :].sum(axis=0)  # type: ignore[no-any-return]
