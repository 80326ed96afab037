"""A bath: whether its water matches the fish's own, how long, and its steps in order, for the timer and the sheet beside the bucket."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from pennywort.core.errors import InvalidInput, Refused
from pennywort.core.medicine.caution import SlipCaution
from pennywort.core.reference.figures import Figure
from pennywort.core.reference.formulary_models import Active, Shorter, Use
from pennywort.core.water.osmolality import Dissolved, Salt, compare_words, osmolality_mosmol_per_kg

SPENT = {"permanganate", "formalin", "chloramine_t", "malachite_green"}
# A mix of peroxide serves further fish while a strip still reads two thirds of it (common practice).
STILL_GOOD_FRACTION = 2 / 3
# Matched within half a degree (reference, FWD-1); two degrees at once are a shock of their own (common practice).
MATCHED_C, SHOCK_C = 0.5, 2.0
SALTS: dict[str, Salt] = {"sodium_chloride": "sodium_chloride", "magnesium_sulfate": "magnesium_sulfate", "marine_salt": "marine_salt"}
CP = ("common practice",)
MOST_TURNS = 20


@dataclass(frozen=True, kw_only=True)
class BathWater:
    """The water a bath is made with beside the water the fish comes from; None where nobody read it.

    ``made_with`` None: it is made with the fish's own water.
    """

    bath_c: float | None = None
    home_c: float | None = None
    made_with: tuple[Dissolved, ...] | None = None
    home: tuple[Dissolved, ...] | None = None


@dataclass(frozen=True, kw_only=True)
class BathStep:
    """One step; ``lasts_min`` where the timer runs, ``stop`` where the fish comes out at once."""

    text: str
    lasts_min: float | None = None
    stop: bool = False


def _meant_thin(active: Active, use: Use) -> bool:
    """Fresh-water dips and low salinity are thinner than home on purpose."""
    return use.id.startswith("fwd") or active.id == "low_salinity"


def match(active: Active, use: Use, *, water: BathWater, target_g_per_l: float) -> tuple[SlipCaution, ...]:
    """What of the bath's water does not fit the fish's own: warmth, and how salty it is with the dose in it.

    A bath that is thinner than home dilutes the fish, whatever is dissolved in it, and is a never; so are two degrees of
    difference. Osmolality by ``water.osmolality``.

    :param target_g_per_l: what the dose adds, where it is a salt; 0 otherwise.
    """
    lines: list[SlipCaution] = []
    if water.bath_c is not None and water.home_c is not None:
        apart = abs(water.bath_c - water.home_c)
        words = f"the bath is {apart:.1f} °C {'colder' if water.bath_c < water.home_c else 'warmer'} than the water they come from"
        if apart > SHOCK_C:
            lines.append(SlipCaution(level="never", text=f"{words}: match it first", source=CP, recalled=True))
        elif apart > MATCHED_C:
            lines.append(SlipCaution(level="care", text=f"{words}: within half a degree is matched", source=CP, recalled=True))
    if water.home is not None and not _meant_thin(active, use):
        parts = water.home if water.made_with is None else water.made_with
        if active.id in SALTS and target_g_per_l > 0:
            parts = (*parts, Dissolved(salt=SALTS[active.id], grams_per_l=target_g_per_l))
        which, words = compare_words(bath_mosmol=osmolality_mosmol_per_kg(parts), home_mosmol=osmolality_mosmol_per_kg(water.home))
        text = words[:1].lower() + words[1:].rstrip(".")
        if which == "thinner":
            lines.append(SlipCaution(level="never", text=text, source=CP, recalled=True))
        elif which == "saltier" and active.id not in SALTS:
            lines.append(SlipCaution(level="care", text=text, source=CP, recalled=True))
        elif which == "saltier":
            lines.append(SlipCaution(level="know", text=text, source=CP, recalled=True))
    return tuple(lines)


def shorter_for(use: Use, *, lives: frozenset[str], temperature_c: float | None) -> Shorter | None:
    """The strictest bound on the minutes that these fish and this warmth ask for, if any."""
    met = [s for s in use.shorter if lives & set(s.lives) or (s.warmer_than_c is not None and temperature_c is not None and temperature_c > s.warmer_than_c)]
    return min(met, key=lambda s: s.minutes, default=None)


def bath_minutes(use: Use, wanted: float | None, *, lives: frozenset[str] = frozenset(), temperature_c: float | None = None) -> float:
    """How long: what was asked for, else the shortest published, and never longer than the most delicate fish here bears.

    :raises Refused: longer than a fish may stay in it. :raises InvalidInput: no time at all.
    """
    usual = use.minutes.value if use.minutes else 10.0
    most = use.most_minutes or (use.minutes.high if use.minutes else None)
    tender = shorter_for(use, lives=lives, temperature_c=temperature_c)
    if wanted is None:
        return min(usual, tender.minutes) if tender else usual
    if not wanted > 0:
        raise InvalidInput("How many minutes?", field="minutes")
    if tender and wanted > tender.minutes:
        raise Refused(f"Never longer than {tender.minutes:g} minutes here: {tender.text}.", field="minutes")
    if most is not None and wanted > most:
        raise Refused(f"Never longer than {most:g} minutes.", field="minutes")
    return wanted


def swab_steps(active: Active) -> Sequence[BathStep]:
    """A swab, as it is done: one pass, the wound only (common practice; reference, topical rows)."""
    return (
        BathStep(text="Wet towel, wet hands, the fish in it with its head covered; gills stay under water or wet."),
        BathStep(text=f"One pass of {active.short_name} on a cotton swab, along the scales, wound above, seconds only.", lasts_min=0.2),
        BathStep(text="Never gills, eyes or mouth, and never a second pass: it takes the cells that heal.", stop=True),
        BathStep(text="Rinse with tank water and put it back at once; at most once a day for three days."),
    )


def mix_lasts_words(active: Active, use: Use) -> str:
    """How long one mix serves, and how its end is told."""
    if active.id == "hydrogen_peroxide" and use.dose is not None:
        return f"test strips must still show {use.dose.value * STILL_GOOD_FRACTION:.0f} mg/L; below that make it anew. Never kept for another day"
    if active.id == "permanganate":
        return "violet or pink it works, brown it is spent: make it anew"
    if active.id in SPENT:
        return "one sitting: then it is spent, and is not kept for another day"
    if active.id in SALTS or use.id.startswith("fwd"):
        return "salt does not wear out; slime, droppings and warmth do spoil it: anew for the next day"
    return "one sitting, then pour it away"


def bath_steps(
    active: Active,
    use: Use,
    *,
    minutes: float,
    volume_words: str,
    amount_words: str,
    neutraliser: str = "",
    turns: int = 1,
    own_water: bool = True,
) -> Sequence[BathStep]:
    """A bath as it is done: vessel, match, air, rescue bucket, dose, fish, watch, out (common practice; reference, section 1).

    :param turns: how many times fish go into the one mix. :raises InvalidInput: none, or more than twenty.
    """
    if not 1 <= turns <= MOST_TURNS:
        raise InvalidInput(f"One mix serves 1 to {MOST_TURNS} turns.", field="bath.turns")
    whose = "the fish’s own water" if own_water else "clean water without chlorine"
    steps = [
        BathStep(text=f"Fill a clean vessel with {volume_words} of {whose}: same temperature within half a degree, same pH and salinity."),
        BathStep(text="Air stone in, lid at hand, a bucket of the same water without medicine beside it, with its own air."),
    ]
    if active.id == "low_salinity":
        steps[0] = BathStep(text=f"Fill a clean vessel with {volume_words} of thinner sea water, aired and matched within half a degree: {use.dose_text}.")
    elif use.id.startswith("fwd"):
        steps[0] = BathStep(text=f"{volume_words} of fresh water, dechlorinated, aired, matched within half a degree and to pH 8.0 to 8.4 with bicarbonate.")
    if amount_words:
        steps.append(BathStep(text=f"Stir in {amount_words} until nothing shows, wait two minutes."))
    for turn in range(1, turns + 1):
        if turn > 1:
            steps.append(BathStep(text=f"Before turn {turn}: {mix_lasts_words(active, use)}."))
        which = f"Turn {turn} of {turns}: fish in." if turns > 1 else "Fish in."
        steps.append(BathStep(text=f"{which} Start the timer. Eyes on it the whole time.", lasts_min=minutes))
        steps.append(BathStep(text="Out at once, whatever the timer says: rolling, gasping, bolting, lying still.", stop=True))
        steps.append(BathStep(text="Fish out by hand or net without the bath’s water, into clean water."))
    last = mix_lasts_words(active, use)
    steps.append(BathStep(text=f"For more fish: {last}." if turns == 1 else "Pour the mix away."))
    if neutraliser:
        steps.append(BathStep(text=neutraliser))
    return tuple(steps)


def day_steps(*, minutes: float, amount_words: str, neutraliser: str) -> Sequence[BathStep]:
    """A day of an oxidiser in the tank: clean, dose, watch its colour, stop it, change half (common practice; published range FA37, recalled)."""
    return (
        BathStep(text="Rinse the filter in a bucket of tank water and set it aside, wet and aired; carbon out, UV off. Nothing else is in this water."),
        BathStep(text="Change 90 % of the water, same warmth, with no conditioner: it would use the permanganate up. No chlorine in the new water."),
        BathStep(text="Air on full. Gloves and goggles on. The peroxide stands beside the tank. A lid: they jump."),
        BathStep(text=f"Dissolve {amount_words} in a litre of tank water until no crystal is left, and pour it along the current, away from the fish."),
        BathStep(text="It is in. Start the timer. Violet or pink works, brown is spent. Look every quarter of an hour.", lasts_min=minutes),
        BathStep(text="Stop it at once, whatever the timer says: gasping, rolling, lying still.", stop=True),
        BathStep(text=neutraliser),
        BathStep(text="Change half of the water, with conditioner now, and put the filter back."),
        BathStep(text="Test ammonia and nitrite tomorrow and the day after: the filter may have suffered. Again in four days at the earliest."),
    )


def left_fractions(half_life_h: Figure, *, minutes: float) -> tuple[float, float, float]:
    """What is left of a mix after so many minutes, as shares 0-1: least, likely, most, by its half-life (2^-t/h, first order).

    :raises InvalidInput: no time.
    """
    if not math.isfinite(minutes) or minutes < 0:
        raise InvalidInput("How many minutes?", field="minutes")
    shortest, longest = half_life_h.low or half_life_h.value, half_life_h.high or half_life_h.value
    least, likely, most = (2 ** (-minutes / 60 / half_h) for half_h in (shortest, half_life_h.value, longest))
    return least, likely, most


def dips_steps(parts: Sequence[tuple[str, Sequence[BathStep]]]) -> Sequence[BathStep]:
    """Several buckets one after the other, each made ready before any fish goes in, with a rinse between them.

    ``parts`` are the names and the steps of each bucket as :func:`bath_steps` gives them. Fish that look ill, scaleless
    fish and invertebrates are not dipped, and dips do not replace quarantine (common practice).
    """
    ready: list[BathStep] = [BathStep(text="Not for fish that look ill already, scaleless fish or invertebrates. It does not replace quarantine.", stop=True)]
    done: list[BathStep] = []
    for place, (name, steps) in enumerate(parts, start=1):
        first = next(i for i, s in enumerate(steps) if s.lasts_min is not None)
        ready += [BathStep(text=f"Bucket {place}, {name}: {s.text}", lasts_min=s.lasts_min, stop=s.stop) for s in steps[:first]]
        done += [BathStep(text=f"Bucket {place}, {name}: {s.text}", lasts_min=s.lasts_min, stop=s.stop) for s in steps[first:]]
        done.append(BathStep(text="Rinse: a minute in clean water of the same warmth, so that nothing of this bucket goes into the next.", lasts_min=1.0))
    return (*ready, *done)
