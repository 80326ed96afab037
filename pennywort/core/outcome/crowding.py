"""Which water runs out of air first: the one with most fish in it for its size."""

from __future__ import annotations

import math
from collections.abc import Iterable

from pennywort.core.errors import InvalidInput
from pennywort.core.medicine.food import mass_from_length_g
from pennywort.core.units.phrases import HOW_MUCH_WATER

# a fish of no kind that is known
UNKNOWN_CM = 8.0
# the longest of which the mass is told; a giant counts as that long
LONGEST_CM = 120.0


def grams_per_l(fish: Iterable[tuple[int, float | None]], *, net_volume_l: float) -> float:
    """Fish in a water at their full size, g/L, from counts and adult lengths in cm; a length nobody knows counts as 8 cm.

    Mass by the usual body shape (:func:`mass_from_length_g`): what fish breathe goes nearly with it. Good for an order, not for a figure.

    :raises InvalidInput: no water, or a length no ornamental fish has.
    """
    if not math.isfinite(net_volume_l) or net_volume_l <= 0:
        raise InvalidInput(HOW_MUCH_WATER, field="volume")
    lengths = ((count, UNKNOWN_CM if length is None else min(length, LONGEST_CM)) for count, length in fish)
    return sum(count * mass_from_length_g(length_cm=length, body="usual") for count, length in lengths) / net_volume_l
