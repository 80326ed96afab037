"""What mends the readings that are at fault, with the figure for this water: before any disease is thought of."""

from __future__ import annotations

import math
from dataclasses import dataclass

from pennywort.core.medicine.salts import against_nitrite_mg_per_l
from pennywort.core.reference.disease_models import Measure, Mend, WaterType
from pennywort.core.reference.library import Library
from pennywort.core.water.chemistry import PER_N
from pennywort.core.water.gate import GateLine, Readings, WaterGate

# more than this is not changed at once (common practice)
MOST_AT_ONCE = 0.5
# the part of sea salt that is chloride, by mass (Millero et al. 2008, 19.35 of 35.17 g/kg; of plain salt it is more)
CHLORIDE_OF_SALT = 0.5503
# old water, in which a rise of pH sets ammonia free: a fifth at a time (common practice)
OLD_WATER_PH, OLD_WATER_SHARE = 6.5, 0.2


@dataclass(frozen=True, kw_only=True)
class Mending:
    """One reading at fault and what mends it. ``changes_count`` changes of ``share_fraction`` each, what is given in mg/L, or ``rate`` in words."""

    mend: Mend
    harmful: bool
    share_fraction: float | None = None
    changes_count: int = 0
    given_mg_per_l: float | None = None
    rate: str = ""

    @property
    def reading(self) -> Measure:
        return self.mend.reading


def mends_for(gate: WaterGate, readings: Readings, *, water: WaterType, found: Library) -> tuple[Mending, ...]:
    """What mends each reading at fault, what harms now first, then in the order in which it is done.

    Shares are 1 - limit / reading (dilution), in changes of a half at most; salt is ten of chloride for each of nitrite less what is
    there (SRAC 462, recalled); of a binder as much for each mg as its file says.
    """
    told = []
    for mend in found.mends.values():
        line = next((x for x in gate.lines if x.name == mend.reading and x.state in ("above", "below")), None)
        if line is None or water not in mend.water or mend.state != ("swung" if line.swung else line.state):
            continue
        told.append(_reckoned(mend, line, readings, found=found))
    return tuple(sorted(told, key=lambda m: not m.harmful))


def _reckoned(mend: Mend, line: GateLine, readings: Readings, *, found: Library) -> Mending:
    if mend.amount == "share" and line.value and line.high:
        share, count = _shares(line.value, line.high, ph=readings.ph if mend.reading == "ammonia" else None)
        return Mending(mend=mend, harmful=line.harmful, share_fraction=share, changes_count=count)
    if mend.amount == "chloride" and line.value:
        # salt that is in it guards as well, where nobody read the chloride itself
        salty = 1000 * CHLORIDE_OF_SALT * (readings.salinity_g_per_kg or 0.0)
        chloride = salty if readings.chloride_mg_per_l is None else readings.chloride_mg_per_l
        salt = against_nitrite_mg_per_l(nitrite_mg_per_l=line.value * PER_N["no2"], chloride_mg_per_l=chloride)
        return Mending(mend=mend, harmful=line.harmful, given_mg_per_l=salt or None)
    if mend.per is not None and line.value:
        return Mending(mend=mend, harmful=line.harmful, given_mg_per_l=mend.per * line.value)
    if mend.amount == "rate" and line.value is not None:
        return Mending(mend=mend, harmful=line.harmful, rate=_rate(line, found=found))
    return Mending(mend=mend, harmful=line.harmful)


def _shares(value: float, most: float, *, ph: float | None) -> tuple[float, int]:
    """The share of each change and how many of them bring a reading to its limit."""
    largest = OLD_WATER_SHARE if ph is not None and ph < OLD_WATER_PH else MOST_AT_ONCE
    whole = 1 - most / value
    if whole <= largest:
        return whole, 1
    return largest, math.ceil(math.log(most / value) / math.log(1 - largest) - 1e-9)


def _rate(line: GateLine, *, found: Library) -> str:
    """How fast, by how far the water lies outside the range."""
    assert line.value is not None
    outside = (line.value - line.high) if line.state == "above" and line.high is not None else (line.low or 0.0) - line.value
    way = "down" if line.state == "above" else "up"
    return next((b.text for b in found.bring_back.values() if b.direction == way and outside <= b.beyond_c), "")
