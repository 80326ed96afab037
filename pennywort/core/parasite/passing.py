"""Which share of a parasite is never met: lines of it followed through their rounds, one by one, by a seeded generator."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from pennywort.core.errors import InvalidInput
from pennywort.core.parasite import phrases
from pennywort.core.parasite.life_cycle import StageLength, stages_at
from pennywort.core.reference.course_models import LifeCycle

LINES = 1000
RUNS = 60
MOST_ROUNDS = 400
# how far the pace of a whole round lies off the published one from water to water, as a standard deviation of its logarithm (our assumption)
PACE_SD = 0.1


@dataclass(frozen=True, kw_only=True)
class Meeting:
    """When something can meet a parasite, hours since the course began: medicine in its range from and to, and moves to a clean tank."""

    in_range_h: tuple[tuple[float, float], ...] = ()
    moves_h: tuple[float, ...] = ()

    @property
    def last_h(self) -> float:
        """The last hour in which anything is met."""
        return max([0.0, *(end for _, end in self.in_range_h), *self.moves_h])


@dataclass(frozen=True, kw_only=True)
class Share:
    """A share, 0-1, with the band in which nine of ten runs lie."""

    middle: float
    low: float
    high: float


def never_met(
    cycle: LifeCycle,
    *,
    temperature_c: float,
    meetings: Sequence[Meeting],
    seed: int,
    begin: Literal["anywhere", "settled"] = "anywhere",
    begins_h: float = 0.0,
    lines: int = LINES,
    runs: int = RUNS,
    pace_sd: float = PACE_SD,
) -> Share:
    """Share of lines that pass every stage which something reaches while nothing is there.

    A line is one parasite and, each time it goes unmet, one of those that come of it. Lengths of stages are log-normal, nine in ten within
    their published range, independent (as in ``life_cycle.left_fraction``); medicine meets a stage it reaches at any hour of it in range, a
    move empties the tank of every stage that it leaves behind. ``meetings`` are equally likely courses of the level (more or less water than
    thought): run i takes the i-th, in turn.

    :param begin: ``anywhere`` in its round when the course begins, or just ``settled`` on a fish. :param begins_h: 0 or later: when they came.
    :raises InvalidInput: no runs, no lines, or nothing to meet. :raises NotKnownYet: colder or warmer than anything published.
    """
    if not meetings or lines < 1 or runs < 1:
        raise InvalidInput(phrases.ONE_RUN_AT_LEAST, field="runs")
    stages = stages_at(cycle, temperature_c=temperature_c)
    rng = np.random.default_rng(seed)
    paces = np.exp(rng.normal(0.0, pace_sd, runs)) if pace_sd else np.ones(runs)
    shares = np.empty(runs)
    for place, meeting in enumerate(meetings):
        mine = np.arange(place, runs, len(meetings))
        if len(mine):
            left = _follow(stages, meeting, rng, pace=np.repeat(paces[mine], lines), anywhere=begin == "anywhere", begins_h=begins_h)
            shares[mine] = left.reshape(len(mine), lines).mean(axis=1)
    low, middle, high = np.quantile(shares, [0.05, 0.5, 0.95])
    return Share(middle=float(middle), low=float(low), high=float(high))


def _follow(stages: Sequence[StageLength], meeting: Meeting, rng: np.random.Generator, *, pace: np.ndarray, anywhere: bool, begins_h: float) -> np.ndarray:
    """Which of these lines are never met."""
    starts, ends = (np.array([span[i] for span in meeting.in_range_h]) for i in (0, 1))
    moves = np.array(sorted(meeting.moves_h))
    free = np.ones(len(pace), dtype=bool)
    at = np.full(len(pace), begins_h)
    still = np.arange(len(pace))
    for number in range(MOST_ROUNDS):
        lengths = [_lengths(s, rng, len(still)) * pace[still] for s in stages]
        if number == 0 and anywhere:
            at[still] -= rng.random(len(still)) * np.sum(lengths, axis=0)
        for stage, length in zip(stages, lengths, strict=True):
            # what lies before the course began, or before they came, is met by nothing
            begin, end = np.maximum(at[still], begins_h), at[still] + length
            met = np.zeros(len(still), dtype=bool)
            if stage.reached and len(starts):
                following = np.searchsorted(ends, begin, side="right")
                there = following < len(starts)
                met |= there & (end > begin) & (starts[np.minimum(following, len(starts) - 1)] < end)
            if stage.left_behind and len(moves):
                met |= np.searchsorted(moves, end) > np.searchsorted(moves, begin)
            free[still[met]] = False
            at[still] += length
        still = still[free[still] & (at[still] < meeting.last_h)]
        if not len(still):
            break
    return free


def _lengths(stage: StageLength, rng: np.random.Generator, count: int) -> np.ndarray:
    return rng.lognormal(math.log(stage.length.middle_h), stage.length.log_sd, count)
