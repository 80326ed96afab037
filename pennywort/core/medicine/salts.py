"""Raising and lowering salinity: in steps a kind of fish bears, by brine, by top-ups that carry none."""

from __future__ import annotations

import math
from dataclasses import dataclass

from pennywort.core.errors import InvalidInput
from pennywort.core.medicine import phrases
from pennywort.core.units.phrases import MORE_THAN_NOTHING, NOT_NEGATIVE, SHARE_0_TO_100

SALT_PER_CHLORIDE = 58.44 / 35.453
GUARD_RATIO = 10.0
# the part of a water that a step of salinity swaps (common practice)
SWAP_FRACTION = 0.2
# Steps a day in g/L: raising salt for fresh-water fish, raising and lowering sea water (common practice; reference HYPO-1,
# NACL-3). Down is borne faster than up.
# Water without fish is mixed at once.
MOST_UP_G_PER_L = {"fresh": 1.5, "soft": 0.5, "marine": 2.0, "none": 60.0}
MOST_DOWN_G_PER_L = {"fresh": 3.0, "soft": 1.0, "marine": 11.5, "none": 60.0}


@dataclass(frozen=True, kw_only=True)
class SaltStep:
    """One day: the salinity it ends at, the salt to add in grams, or the share of water to change for fresh water."""

    day: int
    ends_at_g_per_l: float
    add_g: float
    change_fraction: float


def steps(*, net_volume_l: float, now_g_per_l: float, target_g_per_l: float, fish: str, share: float = 1.0) -> tuple[SaltStep, ...]:
    """Days from one salinity to another, in even steps no larger than this kind of fish bears.

    Up: V x step / purity grams of salt. Down: a share of 1 - C'/C changed for water without salt (dilution; arithmetic).

    :param fish: ``fresh``, ``soft`` (soft-water and scaleless fish), ``marine``, or ``none``: water that is mixed before fish meet it.
    :param share: of the salt that is salt, 0-1. :raises InvalidInput: a level that is negative or beyond 60 g/L.
    """
    for field, value in (("now", now_g_per_l), ("target", target_g_per_l)):
        if not math.isfinite(value) or not 0 <= value <= 60:
            raise InvalidInput(phrases.SALT_0_TO_60, field=field)
    if fish not in MOST_UP_G_PER_L:
        raise InvalidInput(phrases.CHOOSE_THE_FISH, field="fish")
    difference = target_g_per_l - now_g_per_l
    if abs(difference) < 1e-9:
        return ()
    most = (MOST_UP_G_PER_L if difference > 0 else MOST_DOWN_G_PER_L)[fish]
    count = max(1, math.ceil(abs(difference) / most - 1e-9))
    found = []
    for day in range(1, count + 1):
        before, after = now_g_per_l + difference * (day - 1) / count, now_g_per_l + difference * day / count
        found.append(
            SaltStep(
                day=day,
                ends_at_g_per_l=after,
                add_g=max(0.0, net_volume_l * (after - before) / share),
                change_fraction=max(0.0, 1 - after / before) if before > 0 else 0.0,
            )
        )
    return tuple(found)


def against_nitrite_mg_per_l(*, nitrite_mg_per_l: float, chloride_mg_per_l: float, ratio: float = GUARD_RATIO) -> float:
    """Plain salt, mg/L, that lifts chloride to ``ratio`` times the nitrite counted as NO2-.

    NaCl = (ratio x NO2 - Cl) x 1.648; ten to one guards most fish (SRAC 462, recalled; 58.44 / 35.453, arithmetic).

    :raises InvalidInput: a negative figure, or a ratio outside 3 to 30.
    """
    for field, value in (("nitrite", nitrite_mg_per_l), ("chloride", chloride_mg_per_l)):
        if not math.isfinite(value) or value < 0:
            raise InvalidInput(NOT_NEGATIVE, field=field)
    if not 3 <= ratio <= 30:
        raise InvalidInput(phrases.RATIO_3_TO_30, field="ratio")
    return max(0.0, ratio * nitrite_mg_per_l - chloride_mg_per_l) * SALT_PER_CHLORIDE


