"""What the kinds of fish in a water mean for what is given to it."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from pennywort.core.reference import phrases
from pennywort.core.reference.disease_models import Kin
from pennywort.core.reference.models import Bearing, Species, Tolerance

HALF = "half_dose"


def kinds_of(species: Iterable[Species], *, kin: Mapping[str, Kin]) -> frozenset[str]:
    """Ids of the kinds of these fish, and of the wider kinds they count as."""
    return frozenset(name for s in species for name in (s.kin, *kin[s.kin].counts_as))


def with_bearings(species: Species, bearings: Mapping[str, Bearing]) -> Species:
    """The species with what it bears badly spelled out for each active; what is known of it in detail stays as it is."""
    own = {t.active for t in species.tolerances}
    half = f" {bearings[HALF].text}" if HALF in species.bears_badly else ""
    told = list(species.tolerances)
    for name in species.bears_badly:
        row = bearings[name]
        text = row.text.replace("{warmest}", f"{species.warmest_c:g}\u00a0°C" if species.warmest_c is not None else phrases.ITS_OWN_RANGE)
        for active in row.actives:
            if active not in own:
                # half of what is a level, not of a warmth or of minutes
                said = f"{text}.{half}" if half and row.level == "care" and name not in ("heat", "freshwater_dip", "low_salinity") else text
                told.append(
                    Tolerance(
                        active=active,
                        level=row.level,
                        text=said.removesuffix("."),
                        ceiling=row.ceiling,
                        source=row.source,
                        confidence=row.confidence,
                        recalled=row.recalled,
                    )
                )
                own.add(active)
    return species.model_copy(update={"tolerances": tuple(told)})
