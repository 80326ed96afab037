"""Water chemistry: ion against nitrogen, and the part of ammonia that harms."""

from __future__ import annotations

import math

from pennywort.core.errors import InvalidInput
from pennywort.core.water import phrases

# Mass ratios from IUPAC atomic masses (N 14.007, O 15.999, H 1.008): exact arithmetic.
_N = 14.007
NITRITE_ION_PER_N = (14.007 + 2 * 15.999) / _N
AMMONIUM_ION_PER_N = (14.007 + 4 * 1.008) / _N
AMMONIA_PER_N = (14.007 + 3 * 1.008) / _N
NITRATE_ION_PER_N = (14.007 + 3 * 15.999) / _N
PER_N = {"n": 1.0, "nh3": AMMONIA_PER_N, "nh4": AMMONIUM_ION_PER_N, "no2": NITRITE_ION_PER_N, "no3": NITRATE_ION_PER_N}


def as_nitrogen_mg_per_l(concentration_mg_per_l: float, *, counted_as: str) -> float:
    """mg/L as nitrogen from mg/L counted as ``n``, ``nh3``, ``nh4``, ``no2`` or ``no3``: what the kit's card says."""
    return concentration_mg_per_l / PER_N[counted_as]


MG_PER_L_PER_DEGREE = 17.848


def chloride_to_nitrite(*, chloride_mg_per_l: float, nitrite_as_n_mg_per_l: float) -> float:
    """Mass of chloride over that of nitrite counted as NO2-; infinite without nitrite.

    Ten to one guards most fresh-water fish (Durborow, Crosby and Brunson 1997, SRAC 462; recalled from memory).
    """
    nitrite_mg_per_l = nitrite_as_n_mg_per_l * NITRITE_ION_PER_N
    return chloride_mg_per_l / nitrite_mg_per_l if nitrite_mg_per_l > 0 else math.inf


def unionised_ammonia_fraction(*, ph: float, temperature_c: float, salinity_g_per_kg: float = 0.0) -> float:
    """Share (0-1) of total ammonia that is NH3, the harmful form.

    Fresh water: pKa = 0.09018 + 2729.92 / T (Emerson, Russo, Lund and Thurston 1975, J. Fish. Res. Board Can. 32:2379).
    Sea water (above 5 g/kg): pKa = 9.245 + 0.116 I + 0.0324 (298 - T) + 0.0415 / T with
    I = 19.9273 S / (1000 - 1.005109 S) (US EPA 1989, 440/5-88-004, from Whitfield; recalled from memory).

    :param ph: 3 to 11. :param temperature_c: -2 to 40. :param salinity_g_per_kg: 0 to 45.
    :raises InvalidInput: outside these ranges.
    """
    for field, value, low, high in (
        ("ph", ph, 3, 11),
        ("temperature", temperature_c, -2, 40),
        ("salinity", salinity_g_per_kg, 0, 45),
    ):
        if not (math.isfinite(value) and low <= value <= high):
            raise InvalidInput(phrases.lies_between(low, high), field=field)
    kelvin = temperature_c + 273.15
    if salinity_g_per_kg > 5:
        ionic_strength = 19.9273 * salinity_g_per_kg / (1000 - 1.005109 * salinity_g_per_kg)
        pka = 9.245 + 0.116 * ionic_strength + 0.0324 * (298 - kelvin) + 0.0415 / kelvin
    else:
        pka = 0.09018 + 2729.92 / kelvin
    return 1 / (1 + 10 ** (pka - ph))
