"""Survival of 10,000 fish followed singly beside lifelines, in one run. Run: ``.venv/bin/python -m bench.survival``."""

from __future__ import annotations

import numpy as np
from lifelines import KaplanMeierFitter
from lifelines.statistics import multivariate_logrank_test

from bench.timing import say, seconds
from pennywort.core.outcome.survival import Spell, kaplan_meier, log_rank

FISH, BATCHES = 10_000, 4
DICE = np.random.default_rng(7)
# whole days of the calendar, as the record follows them
DAYS = np.floor(DICE.exponential(40, FISH)).clip(0, 120)
LOST = DICE.random(FISH) < 0.6
BATCH = DICE.integers(0, BATCHES, FISH)
SPELLS = [Spell(days=float(d), count=1, lost=bool(x)) for d, x in zip(DAYS, LOST, strict=True)]
SPLIT = [[s for s, b in zip(SPELLS, BATCH, strict=True) if b == i] for i in range(BATCHES)]


def ours() -> float:
    for batch in SPLIT:
        kaplan_meier(batch)
    return log_rank(SPLIT).chi_square


def theirs() -> float:
    for i in range(BATCHES):
        KaplanMeierFitter().fit(DAYS[i == BATCH], LOST[i == BATCH])
    return float(multivariate_logrank_test(DAYS, BATCH, LOST).test_statistic)


if __name__ == "__main__":
    mine, other = seconds(ours, rounds=15), seconds(theirs, rounds=15)
    say(f"{FISH} fish in {BATCHES} batches: {mine * 1e3:.1f} ms; lifelines {other * 1e3:.1f} ms: {other / mine:.1f} times as fast")
    say(f"chi-square {ours():.9f}, theirs {theirs():.9f}")
