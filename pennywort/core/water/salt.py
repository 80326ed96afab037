"""Salinity from what a hydrometer or refractometer says."""

from __future__ import annotations

import gsw

from pennywort.core.errors import InvalidInput

# Absolute salinity is taken as 35.16504/35 of practical salinity (TEOS-10, standard sea water); keepers' g/kg is that.
MOST_G_PER_KG = 60.0
HYDROMETER_C = 25.0


def specific_gravity(*, salinity_g_per_kg: float, temperature_c: float = HYDROMETER_C) -> float:
    """Density of sea water over that of pure water at the same temperature and surface pressure, by TEOS-10 (gsw).

    :param salinity_g_per_kg: 0 to 60. :param temperature_c: 0 to 40. :raises InvalidInput: outside these.
    """
    _in_range(salinity_g_per_kg, 0, MOST_G_PER_KG, "salinity")
    _in_range(temperature_c, 0, 40, "temperature")
    sea = gsw.rho_t_exact(salinity_g_per_kg, temperature_c, 0.0)
    return float(sea / gsw.rho_t_exact(0.0, temperature_c, 0.0))


def salinity_from_gravity(gravity: float, *, temperature_c: float = HYDROMETER_C) -> float:
    """Salinity in g/kg from a specific gravity (t/t). Density rises with salinity, so halving the range finds it.

    :raises InvalidInput: a gravity below that of fresh water or above 60 g/kg.
    """
    low, high = 0.0, MOST_G_PER_KG
    least, most = specific_gravity(salinity_g_per_kg=low, temperature_c=temperature_c), specific_gravity(salinity_g_per_kg=high, temperature_c=temperature_c)
    _in_range(gravity, least, most, "salinity")
    for _ in range(60):
        middle = (low + high) / 2
        if specific_gravity(salinity_g_per_kg=middle, temperature_c=temperature_c) < gravity:
            low = middle
        else:
            high = middle
    return (low + high) / 2


def _in_range(value: float, low: float, high: float, field: str) -> None:
    if not low <= value <= high:
        raise InvalidInput(f"This lies between {low:g} and {high:.4g}.", field=field)
