"""How warm the water may be for these fish, and what its thermometer tells besides."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Literal

from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.library import Library
from pennywort.core.reference.models import Species

# Within this part of the range from either end the water counts as cool or warm for the fish.
EDGE_FRACTION = 0.15
# So many degrees within three days are a move worth knowing (common practice).
MOVED_C = 2.0
# how far a tank thermometer may be out (common practice)
THERMOMETER_C = 0.5


@dataclass(frozen=True, kw_only=True)
class Bears:
    """The range in degC that all the fish here bear. ``told_by`` says whose it is: of the species, of their kind, or of any fish of such a water."""

    low_c: float
    high_c: float
    told_by: Literal["species", "kind", "water"]
    source: tuple[str, ...]

    @property
    def middle_c(self) -> float:
        return (self.low_c + self.high_c) / 2


@dataclass(frozen=True, kw_only=True)
class Thermometer:
    """Readings in degC: the newest, and those of the last three days; ``warmed_to_c`` is the warmth a running course has asked for."""

    now_c: float | None
    lately_c: Sequence[float] = ()
    warmed_to_c: float | None = None


def bears(species: Sequence[Species], *, kinds: Iterable[str] = (), water: WaterType, found: Library) -> Bears:
    """What the species here bear; where none is known, what some fish of their kinds bear; else what any fish of this water does.

    The range of a kind spans those of all its species: a reading outside it is off for whichever of them lives here.
    """
    own = next(x for x in found.limits.values() if x.id.startswith("temperature") and water in x.water)
    anyone = Bears(low_c=float(own.low or 0), high_c=float(own.high or 0), told_by="water", source=own.source)
    spans = [(float(s.temperature.low), float(s.temperature.high)) for s in species if s.temperature.low is not None and s.temperature.high is not None]
    told_by: Literal["species", "kind"] = "species"
    if not spans:
        told_by = "kind"
        of_kind = [[s.temperature for s in found.species.values() if s.kin == kind] for kind in kinds]
        spans = [(min(float(t.low or 0) for t in known), max(float(t.high or 0) for t in known)) for known in of_kind if known]
    low, high = max((x for x, _ in spans), default=0.0), min((x for _, x in spans), default=0.0)
    # fish that bear no warmth in common: their water's own range, which blames none of them
    return Bears(low_c=low, high_c=high, told_by=told_by, source=("common practice",)) if spans and low <= high else anyone


def warmth_facts(thermometer: Thermometer, *, range_c: Bears, water: WaterType, found: Library) -> tuple[str, ...]:
    """Ids of the facts that a thermometer tells: the end of the range it lies at, its degrees where they matter, and whether it moved lately."""
    now = thermometer.now_c
    if now is None:
        return ()
    facts = []
    edge = EDGE_FRACTION * (range_c.high_c - range_c.low_c)
    if range_c.told_by != "water":
        facts += ["temp_low"] if now <= range_c.low_c + edge else ["temp_high"] if now >= range_c.high_c - edge else []
    meant = thermometer.warmed_to_c is not None and now <= thermometer.warmed_to_c + THERMOMETER_C
    if any(c - now >= MOVED_C for c in thermometer.lately_c):
        facts.append("temp_drop_recent")
    if any(now - c >= MOVED_C for c in thermometer.lately_c) and not meant:
        facts.append("temp_rise_recent")
    for fact in found.context.values():
        lived = any(water in found.conditions[c].prior for c in fact.times)
        if fact.degrees is not None and lived and fact.degrees.from_c <= now < fact.degrees.to_c:
            facts.append(fact.id)
    return tuple(facts)


def worth_moving(now_c: float | None, *, range_c: Bears) -> tuple[bool, bool]:
    """Whether cooling and warming make sense: only above and below the middle of a range that is known to be these fishes' own. °C."""
    if now_c is None or range_c.told_by == "water":
        return False, False
    return now_c > range_c.middle_c, now_c < range_c.middle_c
