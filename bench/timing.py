"""Timing by the median, and plain words on the screen."""

from __future__ import annotations

import time
from collections.abc import Callable
from statistics import median


def seconds(run: Callable[[], object], *, rounds: int = 30) -> float:
    """The median time of one run, after one that warms up."""
    run()
    times = []
    for _ in range(rounds):
        start = time.perf_counter()
        run()
        times.append(time.perf_counter() - start)
    return median(times)


def say(line: str) -> None:
    print(line, flush=True)  # noqa: T201
