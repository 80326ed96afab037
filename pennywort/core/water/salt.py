"""Salinity from what a hydrometer or refractometer says."""

from __future__ import annotations

from dataclasses import dataclass

import gsw

from pennywort.core.errors import InvalidInput
from pennywort.core.water import phrases

# Absolute salinity is taken as 35.16504/35 of practical salinity (TEOS-10, standard sea water); keepers' g/kg is that.
MOST_G_PER_KG = 60.0
HYDROMETER_C = 25.0
PSU_TO_G_PER_KG = 35.16504 / 35


def _in_range(value: float, low: float, high: float, field: str) -> None:
    if not low <= value <= high:
        raise InvalidInput(phrases.salt_between(low, high), field=field)


@dataclass(frozen=True, kw_only=True)
class Salinity:
    """One water in every scale keepers use. ``gravity`` is t/t at 25 degC; ``gravity_25_4`` is density at 25 over water at 4."""

    salinity_g_per_kg: float
    practical: float
    grams_per_l: float
    gravity_25_25: float
    gravity_20_20: float
    gravity_25_4: float
    conductivity_ms_per_cm: float
    tds_mg_per_l: float
    density_kg_per_l: float


def specific_gravity(*, salinity_g_per_kg: float, sample_c: float = HYDROMETER_C, reference_c: float = HYDROMETER_C) -> float:
    """Specific gravity as a hydrometer marked sample/reference reads it: rho(S, sample) / rho(0, reference) (TEOS-10, gsw).

    :raises InvalidInput: salinity outside 0 to 60 g/kg or a temperature outside 0 to 40 degC.
    """
    _in_range(salinity_g_per_kg, 0, MOST_G_PER_KG, "salinity")
    _in_range(sample_c, 0, 40, "sample_temperature")
    _in_range(reference_c, 0, 40, "reference_temperature")
    return float(gsw.rho_t_exact(salinity_g_per_kg, sample_c, 0.0) / gsw.rho_t_exact(0.0, reference_c, 0.0))


def salinity_from_gravity(gravity: float, *, sample_c: float = HYDROMETER_C, reference_c: float = HYDROMETER_C) -> float:
    """The salinity behind such a reading, g/kg: density rises with it, so halving the range finds it.

    :raises InvalidInput: a gravity that no water from 0 to 60 g/kg has.
    """
    low, high = 0.0, MOST_G_PER_KG
    least, most = (specific_gravity(salinity_g_per_kg=s, sample_c=sample_c, reference_c=reference_c) for s in (low, high))
    _in_range(gravity, least, most, "salinity")
    if gravity - least < 1e-9:
        return 0.0
    for _ in range(60):
        middle = (low + high) / 2
        if specific_gravity(salinity_g_per_kg=middle, sample_c=sample_c, reference_c=reference_c) < gravity:
            low = middle
        else:
            high = middle
    return (low + high) / 2


def salinity_from_conductivity(conductivity_ms_per_cm: float, *, temperature_c: float) -> float:
    """g/kg from conductivity in mS/cm at the water's temperature, by PSS-78 (gsw). :raises InvalidInput: out of its range."""
    _in_range(conductivity_ms_per_cm, 0.0, 90.0, "salinity")
    _in_range(temperature_c, 0, 40, "temperature")
    practical = float(gsw.SP_from_C(conductivity_ms_per_cm, temperature_c, 0.0))
    return max(0.0, practical) * PSU_TO_G_PER_KG


def in_every_scale(*, salinity_g_per_kg: float, temperature_c: float, tds_factor: float = 0.64) -> Salinity:
    """One salinity in all scales. ``tds_factor`` mg/L for each uS/cm: what the meter multiplies by, 0.5 to 0.7.

    :raises InvalidInput: out of range.
    """
    _in_range(tds_factor, 0.4, 1.0, "tds_factor")
    _in_range(temperature_c, 0, 40, "temperature")
    practical = salinity_g_per_kg / PSU_TO_G_PER_KG
    conductivity = float(gsw.C_from_SP(practical, temperature_c, 0.0)) if practical > 0 else 0.0
    # meters show conductivity at 25 degC, and TDS from that
    at_25 = float(gsw.C_from_SP(practical, 25.0, 0.0)) if practical > 0 else 0.0
    density = float(gsw.rho_t_exact(salinity_g_per_kg, temperature_c, 0.0)) / 1000
    return Salinity(
        salinity_g_per_kg=salinity_g_per_kg,
        practical=practical,
        grams_per_l=salinity_g_per_kg * density,
        gravity_25_25=specific_gravity(salinity_g_per_kg=salinity_g_per_kg),
        gravity_20_20=specific_gravity(salinity_g_per_kg=salinity_g_per_kg, sample_c=20.0, reference_c=20.0),
        gravity_25_4=specific_gravity(salinity_g_per_kg=salinity_g_per_kg, sample_c=25.0, reference_c=4.0),
        conductivity_ms_per_cm=conductivity,
        tds_mg_per_l=at_25 * 1000 * tds_factor,
        density_kg_per_l=density,
    )


def gravity_from_grams(grams_per_l: float) -> float | None:
    """Specific gravity (25/25) of water with so many grams in a litre; None beyond what a hydrometer and TEOS-10 reach.

    Grams in a kilogram follow from grams in a litre by the density they make, found by repeating it.
    """
    salinity = grams_per_l
    for _ in range(6):
        if not 0 <= salinity <= MOST_G_PER_KG:
            return None
        salinity = grams_per_l / (float(gsw.rho_t_exact(salinity, HYDROMETER_C, 0.0)) / 1000)
    return specific_gravity(salinity_g_per_kg=salinity)
