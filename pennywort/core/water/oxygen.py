"""Oxygen: what a meter says against what this water could hold."""

from __future__ import annotations

import math

from pennywort.core.errors import InvalidInput
from pennywort.core.water import phrases


def oxygen_saturation_mg_per_l(*, temperature_c: float, salinity_g_per_kg: float = 0.0) -> float:
    """Dissolved oxygen in mg/L at equilibrium with moist air at one atmosphere.

    ln C = -139.34411 + 1.575701e5 / T - 6.642308e7 / T^2 + 1.243800e10 / T^3 - 8.621949e11 / T^4
           - S (0.017674 - 10.754 / T + 2140.7 / T^2)

    with T in kelvin (Benson and Krause 1984, Limnol. Oceanogr. 29:620, in the form of the US Geological Survey,
    technical memorandum 2011.03; recalled from memory, checked against gsw and the published table).

    :param temperature_c: 0 to 40. :param salinity_g_per_kg: 0 to 45. :raises InvalidInput: outside these.
    """
    for field, value, high in (("temperature", temperature_c, 40), ("salinity", salinity_g_per_kg, 45)):
        if not (math.isfinite(value) and 0 <= value <= high):
            raise InvalidInput(phrases.lies_between(0, high), field=field)
    t = temperature_c + 273.15
    fresh = -139.34411 + 1.575701e5 / t - 6.642308e7 / t**2 + 1.243800e10 / t**3 - 8.621949e11 / t**4
    return math.exp(fresh - salinity_g_per_kg * (0.017674 - 10.754 / t + 2140.7 / t**2))
