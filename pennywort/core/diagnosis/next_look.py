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
    """Shannon entropy along the first axis, in bits."""
    safe = np.maximum(shares, 1e-300)
    return -(shares * np.log2(safe)).sum(axis=0)  # type: ignore[no-any-return]


def _open_signs(weighed: Weighed) -> list[str]:
    """Signs nobody answered that some condition of this water lists, that an answered set leaves open, and that make sense after what was seen."""
    net = weighed.net
    settled = {u for u in weighed.raw if any(weighed.answers.get(s, 0) > 0 for s in net.units[u].signs)}
    signs = net.found.signs
    ready = [s for s in net.signs if s not in weighed.answers and s in net.listed and net.unit_of[s] not in settled and not signs[s].over_days]
    after = {s: signs[s].after for s in ready}
    return [s for s in ready if not after[s] or any(weighed.answers.get(before, 0) > 0 for before in after[s])]


def _chance(weighed: Weighed, sign: str) -> Array:
    """P(sign | condition) given what of its own set is known to be absent."""
    net = weighed.net
    column = net.seen_prob[:, net.column_of[sign]]
    absent = [s for s in net.units[net.unit_of[sign]].signs if s in weighed.answers]
    if not absent:
        return column
    return column / (1 - net.seen_prob[:, [net.column_of[s] for s in absent]].sum(axis=1))  # type: ignore[no-any-return]


class _Rest:
    """What a group already holds beside the looks that are answered anew, by condition: sums and strongest for and against, and what it counts now."""

    def __init__(self, weighed: Weighed, names: Iterable[str], *, but: Iterable[str]) -> None:
        self.counted = np.zeros(len(weighed.prior_logs))
        self.sums_for, self.sums_against, self.top_for, self.top_against = (np.zeros(len(self.counted)) for _ in range(4))
        without = set(but)
        for name in names:
            self.counted += weighed.ratios[name]
            if name not in without:
                speaks_for = np.maximum(weighed.raw[name], 0.0)
                speaks_against = weighed.raw[name] - speaks_for
                self.sums_for += speaks_for
                self.sums_against += speaks_against
                np.maximum(self.top_for, speaks_for, out=self.top_for)
                np.minimum(self.top_against, speaks_against, out=self.top_against)

    def change(self, fresh: Iterable[Array], *, further: float) -> Array:
        """How much the group counts more once these looks [condition, outcome] stand in it as well."""
        sums_for, sums_against, top_for, top_against = (a[:, None] for a in (self.sums_for, self.sums_against, self.top_for, self.top_against))
        for ratios in fresh:
            speaks_for = np.maximum(ratios, 0.0)
            speaks_against = ratios - speaks_for
            sums_for, sums_against = sums_for + speaks_for, sums_against + speaks_against
            top_for, top_against = np.maximum(top_for, speaks_for), np.minimum(top_against, speaks_against)
        return led(sums_for, sums_against, top_for, top_against, further=further) - self.counted[:, None]


class _Totals:
    """Log-weights of a case, with some units answered anew: only the groups touched are reckoned again."""

    def __init__(self, weighed: Weighed) -> None:
        self.weighed = weighed
        self.base = weighed.prior_logs + weighed.total_logs
        self.further = weighed.net.found.likelihoods.further_in_group.value
        self.in_group: dict[str, list[str]] = {}
        for name in weighed.raw:
            group = weighed.net.units[name].group
            if group:
                self.in_group.setdefault(group, []).append(name)
        self._rests: dict[tuple[str, tuple[str, ...]], _Rest] = {}

    def rest(self, group: str, fresh: Iterable[str]) -> _Rest:
        """What stands in a group beside these units."""
        names = self.in_group.get(group, ())
        key = group, tuple(n for n in fresh if n in names)
        if key not in self._rests:
            self._rests[key] = _Rest(self.weighed, names, but=key[1])
        return self._rests[key]

    def after(self, new: Mapping[str, Array]) -> Array:
        """Log-weights [condition, outcome] once these units have these ratios [condition, outcome]."""
        weighed, units = self.weighed, self.weighed.net.units
        logs = np.repeat(self.base[:, None], next(iter(new.values())).shape[1], axis=1)
        touched: dict[str, dict[str, Array]] = {}
        for name, ratios in new.items():
            group = units[name].group
            if group is None:
                old = weighed.ratios.get(name)
                logs += ratios if old is None else ratios - old[:, None]
            else:
                touched.setdefault(group, {})[name] = ratios
        for group, fresh in touched.items():
            logs += self.rest(group, fresh).change(fresh.values(), further=self.further)
        return logs


def _answers_ratio(weighed: Weighed, sign: str, seen: bool) -> Array:
    """The ratio of the sign's whole unit once it is answered."""
    net = weighed.net
    unit = net.units[net.unit_of[sign]]
    if len(unit.signs) == 1:
        return (net.log_seen if seen else net.log_absent)[:, net.column_of[sign]]
    return net.ratio(unit, {**{s: weighed.answers[s] for s in unit.signs if s in weighed.answers}, sign: float(seen)})