def brine_g_per_l(*, net_volume_l: float, swapped_l: float, now_g_per_l: float, target_g_per_l: float) -> float:
    """Salinity of the water that replaces ``swapped_l`` to bring the whole to its target: (T V - C (V - s)) / s (arithmetic).

    :raises InvalidInput: more swapped than there is, or a brine that no water holds (above 300 g/L) or below nothing.
    """
    if not 0 < swapped_l <= net_volume_l:
        raise InvalidInput(phrases.SWAP_A_SHARE, field="swapped")
    brine = (target_g_per_l * net_volume_l - now_g_per_l * (net_volume_l - swapped_l)) / swapped_l
    if brine < 0:
        raise InvalidInput(phrases.SALT_FREE_IS_NOT_ENOUGH, field="swapped")
    if brine > 300:
        raise InvalidInput(phrases.TOO_SALT_TO_SWAP, field="swapped")
    return brine


@dataclass(frozen=True, kw_only=True)
class Swap:
    """A part of the water replaced to bring the whole to another salinity: litres, the salt in them in g/L, and in grams as weighed."""

    swapped_l: float
    brine_g_per_l: float
    salt_g: float


def swap_for(*, net_volume_l: float, now_g_per_l: float, target_g_per_l: float, share: float = 1.0) -> Swap:
    """Up: a fifth of the water for brine, so that no dry salt meets a fish. Down: a share of 1 - C'/C for water without salt (arithmetic).

    :param share: of the salt that is salt, 0-1. :raises InvalidInput: a level that is negative or beyond what a fifth can bring.
    """
    for field, value in (("now", now_g_per_l), ("target", target_g_per_l)):
        if not math.isfinite(value) or not 0 <= value <= 60:
            raise InvalidInput(phrases.SALT_0_TO_60, field=field)
    if target_g_per_l <= now_g_per_l:
        return Swap(swapped_l=net_volume_l * (1 - target_g_per_l / now_g_per_l) if now_g_per_l else 0.0, brine_g_per_l=0.0, salt_g=0.0)
    swapped_l = SWAP_FRACTION * net_volume_l
    brine = brine_g_per_l(net_volume_l=net_volume_l, swapped_l=swapped_l, now_g_per_l=now_g_per_l, target_g_per_l=target_g_per_l)
    return Swap(swapped_l=swapped_l, brine_g_per_l=brine, salt_g=brine * swapped_l / share)


@dataclass(frozen=True, kw_only=True)
class Carried:
    """What evaporation, a top-up and a change do to a salt, g/L; ``put_back_g`` restores what the change carried off."""

    after_evaporation_g_per_l: float
    after_top_up_g_per_l: float
    after_change_g_per_l: float
    carried_in_g: float
    carried_off_g: float
    put_back_g: float


def carried(
    *, net_volume_l: float, now_g_per_l: float, evaporated_l: float, top_up_g_per_l: float, changed_fraction: float, new_water_g_per_l: float
) -> Carried:
    """Salt does not evaporate: a top-up restores the water, a change carries salt off and brings what the new water holds.

    C1 = C V / (V - e); after topping up with water of T: (C V + T e) / V; after changing f for water of N: C2 (1 - f) + N f;
    what goes back in is V x (C - C3) where that is positive (mass balance; arithmetic).

    :raises InvalidInput: a negative figure, all of it evaporated, or a share outside 0 to 1.
    """
    for field, value in (("now", now_g_per_l), ("evaporated", evaporated_l), ("top_up", top_up_g_per_l), ("new_water", new_water_g_per_l)):
        if not math.isfinite(value) or value < 0:
            raise InvalidInput(NOT_NEGATIVE, field=field)
    if not math.isfinite(net_volume_l) or net_volume_l <= 0:
        raise InvalidInput(MORE_THAN_NOTHING, field="volume")
    if evaporated_l >= net_volume_l / 2:
        raise InvalidInput(phrases.EVAPORATED_TOO_MUCH, field="evaporated")
    if not 0 <= changed_fraction <= 1:
        raise InvalidInput(SHARE_0_TO_100, field="share")
    salt_g = now_g_per_l * net_volume_l
    topped = (salt_g + top_up_g_per_l * evaporated_l) / net_volume_l
    changed = topped * (1 - changed_fraction) + new_water_g_per_l * changed_fraction
    return Carried(
        after_evaporation_g_per_l=salt_g / (net_volume_l - evaporated_l),
        after_top_up_g_per_l=topped,
        after_change_g_per_l=changed,
        carried_in_g=top_up_g_per_l * evaporated_l,
        carried_off_g=max(0.0, (topped - changed) * net_volume_l),
        put_back_g=max(0.0, (now_g_per_l - changed) * net_volume_l),
    )
