"""Rows that were read at once, by what they belong to."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Callable, Iterable
from typing import TypeVar

K = TypeVar("K")
R = TypeVar("R")


def grouped(rows: Iterable[R], by: Callable[[R], K]) -> defaultdict[K, list[R]]:
    """Each key with its rows, in the order they came; a key that has none has an empty list."""
    found: defaultdict[K, list[R]] = defaultdict(list)
    for row in rows:
        found[by(row)].append(row)
    return found
