"""Medicine in food: from mg per kg of fish to mg per gram of food, and what the fish weigh."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from pennywort.core.errors import InvalidInput, Refused
from pennywort.core.medicine import phrases
from pennywort.core.units.phrases import MORE_THAN_NOTHING

# W = a L^b, W in g, L total length in cm. Group coefficients after the Bayesian body-shape priors of Froese, Thorson and
# Reyes (J Appl Ichthyol 30:78-85, 2014; recalled from memory): elongated, fusiform, short and deep, eel-like.
Body = Literal["slender", "usual", "deep", "eel"]
BODY: Mapping[str, tuple[float, float]] = {"slender": (0.0049, 3.07), "usual": (0.0112, 3.04), "deep": (0.0182, 3.01), "eel": (0.00102, 3.06)}
LEAST_MG_PER_G, MOST_MG_PER_G = 0.1, 20.0


@dataclass(frozen=True, kw_only=True)
class Medicated:
    """What a day's food must hold."""

    biomass_g: float
    active_mg_per_day: float
    food_g_per_day: float
    active_mg_per_g: float
    of_food_fraction: float


def mass_from_length_g(*, length_cm: float, body: str) -> float:
    """Mean mass of one fish from its total length. :raises InvalidInput: no such body, or a length no ornamental fish has.

    a x length^b, g from cm (length-weight relation; factors by common practice).
    """
    if body not in BODY:
        raise InvalidInput(phrases.CHOOSE_A_BODY, field="body")
    if not math.isfinite(length_cm) or not 0.5 <= length_cm <= 120:
        raise InvalidInput(phrases.LENGTH_OF_A_FISH, field="length")
    a, b = BODY[body]
    return a * float(length_cm**b)


def medicated(*, biomass_g: float, mg_per_kg_day: float, eaten_fraction: float) -> Medicated:
    """mg per g of food = (mg/kg of fish) / (10 x per cent of body weight eaten): 50 mg/kg at 1 % is 5 mg/g (SRAC 473; arithmetic).

    :param eaten_fraction: food eaten in a day over body weight, 0-1.
    :raises InvalidInput: a figure that is not positive. :raises Refused: outside 0.1 to 20 mg/g, where a unit was mistaken.
    """
    for field, value in (("biomass", biomass_g), ("dose", mg_per_kg_day)):
        if not math.isfinite(value) or value <= 0:
            raise InvalidInput(MORE_THAN_NOTHING, field=field)
    if not 0.001 <= eaten_fraction <= 0.15:
        raise InvalidInput(phrases.EATEN_A_DAY, field="eaten")
    per_g = mg_per_kg_day / 1000 / eaten_fraction
    if not LEAST_MG_PER_G <= per_g <= MOST_MG_PER_G:
        raise Refused(phrases.too_much_in_food(per_g), field="dose")
    return Medicated(
        biomass_g=biomass_g,
        active_mg_per_day=biomass_g / 1000 * mg_per_kg_day,
        food_g_per_day=biomass_g * eaten_fraction,
        active_mg_per_g=per_g,
        of_food_fraction=per_g / 1000,
    )
