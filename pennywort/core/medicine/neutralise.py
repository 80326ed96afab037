"""What stops an oxidiser, by its chemistry, and disinfecting gear."""

from __future__ import annotations

import math
from dataclasses import dataclass

from pennywort.core.errors import InvalidInput
from pennywort.core.reference.formulary_models import Active

# mg for each mg. 2 KMnO4 + 3 H2O2: 0.3229; 8 KMnO4 + 3 Na2S2O3.5H2O: 0.589; chlorine with thiosulfate to tetrathionate:
# 7.000; ascorbic acid for chlorine: 2.484 (molar masses; arithmetic).
PEROXIDE_PER_PERMANGANATE = 3 * 34.0147 / (2 * 158.034)
THIOSULFATE_PER_PERMANGANATE = 3 * 248.184 / (8 * 158.034)
THIOSULFATE_PER_CHLORINE = 2 * 248.184 / 70.906
ASCORBATE_PER_CHLORINE = 176.12 / 70.906
# each mole of monochloramine, counted as a mole of Cl2, sets one of ammonia nitrogen free (arithmetic)
NITROGEN_PER_CHLORAMINE = 14.0067 / 70.906


def _positive(value: float, field: str) -> float:
    if not math.isfinite(value) or value <= 0:
        raise InvalidInput("This must be more than nothing.", field=field)
    return value


def stop_permanganate(*, level_mg_per_l: float, net_volume_l: float, peroxide_mg_per_ml: float = 30.0) -> tuple[float, float]:
    """mL of peroxide and mg of thiosulfate pentahydrate that use up what is left, by the neutral reactions.

    Give half as much again: the reactions vary with the water (common practice).
    """
    mass_mg = _positive(level_mg_per_l, "level") * _positive(net_volume_l, "volume")
    return mass_mg * PEROXIDE_PER_PERMANGANATE / _positive(peroxide_mg_per_ml, "strength"), mass_mg * THIOSULFATE_PER_PERMANGANATE


@dataclass(frozen=True, kw_only=True)
class Stopping:
    """One thing that uses an active up at once: how much of it, in its listed strength, with what is given more to be sure.

    ``words`` instead where it goes by eye.
    """

    active: str
    strength: str
    amount_mg: float
    margin: float
    words: str


def stopping(active: Active, *, active_mg: float) -> tuple[Stopping, ...]:
    """What stops so much of an active, by the mass ratios of the reference.

    :raises InvalidInput: a mass that is not positive and finite.
    """
    mass_mg = _positive(active_mg, "level")
    return tuple(
        Stopping(active=s.active, strength=s.strength, amount_mg=mass_mg * (s.ratio or 0.0) * s.margin, margin=s.margin, words=s.words)
        for s in active.stopped_by
    )


def thiosulfate_for_chlorine_mg(*, chlorine_mg_per_l: float, volume_l: float) -> float:
    """Sodium thiosulfate pentahydrate, mg, that surely uses up the chlorine: seven for one, the design figure."""
    return _positive(chlorine_mg_per_l, "chlorine") * _positive(volume_l, "volume") * THIOSULFATE_PER_CHLORINE


def ascorbic_acid_for_chlorine_mg(*, chlorine_mg_per_l: float, volume_l: float) -> float:
    """Ascorbic acid, mg, that uses up the chlorine: 2.484 for one (molar masses; arithmetic)."""
    return _positive(chlorine_mg_per_l, "chlorine") * _positive(volume_l, "volume") * ASCORBATE_PER_CHLORINE


def ammonia_from_chloramine_mg_per_l(*, chlorine_mg_per_l: float) -> float:
    """Total ammonia, mg/L as N, that is left once a reading of chloramine (as chlorine) has been neutralised."""
    return _positive(chlorine_mg_per_l, "chlorine") * NITROGEN_PER_CHLORAMINE


def bleach_ml(*, volume_l: float, chlorine_mg_per_l: float, strength_mg_per_ml: float) -> float:
    """Bleach, mL, for a volume of water at a strength of available chlorine: V x C / strength (arithmetic)."""
    return _positive(volume_l, "volume") * _positive(chlorine_mg_per_l, "target") / _positive(strength_mg_per_ml, "strength")
