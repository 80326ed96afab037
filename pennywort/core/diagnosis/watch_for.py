"""What to look for day by day in a kind of fish: what it is more prone to than others, by the signs that nearly always show."""

from __future__ import annotations

from dataclasses import dataclass

from pennywort.core.reference.disease_models import Condition, WaterType
from pennywort.core.reference.library import Library

# of this much of what others have, and more, a kind is prone to it; no more than so many are told
PRONE_TIMES = 1.2
MOST = 5
TELLING = ("nearly_always", "often")
MOST_SIGNS = 3


@dataclass(frozen=True, kw_only=True)
class WatchFor:
    """A condition that a kind is prone to, with the ids of its telling signs, the surest first."""

    condition: str
    signs: tuple[str, ...]


def watch_for(kin: str, *, water: WaterType, found: Library) -> tuple[WatchFor, ...]:
    """By how much commoner it is in this kind, times how common it is in this water at all (priors and kinds of the reference).

    Of a kind of which nothing is known, what is commonest in this water.
    """
    here = [c for c in found.conditions.values() if water in c.water and c.prior.get(water, 0.0) > 0]
    times = found.kin[kin].times if kin in found.kin else {}
    prone = [c for c in here if times.get(c.id, 1.0) >= PRONE_TIMES] or here
    ranked = sorted(prone, key=lambda c: (-c.prior[water] * times.get(c.id, 1.0), c.id))
    told = [WatchFor(condition=c.id, signs=_telling(c, found)) for c in ranked]
    return tuple(w for w in told if w.signs)[:MOST]


def _telling(condition: Condition, found: Library) -> tuple[str, ...]:
    signs = [sign for step in TELLING for sign in condition.signs.get(step, ()) if sign in found.signs and not found.signs[sign].good]  # type: ignore[call-overload]
    return tuple(signs[:MOST_SIGNS])
