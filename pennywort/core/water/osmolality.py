"""How salty waters compare, whatever the salt: osmolality from what is dissolved."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from pennywort.core.errors import InvalidInput
from pennywort.core.water import phrases

Salt = Literal["sodium_chloride", "magnesium_sulfate", "marine_salt", "tds"]
# Particles per formula, osmotic coefficient near body strength, and molar mass in g/mol. NaCl 0.93 and MgSO4 0.6 at
# 0.1 mol/kg, 25 degC: Robinson and Stokes, Electrolyte Solutions (recalled from memory).
_SIMPLE = {"sodium_chloride": (2, 0.93, 58.44), "magnesium_sulfate": (2, 0.6, 246.47)}
# Fresh water of TDS is mostly bicarbonates of calcium and sodium: two to three ions of near 100 g/mol (from memory).
_TDS_MMOL_PER_G = 20.0
# Sea salt: 31.404 g/mol of particles (Millero et al. 2008, TEOS-10) and an osmotic coefficient of 0.90, which lies
# between 0.89 and 0.93 from 5 to 40 g/kg (Millero and Leung 1976; both recalled from memory).
_SEA_G_PER_MOL = 31.4038218
_SEA_COEFFICIENT = 0.90
SAME_WITHIN = 0.05


@dataclass(frozen=True, kw_only=True)
class Dissolved:
    """Grams of one salt in a litre; marine salt as g/kg of sea water."""

    salt: Salt
    grams_per_l: float


def osmolality_mosmol_per_kg(parts: tuple[Dissolved, ...]) -> float:
    """Sum of what each salt adds, in mOsmol/kg.

    Sea salt by its molality m = S / (M (1000 - S)) and osmotic coefficient; 35 g/kg comes to about 1040. NaCl and Epsom
    salt by n phi m. The contents of a TDS reading are counted at 20 mOsmol a gram, which is rough but small.

    :raises InvalidInput: a negative or unthinkable amount.
    """
    total = 0.0
    for part in parts:
        if not math.isfinite(part.grams_per_l) or not 0 <= part.grams_per_l <= 120:
            raise InvalidInput(phrases.SALT_0_TO_120, field=part.salt)
        if part.salt == "marine_salt":
            molality = part.grams_per_l / (_SEA_G_PER_MOL * (1 - part.grams_per_l / 1000))
            total += _SEA_COEFFICIENT * molality * 1000
        elif part.salt == "tds":
            total += part.grams_per_l * _TDS_MMOL_PER_G
        else:
            ions, coefficient, molar_mass = _SIMPLE[part.salt]
            total += ions * coefficient * part.grams_per_l / molar_mass * 1000
    return total


def compare_words(*, bath_mosmol: float, home_mosmol: float) -> tuple[Literal["saltier", "same", "thinner"], str]:
    """Whether a bath is saltier than the water the fish comes from, and by how much. mOsmol/kg; alike within a twentieth (common practice)."""
    difference = bath_mosmol - home_mosmol
    if abs(difference) <= max(SAME_WITHIN * home_mosmol, 2.0):
        return "same", phrases.CHANGES_NOTHING
    if difference < 0:
        return "thinner", phrases.dilutes_them(bath_mosmol, home_mosmol)
    return "saltier", phrases.saltier(bath_mosmol, home_mosmol)