@lru_cache(maxsize=4)
def outlook(weighed: Weighed) -> Outlook:
    """What each open sign would do to the posterior; kept, because the next look and the acts of one case both ask for it.

    gain = H(now) - [P(seen) H(if seen) + P(not) H(if not)] with H the entropy of the posterior in bits and P(seen)
    the mixture of P(sign | condition) (expected value of information; Shannon).
    """
    net, totals, now = weighed.net, _Totals(weighed), weighed.posterior_prob
    signs = _open_signs(weighed)
    if not signs:
        empty = np.zeros((len(now), 0))
        return Outlook(signs=(), seen_prob=np.zeros(0), if_seen=empty, if_absent=empty, gain_bits=np.zeros(0))
    chances = net.seen_prob[:, [net.column_of[s] for s in signs]]
    for i, sign in enumerate(signs):
        if len(net.units[net.unit_of[sign]].signs) > 1:
            chances[:, i] = _chance(weighed, sign)
    seen_prob = now @ chances
    # looks whose answer stands alone, and those of a group of which nothing is known yet, are reckoned together
    together: dict[str | None, list[int]] = {}
    apart: dict[str, list[int]] = {}
    for i, sign in enumerate(signs):
        unit = net.units[net.unit_of[sign]]
        if len(unit.signs) == 1 and net.unit_of[sign] not in weighed.raw:
            together.setdefault(unit.group, []).append(i)
        else:
            apart.setdefault(net.unit_of[sign], []).append(i)
    if_seen, if_absent = np.empty_like(chances), np.empty_like(chances)
    for group, places in together.items():
        picked = [net.column_of[signs[i]] for i in places]
        seen, absent = net.log_seen[:, picked], net.log_absent[:, picked]
        if group is not None:
            rest = totals.rest(group, ())
            seen, absent = rest.change([seen], further=totals.further), rest.change([absent], further=totals.further)
        if_seen[:, places], if_absent[:, places] = totals.base[:, None] + seen, totals.base[:, None] + absent
    for name, mine in apart.items():
        # both answers at once: what else is in the group is summed only once
        both = totals.after({name: np.stack([_answers_ratio(weighed, signs[i], seen) for seen in (True, False) for i in mine], axis=1)})
        if_seen[:, mine], if_absent[:, mine] = both[:, : len(mine)], both[:, len(mine) :]
    if_seen, if_absent = softmax(if_seen), softmax(if_absent)
    gain = entropy_bits(now) - seen_prob * entropy_bits(if_seen) - (1 - seen_prob) * entropy_bits(if_absent)
    return Outlook(signs=tuple(signs), seen_prob=seen_prob, if_seen=if_seen, if_absent=if_absent, gain_bits=gain)


@lru_cache(maxsize=JOINT_SIGNS + 1)
def _outcomes(count: int) -> NDArray[np.bool_]:
    """All answers to so many signs, a row each."""
    return np.array(list(product((True, False), repeat=count)))


def joint(weighed: Weighed, signs: Iterable[str], totals: _Totals | None = None) -> tuple[Array, Array]:
    """Chances of all answers to a few open signs together, and the posterior after each (columns).

    Given the condition the answers are taken as independent; of an exclusive set pass one sign only.
    """
    signs = list(signs)
    outcomes = _outcomes(len(signs))
    chances = np.ones((len(weighed.posterior_prob), len(outcomes)))
    new: dict[str, Array] = {}
    for place, sign in enumerate(signs):
        p, answer = _chance(weighed, sign)[:, None], outcomes[:, place][None, :]
        chances *= np.where(answer, p, 1 - p)
        new[weighed.net.unit_of[sign]] = np.where(answer, _answers_ratio(weighed, sign, True)[:, None], _answers_ratio(weighed, sign, False)[:, None])
    return weighed.posterior_prob @ chances, softmax((totals or _Totals(weighed)).after(new))


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
    for i in np.argsort(-view.gain_bits, kind="stable"):
        look = net.found.signs[view.signs[i]].taken_by
        if net.found.looks[look].at_seller or not at_seller:
            by_look.setdefault(look, []).append(int(i))
    trouble = {look: net.found.looks[look].trouble.value for look in by_look}
    candidates = sorted(by_look, key=lambda look: (-gains[by_look[look][0]] / trouble[look], look))[:CANDIDATE_LOOKS]
    water_open = any(weighed.answers.get(s, 0) > 0 for s in BREATHING) and not set(weighed.answers) >= WATER_FIRST
    leads = [*dict.fromkeys((*first, *(["water_test"] if water_open else [])))]
    candidates += [look for look in leads if look in by_look and look not in candidates]
    bits_now = entropy_bits(now)
    least_now, totals = float(least_loss(table, now)), _Totals(weighed)
    valued = []
    for look in candidates:
        places = by_look[look]
        units: dict[str, int] = {}
        for i in places:
            units.setdefault(net.unit_of[view.signs[i]], i)
        asked = list(units.values())[:JOINT_SIGNS]
        chance, after = joint(weighed, [view.signs[i] for i in asked], totals)
        gain = float(bits_now - chance @ entropy_bits(after))
        saves = max(least_now - float(chance @ least_loss(table, after)), 0.0)
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
