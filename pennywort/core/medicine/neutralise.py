"""What stops an oxidiser, by its chemistry, and disinfecting gear."""

from __future__ import annotations

import math
from dataclasses import dataclass

from pennywort.core.errors import InvalidInput
from pennywort.core.reference.formulary_models import Active
from pennywort.core.units.phrases import MORE_THAN_NOTHING

# each mole of monochloramine, counted as a mole of Cl2, sets one of ammonia nitrogen free (arithmetic)
NITROGEN_PER_CHLORAMINE = 14.0067 / 70.906


def _positive(value: float, field: str) -> float:
    if not math.isfinite(value) or value <= 0:
        raise InvalidInput(MORE_THAN_NOTHING, field=field)
    return value


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
    say: str


def stopping(active: Active, *, active_mg: float) -> tuple[Stopping, ...]:
    """What stops so much of an active, by the mass ratios of the reference.

    mg of each for ``active_mg`` mg (molar masses; arithmetic).

    :raises InvalidInput: a mass that is not positive and finite.
    """
    mass_mg = _positive(active_mg, "level")
    return tuple(
        Stopping(active=s.active, strength=s.strength, amount_mg=mass_mg * (s.ratio or 0.0) * s.margin, margin=s.margin, words=s.words, say=s.say)
        for s in active.stopped_by
    )


def ammonia_from_chloramine_mg_per_l(*, chlorine_mg_per_l: float) -> float:
    """Total ammonia, mg/L as N, that is left once a reading of chloramine (as chlorine) has been neutralised."""
    return _positive(chlorine_mg_per_l, "chlorine") * NITROGEN_PER_CHLORAMINE


def disinfectant_ml(*, volume_l: float, chlorine_mg_per_l: float, strength_mg_per_ml: float) -> float:
    """What disinfects gear, mL, for a volume of water at a strength of available chlorine: V x C / strength (arithmetic)."""
    return _positive(volume_l, "volume") * _positive(chlorine_mg_per_l, "target") / _positive(strength_mg_per_ml, "strength")
