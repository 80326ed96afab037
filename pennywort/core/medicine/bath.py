"""The steps of a bath, in order, for the timer and the sheet beside the bucket."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from pennywort.core.errors import Refused
from pennywort.core.reference.formulary_models import Active, Use

SPENT = {"permanganate", "formalin", "chloramine_t", "malachite_green"}
# A mix of peroxide serves further fish while a strip still reads two thirds of it (common practice).
STILL_GOOD_FRACTION = 2 / 3


@dataclass(frozen=True, kw_only=True)
class BathStep:
    """One step; ``lasts_min`` where the timer runs, ``stop`` where the fish comes out at once."""

    text: str
    lasts_min: float | None = None
    stop: bool = False


def bath_minutes(use: Use, wanted: float | None) -> float:
    """How long: what was asked for, else the shortest published. :raises Refused: longer than a fish may stay in it."""
    usual = use.minutes.value if use.minutes else 10.0
    most = use.most_minutes or (use.minutes.high if use.minutes else None)
    minutes = usual if wanted is None else wanted
    if most is not None and minutes > most:
        raise Refused(f"Never longer than {most:g} minutes.", field="minutes")
    return minutes


def swab_steps(active: Active) -> Sequence[BathStep]:
    """A swab, as it is done: one pass, the wound only (common practice; reference, topical rows)."""
    return (
        BathStep(text="Wet towel, wet hands, the fish in it with its head covered; gills stay under water or wet."),
        BathStep(text=f"One pass of {active.short_name} on a cotton swab, along the scales, wound above, seconds only.", lasts_min=0.2),
        BathStep(text="Never gills, eyes or mouth, and never a second pass: it takes the cells that heal.", stop=True),
        BathStep(text="Rinse with tank water and put it back at once; at most once a day for three days."),
    )


def bath_steps(active: Active, use: Use, *, minutes: float, volume_words: str, amount_words: str, neutraliser: str = "") -> Sequence[BathStep]:
    """A bath as it is done: vessel, match, air, rescue bucket, dose, fish, watch, out (common practice; reference, section 1)."""
    steps = [
        BathStep(text=f"Fill a clean vessel with {volume_words} of the fish’s own water: same temperature within half a degree, same pH and salinity."),
        BathStep(text="Air stone in, lid at hand, a bucket of the same water without medicine beside it, with its own air."),
    ]
    if use.id.startswith("fwd"):
        steps[0] = BathStep(text=f"{volume_words} of fresh water, dechlorinated, aired, matched within half a degree and to pH 8.0 to 8.4 with bicarbonate.")
    steps.append(BathStep(text=f"Stir in {amount_words} until nothing shows, wait two minutes."))
    steps.append(BathStep(text="Fish in. Start the timer. Eyes on it the whole time.", lasts_min=minutes))
    steps.append(BathStep(text="Out at once, whatever the timer says: rolling, gasping, bolting, lying still.", stop=True))
    steps.append(BathStep(text="Fish out by hand or net without the bath’s water, into clean water."))
    if active.id == "hydrogen_peroxide" and use.dose is not None:
        least = use.dose.value * STILL_GOOD_FRACTION
        steps.append(BathStep(text=f"For more fish: test strips must still show {least:.0f} mg/L; below that make it anew. Never kept for another day."))
    elif active.id in SPENT:
        steps.append(BathStep(text="Pour the mix away: it is spent, and is not kept for another day."))
    if neutraliser:
        steps.append(BathStep(text=neutraliser))
    return tuple(steps)
