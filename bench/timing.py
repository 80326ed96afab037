"""Timing by the median, and plain words on the screen."""

from __future__ import annotations

import time
from collections.abc import Callable
from statistics import median


def spread(run: Callable[[], object], *, rounds: int = 30) -> tuple[float, float]:
    """The shortest and the median time of one run, after one that warms up: on shared cores they lie far apart."""
    run()
    times = []
    for _ in range(rounds):
        start = time.perf_counter()
        run()
        times.append(time.perf_counter() - start)
    return min(times), median(times)


def seconds(run: Callable[[], object], *, rounds: int = 30) -> float:
    """The median time of one run."""
    return spread(run, rounds=rounds)[1]


def say(line: str) -> None:
    print(line, flush=True)  # noqa: T201
