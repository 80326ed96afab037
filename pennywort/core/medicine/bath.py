"""A bath: whether its water matches the fish's own, how long it may last, and what is left of a mix."""

from __future__ import annotations

import math
from dataclasses import dataclass

from pennywort.core.errors import InvalidInput, Refused
from pennywort.core.medicine import phrases
from pennywort.core.medicine.caution import SlipCaution
from pennywort.core.reference.figures import Figure
from pennywort.core.reference.formulary_models import Shorter, Use
from pennywort.core.reference.naming import mid_sentence
from pennywort.core.reference.salt_models import SaltKind
from pennywort.core.units import degrees_apart
from pennywort.core.water.matched import MATCHED_WORDS, SHOCK_C, WITHIN_C
from pennywort.core.water.osmolality import Dissolved, compare_words, osmolality_mosmol_per_kg

CP = ("common practice",)


@dataclass(frozen=True, kw_only=True)
class BathWater:
    """The water a bath is made with beside the water the fish comes from; None where nobody read it.

    ``made_with`` None: it is made with the fish's own water.
    """

    bath_c: float | None = None
    home_c: float | None = None
    made_with: tuple[Dissolved, ...] | None = None
    home: tuple[Dissolved, ...] | None = None


def match(use: Use, *, water: BathWater, salt: SaltKind | None, target_g_per_l: float) -> tuple[SlipCaution, ...]:
    """What of the bath's water does not fit the fish's own: warmth, and how salty it is with the dose in it.

    A bath that is thinner than home dilutes the fish, whatever is dissolved in it, and is a never; so are two degrees of
    difference. Osmolality by ``water.osmolality``.

    Warmth in °C, saltiness in mOsmol/kg (common practice).

    :param salt: what the dose is, where it is a salt, and ``target_g_per_l`` what it adds; None and 0 otherwise.
    """
    lines: list[SlipCaution] = []
    if water.bath_c is not None and water.home_c is not None:
        apart = abs(water.bath_c - water.home_c)
        words = phrases.other_warmth(degrees_apart(apart), water.bath_c, water.home_c)
        if apart > SHOCK_C:
            lines.append(SlipCaution(level="never", text=phrases.match_it_first(words), source=CP, recalled=True))
        elif apart > WITHIN_C["bath"]:
            lines.append(SlipCaution(level="care", text=phrases.is_matched(words, MATCHED_WORDS["bath"]), source=CP, recalled=True))
    if water.home is not None and not use.thinner:
        parts = water.home if water.made_with is None else water.made_with
        if salt is not None and target_g_per_l > 0:
            parts = (*parts, Dissolved(salt=salt, grams_per_l=target_g_per_l))
        which, words = compare_words(bath_mosmol=osmolality_mosmol_per_kg(parts), home_mosmol=osmolality_mosmol_per_kg(water.home))
        text = mid_sentence(words).rstrip(".")
        if which == "thinner":
            lines.append(SlipCaution(level="never", text=text, source=CP, recalled=True))
        elif which == "saltier" and salt is None:
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

    In minutes, by the ranges of the use.

    :raises Refused: longer than a fish may stay in it. :raises InvalidInput: no time at all.
    """
    usual = use.minutes.value if use.minutes else 10.0
    most = use.most_minutes or (use.minutes.high if use.minutes else None)
    tender = shorter_for(use, lives=lives, temperature_c=temperature_c)
    if wanted is None:
        return min(usual, tender.minutes) if tender else usual
    if not wanted > 0:
        raise InvalidInput(phrases.HOW_MANY_MINUTES, field="minutes")
    if tender and wanted > tender.minutes:
        raise Refused(phrases.never_longer(tender.minutes, tender.text), field="minutes")
    if most is not None and wanted > most:
        raise Refused(phrases.never_longer(most), field="minutes")
    return wanted


def left_fractions(half_life_h: Figure, *, minutes: float) -> tuple[float, float, float]:
    """What is left of a mix after so many minutes, as shares 0-1: least, likely, most, by its half-life (2^-t/h, first order).

    :raises InvalidInput: no time.
    """
    if not math.isfinite(minutes) or minutes < 0:
        raise InvalidInput(phrases.HOW_MANY_MINUTES, field="minutes")
    shortest, longest = half_life_h.low or half_life_h.value, half_life_h.high or half_life_h.value
    least, likely, most = (2 ** (-minutes / 60 / half_h) for half_h in (shortest, half_life_h.value, longest))
    return least, likely, most
