"""Survival of groups of fish: Kaplan-Meier with its band, the log-rank test between batches, and when numbers are small."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from pennywort.core.errors import InvalidInput
from pennywort.core.outcome import phrases

Array = NDArray[np.float64]
# two-sided 95 % of the normal distribution
Z_95 = 1.959963984540054
# below these a curve says little, whatever it looks like (common practice)
FEW_FISH, FEW_LOSSES = 10, 5


@dataclass(frozen=True, kw_only=True)
class Spell:
    """So many fish followed for so many days, and then lost, or seen alive last (released, moved, today)."""

    days: float
    count: int
    lost: bool


@dataclass(frozen=True, kw_only=True)
class Step:
    """From this day on: the share still alive with its 95 % band, and how many were under risk and lost that day."""

    day: float
    share: float
    share_low: float
    share_high: float
    at_risk_count: int
    lost_count: int


@dataclass(frozen=True, kw_only=True)
class Curve:
    """A whole curve. ``few``: numbers are small and the band is all that may be read."""

    steps: tuple[Step, ...]
    fish_count: int
    lost_count: int
    median_days: float | None
    few: bool

    def share_at(self, day: float) -> float:
        """The share alive on a day."""
        share = 1.0
        for step in self.steps:
            if step.day > day:
                break
            share = step.share
        return share


@dataclass(frozen=True, kw_only=True)
class Compared:
    """The log-rank test of several batches: what was lost beside what would be, were they alike."""

    chi_square: float
    freedom: int
    chance_prob: float
    observed: tuple[float, ...]
    expected: tuple[float, ...]
    few: bool


class _Rows(NamedTuple):
    """Spells as columns: days, how many, how many of them were lost."""

    days: Array
    fish_count: Array
    lost: Array


def _checked(spells: Sequence[Spell]) -> _Rows:
    days = np.fromiter((s.days for s in spells), dtype=np.float64, count=len(spells))
    count = np.fromiter((s.count for s in spells), dtype=np.float64, count=len(spells))
    if not (np.isfinite(days).all() and (days >= 0).all()):
        raise InvalidInput(phrases.DAYS_NOT_NEGATIVE, field="days")
    if (count < 0).any():
        raise InvalidInput(phrases.FISH_NOT_NEGATIVE, field="count")
    lost = np.fromiter((s.lost for s in spells), dtype=np.float64, count=len(spells)) * count
    there = count > 0
    return _Rows(days[there], count[there], lost[there])


def _by_day(rows: _Rows, days: Array) -> tuple[Array, Array]:
    """On each of these days, which hold every day of a loss: how many were under risk, and how many were lost."""
    order = np.argsort(rows.days, kind="stable")
    before = np.concatenate([[0.0], np.cumsum(rows.fish_count[order])])
    at_risk = before[-1] - before[np.searchsorted(rows.days[order], days, side="left")]
    died = rows.lost > 0
    lost: Array = np.bincount(np.searchsorted(days, rows.days[died]), weights=rows.lost[died], minlength=len(days)).astype(np.float64)
    return at_risk, lost


def kaplan_meier(spells: Sequence[Spell]) -> Curve:
    """S(t) as the product over the days of a loss of 1 - d / n; the band by Greenwood's variance on the log(-log) scale.

    Kaplan EL, Meier P: Nonparametric estimation from incomplete observations (J Am Stat Assoc, 1958); the band as Kalbfleisch
    and Prentice give it (1980), both recalled. Fish seen alive last on the day of a loss count as under risk on it.

    :raises InvalidInput: negative days or counts.
    """
    rows = _checked(spells)
    total, lost_all = int(rows.fish_count.sum()), int(rows.lost.sum())
    days = np.unique(rows.days[rows.lost > 0])
    at_risk, lost = _by_day(rows, days)
    share = np.cumprod(1 - lost / at_risk).astype(np.float64)
    with np.errstate(divide="ignore"):
        greenwood = np.cumsum(lost / (at_risk * (at_risk - lost)))
    low, high = _band(share, greenwood)
    steps = tuple(
        Step(day=day, share=s, share_low=lo, share_high=hi, at_risk_count=int(n), lost_count=int(d))
        for day, s, lo, hi, n, d in zip(*(column.tolist() for column in (days, share, low, high, at_risk, lost)), strict=True)
    )
    half = np.flatnonzero(share <= 0.5 + 1e-12)
    median = float(days[half[0]]) if len(half) else None
    return Curve(steps=steps, fish_count=total, lost_count=lost_all, median_days=median, few=total < FEW_FISH or lost_all < FEW_LOSSES)


def _band(share: Array, greenwood: Array) -> tuple[Array, Array]:
    """exp(-exp(log(-log S) ± z sd)), sd = sqrt(sum d / n(n - d)) / |log S|; nothing left has no band."""
    low, high = np.zeros_like(share), np.zeros_like(share)
    some = (share > 0) & np.isfinite(greenwood)
    centre, sd = np.log(-np.log(share[some])), np.sqrt(greenwood[some]) / np.abs(np.log(share[some]))
    low[some], high[some] = np.exp(-np.exp(centre + Z_95 * sd)), np.exp(-np.exp(centre - Z_95 * sd))
    return low, high


def log_rank(batches: Sequence[Sequence[Spell]]) -> Compared:
    """Whether batches die alike: sum over the days of losses of observed less expected, by its hypergeometric variance.

    Mantel N: Evaluation of survival data (1966), recalled. The chance of a difference as large by luck alone from the
    chi-square distribution with one degree of freedom fewer than batches.

    :raises InvalidInput: fewer than two batches, or one without fish.
    """
    rows = [_checked(b) for b in batches]
    if len(rows) < 2 or any(not len(b.days) for b in rows):
        raise InvalidInput(phrases.TWO_BATCHES_AT_LEAST, field="batches")
    days = np.unique(np.concatenate([b.days[b.lost > 0] for b in rows]))
    by_batch = [_by_day(b, days) for b in rows]
    risk, lost = np.array([r for r, _ in by_batch]), np.array([d for _, d in by_batch])
    n, d = risk.sum(axis=0), lost.sum(axis=0)
    observed, expected = lost.sum(axis=1), (d * risk / n).sum(axis=1)
    part = risk[:-1] / n
    factor = np.where(n > 1, d * (n - d) / np.maximum(n - 1, 1), 0.0)
    variance = np.diag((factor * part).sum(axis=1)) - (factor * part) @ part.T
    chi = _quadratic(variance.tolist(), (observed - expected)[:-1].tolist())
    few = any(b.fish_count.sum() < FEW_FISH for b in rows) or observed.sum() < FEW_LOSSES
    return Compared(
        chi_square=chi, freedom=len(rows) - 1, chance_prob=_chi_square_beyond(chi, len(rows) - 1), observed=tuple(observed.tolist()),
        expected=tuple(expected.tolist()), few=bool(few),
    )  # fmt: skip


def _quadratic(matrix: list[list[float]], vector: list[float]) -> float:
    """x' M^-1 x by elimination; 0 where nothing was lost, so that nothing differs."""
    size = len(vector)
    work = [[*matrix[i], vector[i]] for i in range(size)]
    for i in range(size):
        pivot = max(range(i, size), key=lambda r: abs(work[r][i]))
        if abs(work[pivot][i]) < 1e-12:
            return 0.0
        work[i], work[pivot] = work[pivot], work[i]
        for r in range(size):
            if r != i:
                factor = work[r][i] / work[i][i]
                work[r] = [a - factor * b for a, b in zip(work[r], work[i], strict=True)]
    return sum(vector[i] * work[i][size] / work[i][i] for i in range(size))


