"""Survival of groups of fish: Kaplan-Meier with its band, the log-rank test between batches, and when numbers are small."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from pennywort.core.errors import InvalidInput

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


def _checked(spells: Sequence[Spell]) -> list[Spell]:
    for s in spells:
        if not math.isfinite(s.days) or s.days < 0:
            raise InvalidInput("Days can’t be negative.", field="days")
        if s.count < 0:
            raise InvalidInput("A number of fish can’t be negative.", field="count")
    return [s for s in spells if s.count]


def kaplan_meier(spells: Sequence[Spell]) -> Curve:
    """S(t) as the product over the days of a loss of 1 - d / n; the band by Greenwood's variance on the log(-log) scale.

    Kaplan EL, Meier P: Nonparametric estimation from incomplete observations (J Am Stat Assoc, 1958); the band as Kalbfleisch
    and Prentice give it (1980), both recalled. Fish seen alive last on the day of a loss count as under risk on it.

    :raises InvalidInput: negative days or counts.
    """
    rows = _checked(spells)
    total, lost_all = sum(s.count for s in rows), sum(s.count for s in rows if s.lost)
    at_risk, share, greenwood = total, 1.0, 0.0
    steps: list[Step] = []
    median: float | None = None
    for day in sorted({s.days for s in rows}):
        lost = sum(s.count for s in rows if s.days == day and s.lost)
        left = sum(s.count for s in rows if s.days == day and not s.lost)
        if lost:
            share *= 1 - lost / at_risk
            greenwood = greenwood + lost / (at_risk * (at_risk - lost)) if at_risk > lost else math.inf
            low, high = _band(share, greenwood)
            steps.append(Step(day=day, share=share, share_low=low, share_high=high, at_risk_count=at_risk, lost_count=lost))
            if median is None and share <= 0.5 + 1e-12:
                median = day
        at_risk -= lost + left
    return Curve(steps=tuple(steps), fish_count=total, lost_count=lost_all, median_days=median, few=total < FEW_FISH or lost_all < FEW_LOSSES)


def _band(share: float, greenwood: float) -> tuple[float, float]:
    """exp(-exp(log(-log S) ± z sd)), sd = sqrt(sum d / n(n - d)) / |log S|; nothing left has no band."""
    if share <= 0 or not math.isfinite(greenwood):
        return 0.0, 0.0
    if share >= 1:
        return 1.0, 1.0
    centre = math.log(-math.log(share))
    sd = math.sqrt(greenwood) / abs(math.log(share))
    return math.exp(-math.exp(centre + Z_95 * sd)), math.exp(-math.exp(centre - Z_95 * sd))


def log_rank(batches: Sequence[Sequence[Spell]]) -> Compared:
    """Whether batches die alike: sum over the days of losses of observed less expected, by its hypergeometric variance.

    Mantel N: Evaluation of survival data (1966), recalled. The chance of a difference as large by luck alone from the
    chi-square distribution with one degree of freedom fewer than batches.

    :raises InvalidInput: fewer than two batches, or one without fish.
    """
    rows = [_checked(b) for b in batches]
    if len(rows) < 2 or any(not b for b in rows):
        raise InvalidInput("Two batches at least, each with fish.", field="batches")
    days = sorted({s.days for b in rows for s in b if s.lost})
    count = len(rows)
    observed, expected = [0.0] * count, [0.0] * count
    variance = [[0.0] * (count - 1) for _ in range(count - 1)]
    for day in days:
        risk = [sum(s.count for s in b if s.days >= day) for b in rows]
        lost = [sum(s.count for s in b if s.days == day and s.lost) for b in rows]
        n, d = sum(risk), sum(lost)
        for i in range(count):
            observed[i] += lost[i]
            expected[i] += d * risk[i] / n
        if n > 1:
            factor = d * (n - d) / (n - 1)
            for i in range(count - 1):
                for j in range(count - 1):
                    variance[i][j] += factor * (risk[i] / n) * ((1.0 if i == j else 0.0) - risk[j] / n)
    apart = [observed[i] - expected[i] for i in range(count - 1)]
    chi = _quadratic(variance, apart)
    few = any(sum(s.count for s in b) < FEW_FISH for b in rows) or sum(observed) < FEW_LOSSES
    return Compared(
        chi_square=chi, freedom=count - 1, chance_prob=_chi_square_beyond(chi, count - 1), observed=tuple(observed), expected=tuple(expected), few=few
    )


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
        raise InvalidInput("A share is of at least one, and no more than all.", field="count")
    share, z2 = count / of_count, Z_95 * Z_95
    middle = (share + z2 / (2 * of_count)) / (1 + z2 / of_count)
    half = Z_95 / (1 + z2 / of_count) * math.sqrt(share * (1 - share) / of_count + z2 / (4 * of_count * of_count))
    return max(0.0, middle - half), min(1.0, middle + half)
