"""Timing by the median, and plain words on the screen."""

from __future__ import annotations

import time
from collections.abc import Callable, Sequence
from statistics import median


def spread(run: Callable[[], object], *, rounds: int = 30) -> tuple[float, float]:
    """The shortest and the median time of one run, after one that warms up: on shared cores they lie far apart."""
    return by_turns([run], rounds=rounds)[0]


def _once(run: Callable[[], object]) -> float:
    start = time.perf_counter()
    run()
    return time.perf_counter() - start


def by_turns(runs: Sequence[Callable[[], object]], *, rounds: int) -> list[tuple[float, float]]:
    """The same of several that are compared: one after the other in every round, so that a slow minute slows them all."""
    times: list[list[float]] = [[] for _ in runs]
    for _ in range(rounds + 1):
        for run, mine in zip(runs, times, strict=True):
            mine.append(_once(run))
    return [(min(mine[1:]), median(mine[1:])) for mine in times]


def seconds(run: Callable[[], object], *, rounds: int = 30) -> float:
    """The median time of one run."""
    return spread(run, rounds=rounds)[1]


def say(line: str) -> None:
    print(line, flush=True)  # noqa: T201