def _chi_square_beyond(value: float, freedom: int) -> float:
    """P(X > value) of the chi-square distribution: the upper regularised gamma function Q(k/2, x/2), by series or fraction."""
    if value <= 0:
        return 1.0
    a, x = freedom / 2, value / 2
    scale = math.exp(a * math.log(x) - x - math.lgamma(a))
    if x < a + 1:
        term = total = 1 / a
        n = a
        while abs(term) > abs(total) * 1e-15:
            n += 1
            term *= x / n
            total += term
        return max(0.0, 1 - total * scale)
    # Lentz's continued fraction
    tiny = 1e-300
    b = x + 1 - a
    c, d = 1 / tiny, 1 / b
    h = d
    for i in range(1, 500):
        an = -i * (i - a)
        b += 2
        d = 1 / (an * d + b) if abs(an * d + b) > tiny else 1 / tiny
        c = b + an / c if abs(b + an / c) > tiny else tiny
        h *= d * c
        if abs(d * c - 1) < 1e-15:
            break
    return min(1.0, scale * h)


def share_band(count: int, of_count: int) -> tuple[float, float]:
    """The 95 % band of a share of a counted number, by Wilson's score interval (Wilson 1927, J. Am. Stat. Assoc. 22:209).

    :raises InvalidInput: of nothing, or more than all.
    """
    if of_count < 1 or not 0 <= count <= of_count:
        raise InvalidInput(phrases.SHARE_OF_AT_LEAST_ONE, field="count")
    share, z2 = count / of_count, Z_95 * Z_95
    middle = (share + z2 / (2 * of_count)) / (1 + z2 / of_count)
    half = Z_95 / (1 + z2 / of_count) * math.sqrt(share * (1 - share) / of_count + z2 / (4 * of_count * of_count))
    return max(0.0, middle - half), min(1.0, middle + half)
