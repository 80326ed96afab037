"""How salty waters compare, whatever the salt: osmolality from what is dissolved."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from pennywort.core.errors import InvalidInput
from pennywort.core.reference.salt_models import SaltKind
from pennywort.core.water import phrases

SAME_WITHIN = 0.05


@dataclass(frozen=True, kw_only=True)
class Dissolved:
    """Grams of one salt in a litre; of sea water in a kilogram."""

    salt: SaltKind
    grams_per_l: float


def osmolality_mosmol_per_kg(parts: tuple[Dissolved, ...]) -> float:
    """Sum of what each salt adds, in mOsmol/kg.

    n phi m of each (Robinson and Stokes, recalled), m = g / M; where the grams are of the solution, as in sea water, m = g / (M (1 - g / 1000)), and
    35 g/kg comes to about 1040.

    :raises InvalidInput: a negative or unthinkable amount.
    """
    total = 0.0
    for part in parts:
        if not math.isfinite(part.grams_per_l) or not 0 <= part.grams_per_l <= 120:
            raise InvalidInput(phrases.SALT_0_TO_120, field=part.salt.id)
        of_water = 1 - part.grams_per_l / 1000 if part.salt.in_solution else 1.0
        total += part.salt.particles * part.salt.osmotic_coefficient * part.grams_per_l / (part.salt.molar_mass_g_per_mol * of_water) * 1000
    return total


def compare_words(*, bath_mosmol: float, home_mosmol: float) -> tuple[Literal["saltier", "same", "thinner"], str]:
    """Whether a bath is saltier than the water the fish comes from, and by how much. mOsmol/kg; alike within a twentieth (common practice)."""
    difference = bath_mosmol - home_mosmol
    if abs(difference) <= max(SAME_WITHIN * home_mosmol, 2.0):
        return "same", phrases.CHANGES_NOTHING
    if difference < 0:
        return "thinner", phrases.dilutes_them(bath_mosmol, home_mosmol)
    return "saltier", phrases.saltier(bath_mosmol, home_mosmol)
