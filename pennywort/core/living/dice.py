"""Chance that comes out the same on every machine: one uniform number after another from a counter, never from a clock."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
from numpy.typing import NDArray

Array = NDArray[Any]


class Dice:
    """Uniform numbers of one hour for many runs side by side.

    Philox counts (Salmon et al. 2011, Parallel random numbers: as easy as 1, 2, 3): seed and hour name the numbers, so that an hour is the same
    whatever was asked before, and run 0 of one is run 0 of two hundred. Ways of going on that are compared get the same numbers.
    """

    def __init__(self, *, seed: int, hour: int, runs: int, count: int) -> None:
        self._numbers = np.random.Generator(np.random.Philox(key=seed, counter=[0, 0, 0, hour])).random((runs, count), dtype=np.float32)
        self._taken = 0

    def take(self, *shape: int) -> Array:
        """The next numbers, [run, *shape], 0 to 1."""
        count = math.prod(shape)
        found: Array = self._numbers[:, self._taken : self._taken + count]
        self._taken += count
        return found.reshape(len(self._numbers), *shape)

    def parts(self, count: int, fish: int) -> Array:
        """The next numbers for each compartment of a stage, [compartment, run, fish]."""
        return self.take(count, fish).transpose(1, 0, 2)[:, None]

    def leave_out(self, count: int) -> None:
        """Pass over numbers that nothing needs, so that those after them stay the same."""
        self._taken += count


def whole(mean: Any, uniform: Array) -> Array:
    """So many whole animals: the mean, rounded up with the odds of what is over. Its mean is the mean, and a share of n is never more than n."""
    found: Array = np.floor(mean + uniform)
    return found
