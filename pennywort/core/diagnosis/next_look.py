"""The next look: the one that saves most, because of what would be done after it, for the trouble it takes."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import product

import numpy as np
from numpy.typing import NDArray

from pennywort.core.diagnosis.losses import least_loss, loss_table
from pennywort.core.diagnosis.network import Array, Network, Weighed, led, softmax

# A look answers many signs; the gain of the joint answer is reckoned over its best so many.
JOINT_SIGNS = 4
# Looks whose joint gain is reckoned in full: those with the best single sign.
CANDIDATE_LOOKS = 6
# A bit of knowledge is worth this much loss by itself: it orders the looks after which the same would be done.
BIT_SAVES = 0.05
BREATHING = frozenset({"rapid_breathing", "gasping_at_surface", "all_species_same_day"})
WATER_FIRST = frozenset({"ammonia_raised", "nitrite_raised"})


@dataclass(frozen=True, kw_only=True)
class Swing:
    """What one answer would do: the condition it lifts most, its share now and then."""

    condition: str
    share_now: float
    share_then: float


@dataclass(frozen=True, kw_only=True)
class NextLook:
    """A way of looking, what it answers, and what the most telling of its answers would do.

    ``sign`` is the most telling one, ``also`` the other open signs that the same look answers, best first;
    ``gain_bits`` is the gain of their joint answer, ``saves`` the loss it is expected to save, on the scale of the losses.
    ``goes_first`` marks one that goes before all else: the water test of fish that breathe fast, or what a group asks for.
    """

    look: str
    sign: str
    also: tuple[str, ...]
    gain_bits: float
    seen_prob: float
    if_seen: Swing
    if_not_there: Swing
    saves: float = 0.0
    goes_first: bool = False


@dataclass(frozen=True, kw_only=True, eq=False)
class Outlook:
    """Every open sign of one case: its chance to be seen, and the posterior after either answer (rows: conditions)."""

    signs: tuple[str, ...]
    seen_prob: Array
    if_seen: Array
    if_absent: Array
    gain_bits: Array


def entropy_bits(shares: Array) -> Array:
    """Shannon entropy along the first axis, in bits. - sum p log2 p (Shannon 1948)."""
    safe = np.maximum(shares, 1e-300)
    return -(shares * np.log2(safe)).sum(axis=0)  # type: ignore[no-any-return]


@lru_cache(maxsize=16)
def _askable(net: Network) -> tuple[tuple[str, str, tuple[str, ...]], ...]:
    """Signs that some condition of this water lists and one look can answer: each with its unit, and the signs after which alone it makes sense."""
    signs = net.found.signs
    return tuple((s, net.unit_of[s], tuple(signs[s].after)) for s in net.signs if s in net.listed and not signs[s].over_days)


def _open_signs(weighed: Weighed) -> list[str]:
    """Signs nobody answered that some condition of this water lists, that an answered set leaves open, and that make sense after what was seen."""
    answers, seen = weighed.answers, set(weighed.seen)
    settled = {weighed.net.unit_of[s] for s in seen}
    return [s for s, unit, after in _askable(weighed.net) if s not in answers and unit not in settled and (not after or not seen.isdisjoint(after))]


def _chance(weighed: Weighed, sign: str) -> Array:
    """P(sign | condition) given what of its own set, known in part, is absent."""
    net = weighed.net
    absent = [net.column_of[s] for s in net.units[net.unit_of[sign]].signs if s in weighed.answers]
    return net.seen_prob[:, net.column_of[sign]] / (1 - net.seen_prob[:, absent].sum(axis=1))  # type: ignore[no-any-return]


def _sides(raw: Array) -> tuple[Array, Array, Array, Array]:
    """What some looks [look, condition] say, by condition: sums for and against, the strongest for and against."""
    if not len(raw):
        nothing = np.zeros(raw.shape[1])
        return nothing, nothing, nothing, nothing
    speaks_for, speaks_against = np.maximum(raw, 0.0), np.minimum(raw, 0.0)
    return speaks_for.sum(axis=0), speaks_against.sum(axis=0), speaks_for.max(axis=0), speaks_against.min(axis=0)


def _joined(sides: Sequence[Array], ratios: Array) -> tuple[Array, Array, Array, Array]:
    """What a group holds once one look more stands in it; all arguments have, or spread to, one shape."""
    sums_for, sums_against, top_for, top_against = sides
    speaks_for, speaks_against = np.maximum(ratios, 0.0), np.minimum(ratios, 0.0)
    return sums_for + speaks_for, sums_against + speaks_against, np.maximum(top_for, speaks_for), np.minimum(top_against, speaks_against)


class _Totals:
    """Log-weights of a case, with some units answered anew: only the groups touched are reckoned again."""

    def __init__(self, weighed: Weighed) -> None:
        self.weighed = weighed
        self.base = weighed.prior_logs + weighed.total_logs
        self.further = weighed.net.found.likelihoods.further_in_group.value
        self.in_group: dict[str | None, list[str]] = {}
        for name in weighed.raw:
            if group := weighed.net.units[name].group:
                self.in_group.setdefault(group, []).append(name)
        self._sides: dict[tuple[str | None, tuple[str, ...]], tuple[Array, ...]] = {}

    def sides(self, group: str | None, *, but: Iterable[str] = ()) -> tuple[Array, ...]:
        """What stands in a group beside these units, and last what all of it counts now. Looks without a group stand in an empty one."""
        names, without = self.in_group.get(group, []), set(but)
        key = group, tuple(n for n in names if n in without)
        if key not in self._sides:
            raw = self.weighed.raw
            whole = _sides(np.array([raw[n] for n in names]).reshape(-1, len(self.base)))
            rest = _sides(np.array([raw[n] for n in names if n not in without]).reshape(-1, len(self.base))) if key[1] else whole
            self._sides[key] = *rest, led(*whole, further=self.further)
        return self._sides[key]

    def after_one(self, columns: NDArray[np.intp], groups: Sequence[str | None], *, seen: bool) -> Array:
        """Log-weights [condition, sign] after one more look each, of units of which nothing is known yet."""
        net = self.weighed.net
        ratios = net.table[columns + (len(net.signs) if seen else 0)]
        # a group of which nothing is known holds as little as none
        kinds = {g: place for place, g in enumerate((None, *self.in_group))}
        place = np.array([kinds.get(g, 0) for g in groups], dtype=np.intp)
        *sides, counted = (np.stack(side)[place] for side in zip(*(self.sides(g) for g in kinds), strict=True))
        logs: Array = self.base + led(*_joined(sides, ratios), further=self.further) - counted
        return logs.T

    def after(self, new: Mapping[str, Array]) -> Array:
        """Log-weights [condition, outcome] once these units have these ratios [condition, outcome]."""
        weighed, units = self.weighed, self.weighed.net.units
        logs = np.repeat(self.base[:, None], next(iter(new.values())).shape[1], axis=1)
        touched: dict[str, dict[str, Array]] = {}
        for name, ratios in new.items():
            group = units[name].group
            if group is None:
                old = weighed.raw.get(name)
                logs += ratios if old is None else ratios - old[:, None]
            else:
                touched.setdefault(group, {})[name] = ratios
        for group, fresh in touched.items():
            *sides, counted = (side[:, None] for side in self.sides(group, but=fresh))
            for ratios in fresh.values():
                sides = [*_joined(sides, ratios)]
            logs += led(*sides, further=self.further) - counted
        return logs


@lru_cache(maxsize=4)
def _totals(weighed: Weighed) -> _Totals:
    """Kept, because every look of one case asks for it."""
    return _Totals(weighed)


def _answers_ratio(weighed: Weighed, sign: str, seen: bool) -> Array:
    """The ratio of a set that is known in part, once this member of it is answered too."""
    net = weighed.net
    unit = net.units[net.unit_of[sign]]
    return net.ratio(unit, {**{s: weighed.answers[s] for s in unit.signs if s in weighed.answers}, sign: float(seen)})


@lru_cache(maxsize=4)
def outlook(weighed: Weighed) -> Outlook:
    """What each open sign would do to the posterior; kept, because the next look and the acts of one case both ask for it.

    gain = H(now) - [P(seen) H(if seen) + P(not) H(if not)] with H the entropy of the posterior in bits and P(seen)
    the mixture of P(sign | condition) (expected value of information; Shannon).
    """
    net, totals, now = weighed.net, _totals(weighed), weighed.posterior_prob
    signs = _open_signs(weighed)
    if not signs:
        empty = np.zeros((len(now), 0))
        return Outlook(signs=(), seen_prob=np.zeros(0), if_seen=empty, if_absent=empty, gain_bits=np.zeros(0))
    columns = np.array([net.column_of[s] for s in signs], dtype=np.intp)
    groups = [net.units[net.unit_of[s]].group for s in signs]
    chances = np.ascontiguousarray(net.seen_prob.T[columns]).T
    if_seen, if_absent = (totals.after_one(columns, groups, seen=seen) for seen in (True, False))
    # the members of a set that is known in part are reckoned with what is known of it, both answers at once
    begun: dict[str, list[int]] = {}
    for i, sign in enumerate(signs):
        if net.unit_of[sign] in weighed.raw:
            begun.setdefault(net.unit_of[sign], []).append(i)
    for name, mine in begun.items():
        for i in mine:
            chances[:, i] = _chance(weighed, signs[i])
        both = totals.after({name: np.stack([_answers_ratio(weighed, signs[i], seen) for seen in (True, False) for i in mine], axis=1)})
        if_seen[:, mine], if_absent[:, mine] = both[:, : len(mine)], both[:, len(mine) :]
    seen_prob = now @ chances
    if_seen, if_absent = softmax(if_seen), softmax(if_absent)
    gain = entropy_bits(now) - seen_prob * entropy_bits(if_seen) - (1 - seen_prob) * entropy_bits(if_absent)
    return Outlook(signs=tuple(signs), seen_prob=seen_prob, if_seen=if_seen, if_absent=if_absent, gain_bits=gain)


@lru_cache(maxsize=JOINT_SIGNS + 1)
def _outcomes(count: int) -> NDArray[np.bool_]:
    """All answers to so many signs, a row each."""
    return np.array(list(product((True, False), repeat=count)))


def joint(weighed: Weighed, signs: Iterable[str]) -> tuple[Array, Array]:
    """Chances of all answers to a few open signs together, and the posterior after each (columns).

    Given the condition the answers are taken as independent; of an exclusive set pass one sign only.
    Chances 0 to 1, shape [answers]; posteriors shape [condition, answers] (Bayes).
    """
    chances, logs = _joint_logs(weighed, list(signs))
    return chances, softmax(logs)


def _joint_logs(weighed: Weighed, signs: Sequence[str]) -> tuple[Array, Array]:
    """The same with log-weights [condition, outcome] in place of the posterior."""
    net, answer = weighed.net, _outcomes(len(signs)).T[:, None, :]
    columns = np.array([net.column_of[s] for s in signs], dtype=np.intp)
    p, seen, absent = net.seen_prob.T[columns], net.table[columns + len(net.signs)], net.table[columns]
    for i, sign in enumerate(signs):
        if net.unit_of[sign] in weighed.raw:
            p[i], seen[i], absent[i] = _chance(weighed, sign), _answers_ratio(weighed, sign, True), _answers_ratio(weighed, sign, False)
    p, seen, absent = p[:, :, None], seen[:, :, None], absent[:, :, None]
    chances, ratios = np.where(answer, p, 1 - p).prod(axis=0), np.where(answer, seen, absent)
    new = dict(zip((net.unit_of[s] for s in signs), ratios, strict=True))
    return weighed.posterior_prob @ chances, _totals(weighed).after(new)


def _best_signs(net: Network, signs: Iterable[str]) -> list[str]:
    """The first few of these, one of each exclusive set."""
    units: dict[str, str] = {}
    for sign in signs:
        units.setdefault(net.unit_of[sign], sign)
    return list(units.values())[:JOINT_SIGNS]


def _swing(net: Network, now: Array, then: Array) -> Swing:
    row = int((then - now)[:-1].argmax())
    return Swing(condition=net.conditions[row], share_now=float(now[row]), share_then=float(then[row]))


def next_looks(weighed: Weighed, *, most: int = 3, first: Sequence[str] = (), at_seller: bool = False) -> tuple[NextLook, ...]:
    """Ways of looking by the loss they are expected to save over their trouble, best first.

    saved = least loss now - sum over the joint answers of P(answers) least loss after them

    over the best four signs of each look; a bit of information counts a little by itself, so that looks after which the
    same would be done still have an order. ``first``: looks that a group of look-alikes asks for before all else. Where a
    fish breathes fast, or all fell ill at once, and ammonia or nitrite were not read, the water test goes first whatever it
    saves: medicine on burnt gills kills (rule of the reference, common practice). ``at_seller``: only what can be done there.
    """
    net, now = weighed.net, weighed.posterior_prob
    view, table = outlook(weighed), loss_table(net)
    gains, seen_prob = view.gain_bits.tolist(), view.seen_prob.tolist()
    by_look: dict[str, list[int]] = {}
    for i in np.argsort(-view.gain_bits, kind="stable").tolist():
        by_look.setdefault(net.found.signs[view.signs[i]].taken_by, []).append(i)
    if at_seller:
        by_look = {look: places for look, places in by_look.items() if net.found.looks[look].at_seller}
    trouble = {look: net.found.looks[look].trouble.value for look in by_look}
    candidates = sorted(by_look, key=lambda look: (-gains[by_look[look][0]] / trouble[look], look))[:CANDIDATE_LOOKS]
    water_open = any(weighed.answers.get(s, 0) > 0 for s in BREATHING) and not set(weighed.answers) >= WATER_FIRST
    leads = [*dict.fromkeys((*first, *(["water_test"] if water_open else [])))]
    candidates += [look for look in leads if look in by_look and look not in candidates]
    bits_now = entropy_bits(now)
    least_now = float(least_loss(table, now))
    # the answers of all looks side by side
    told = [_joint_logs(weighed, _best_signs(net, [view.signs[i] for i in by_look[look]])) for look in candidates]
    after = softmax(np.concatenate([np.zeros((len(now), 0)), *(logs for _, logs in told)], axis=1))
    bits, losses, end = entropy_bits(after), least_loss(table, after), 0
    valued = []
    for look, (chance, _) in zip(candidates, told, strict=True):
        places, mine = by_look[look], slice(end, end + len(chance))
        end = mine.stop
        gain = float(bits_now - chance @ bits[mine])
        saves = max(least_now - float(chance @ losses[mine]), 0.0)
        first_water = water_open and look == "water_test"
        # before all else the water test is about what burns gills, not about what tells most
        lead = next((i for i in places if view.signs[i] in WATER_FIRST), places[0]) if first_water else places[0]
        found = NextLook(
            look=look,
            sign=view.signs[lead],
            also=tuple(view.signs[i] for i in places if i != lead and (first_water or gains[i] > 0.02 * gains[lead])),
            gain_bits=gain,
            saves=saves,
            seen_prob=seen_prob[lead],
            if_seen=_swing(net, now, view.if_seen[:, lead]),
            if_not_there=_swing(net, now, view.if_absent[:, lead]),
            goes_first=look in leads,
        )
        valued.append(((saves + BIT_SAVES * gain) / trouble[look], found))
    valued.sort(key=lambda pair: (leads.index(pair[1].look) if pair[1].goes_first else len(leads), -pair[0], pair[1].look))
    return tuple(look for value, look in valued[:most] if value > 0)
