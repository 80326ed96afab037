"""Counts of fish, exact or estimated, and the figures of a closed case."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date

from pennywort.core.errors import InvalidInput
from pennywort.core.outcome import phrases

MOST_FISH = 100_000


@dataclass(frozen=True, kw_only=True)
class Count:
    """A number of fish, with how far it may be off; an exact count has a plus-minus of 0."""

    count: int
    plus_minus: int = 0

    @property
    def words(self) -> str:
        return phrases.about(self.plus_minus, self.count)


def check_count(count: Count, *, field: str, least: int = 0) -> Count:
    """:raises InvalidInput: fewer than ``least``, too many, or a plus-minus larger than the count."""
    if not least <= count.count <= MOST_FISH:
        raise InvalidInput(phrases.fish_between(least, MOST_FISH), field=field)
    if not 0 <= count.plus_minus <= count.count:
        raise InvalidInput(phrases.PLUS_MINUS_TOO_LARGE, field=f"{field}_plus_minus")
    return count


def plus_minus_of(counts: Iterable[Count]) -> int:
    """How far the sum or difference of counts made one by one may be off: the root of the sum of squares, as independent errors add
    (GUM, JCGM 100:2008, 5.1.2, recalled from memory), whole fish, rounded up."""
    return root_up(sum(c.plus_minus**2 for c in counts))


def root_up(squares_sum: float) -> int:
    """The root of a sum of squares (fish², 0 or more), whole fish, rounded up."""
    return math.ceil(math.sqrt(squares_sum) - 1e-9) if squares_sum else 0


def together(counts: Iterable[Count]) -> Count:
    """All of these as one number; counted one by one, so that their plus-minus add as the root of squares."""
    found = tuple(counts)
    return Count(count=sum(c.count for c in found), plus_minus=plus_minus_of(found))


def alive(*, known: Count, gone: Iterable[Count]) -> Count:
    """Fish left: what was known (the arrival less its dead, or the last recount) less what went since; plus-minus as of independent counts."""
    went = together(gone)
    return Count(count=max(0, known.count - went.count), plus_minus=plus_minus_of((known, went)))


@dataclass(frozen=True, kw_only=True)
class CaseFigures:
    """A case in figures. ``survived_fraction`` is left over fish at the start, 0-1; None when none were there."""

    days: int
    doses_given: int
    looks: int
    fish_at_start: Count
    fish_lost: Count
    fish_left: Count
    survived_fraction: float | None


def case_figures(
    *, opened_on: date, ended_on: date, doses_given: int, looks: int, fish_at_start: Count, lost: Iterable[Count], left: Count | None = None
) -> CaseFigures:
    """Sum up a case. Days of the fishroom’s calendar, the first and the last counted, as a keeper does.

    ``left``: how many there were at its end by the whole book, recounts and all; without it those that were not lost.

    :raises InvalidInput: it ends before it opens.
    """
    if ended_on < opened_on:
        raise InvalidInput(phrases.ENDS_BEFORE_IT_OPENS, field="closed_on")
    total = together(lost)
    alive_still = alive(known=fish_at_start, gone=[total])
    return CaseFigures(
        days=(ended_on - opened_on).days + 1,
        doses_given=doses_given,
        looks=looks,
        fish_at_start=fish_at_start,
        fish_lost=total,
        fish_left=left if left is not None else alive_still,
        survived_fraction=alive_still.count / fish_at_start.count if fish_at_start.count else None,
    )
