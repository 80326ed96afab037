"""How much water a weighed dose is dissolved in before it goes in, and in how many buckets."""

from __future__ import annotations

import math
from dataclasses import dataclass

from pennywort.core.errors import InvalidInput
from pennywort.core.units.phrases import MORE_THAN_NOTHING

# crystals stirred by hand dissolve well up to about half of what water takes up in the end (common practice)
OF_SATURATION = 0.5
LEAST_L = 0.1
# what is stirred in a ten-litre bucket without spilling
BUCKET_L = 8.0


@dataclass(frozen=True, kw_only=True)
class DissolvedIn:
    """Litres it is dissolved in, in so many portions of a bucket at most."""

    volume_l: float
    portion_count: int


def dissolve_in(mass_mg: float, *, dissolves_g_per_l: float) -> DissolvedIn:
    """The water that a mass dissolves in with room to spare: m / (half of its solubility), in portions of 8 L (arithmetic).

    Rounded up to a tenth of a litre, from ten litres on to a litre.

    :raises InvalidInput: a mass or a solubility that is not positive and finite.
    """
    for field, value in (("mass", mass_mg), ("solubility", dissolves_g_per_l)):
        if not math.isfinite(value) or value <= 0:
            raise InvalidInput(MORE_THAN_NOTHING, field=field)
    litres = max(LEAST_L, mass_mg / 1000 / (OF_SATURATION * dissolves_g_per_l))
    litres = math.ceil(litres * 10 - 1e-9) / 10 if litres < 10 else float(math.ceil(litres - 1e-9))
    return DissolvedIn(volume_l=litres, portion_count=max(1, math.ceil(litres / BUCKET_L - 1e-9)))
