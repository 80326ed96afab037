"""The arithmetic of a dose: by target concentration, by label, and what a water change takes out."""

from __future__ import annotations

import math
from dataclasses import dataclass

from pennywort.core.errors import InvalidInput, NotKnownYet
from pennywort.core.medicine import phrases
from pennywort.core.trace import TraceLine, plain
from pennywort.core.units.phrases import MORE_THAN_NOTHING, NOT_NEGATIVE, SHARE_0_TO_100

# Two standard deviations of the water volume: the band in which the true level lies, about 19 times in 20.
BAND_SIGMAS = 2.0


@dataclass(frozen=True, kw_only=True)
class Water:
    """The net water a dose goes into, in litres, with its uncertainty (one standard deviation)."""

    net_volume_l: float
    net_uncertainty_l: float = 0.0


@dataclass(frozen=True, kw_only=True)
class Reach:
    """The concentration a dose leads to, and the band that the uncertain volume makes, in mg/L."""

    concentration_mg_per_l: float
    low_mg_per_l: float
    high_mg_per_l: float


def _positive(value: float, *, field: str) -> float:
    if not math.isfinite(value) or value <= 0:
        raise InvalidInput(MORE_THAN_NOTHING, field=field)
    return value


def known_water(water: Water | None) -> Water:
    """:raises NotKnownYet: if nobody has said how much water there is."""
    if water is None:
        raise NotKnownYet(phrases.TANK_NOT_MEASURED, field="tank")
    _positive(water.net_volume_l, field="tank")
    return water


def mass_for_target_mg(*, net_volume_l: float, target_mg_per_l: float, level_now_mg_per_l: float = 0.0) -> float:
    """Mass of active, in mg, that lifts ``net_volume_l`` from the level now to the target.

    m = V x (C_target - C_now). SRAC Publication 410 (Jensen 1989): 1 mg/L is 3.785 mg in a US gallon, 37.85 mg in ten.
    Never negative: at or above the target nothing is added.

    :raises InvalidInput: volume or target not positive and finite, or a negative level.
    """
    _positive(net_volume_l, field="tank")
    _positive(target_mg_per_l, field="target")
    if not math.isfinite(level_now_mg_per_l) or level_now_mg_per_l < 0:
        raise InvalidInput(NOT_NEGATIVE, field="level_now")
    return max(0.0, net_volume_l * (target_mg_per_l - level_now_mg_per_l))


def label_dose_ml(*, net_volume_l: float, label_amount_ml: float, label_per_volume_l: float) -> float:
    """Product for this water by its label: "x mL per y L" gives V x x / y, in mL.

    :raises InvalidInput: a figure that is not positive and finite.
    """
    _positive(net_volume_l, field="tank")
    return net_volume_l * _positive(label_amount_ml, field="label_amount") / _positive(label_per_volume_l, field="label_per_volume")


def after_change_mg_per_l(*, level_mg_per_l: float, changed_fraction: float) -> float:
    """Level after a share of the water was changed for clean water: C x (1 - f).

    :raises InvalidInput: the share is not within 0 to 1.
    """
    if not 0 <= changed_fraction <= 1:
        raise InvalidInput(SHARE_0_TO_100, field="share")
    return level_mg_per_l * (1 - changed_fraction)


def put_back_mg(*, net_volume_l: float, level_mg_per_l: float, changed_fraction: float) -> float:
    """Mass that a water change takes out and that goes back in to keep the level: V x C x f, never a full dose.

    V in litres, C in mg/L, f 0 to 1 (dilution; arithmetic).
    """
    after = after_change_mg_per_l(level_mg_per_l=level_mg_per_l, changed_fraction=changed_fraction)
    return _positive(net_volume_l, field="tank") * (level_mg_per_l - after)


def put_back_ml(*, dose_ml: float, changed_fraction: float) -> float:
    """Product that goes back in after a water change under a label: the share of one dose that was changed."""
    if not 0 <= changed_fraction <= 1:
        raise InvalidInput(SHARE_0_TO_100, field="share")
    return dose_ml * changed_fraction


def reach(*, water: Water, added_mg: float, level_now_mg_per_l: float = 0.0) -> Reach:
    """Where ``added_mg`` brings the level, with the band of the uncertain volume (two standard deviations)."""
    band_l = BAND_SIGMAS * water.net_uncertainty_l
    least_l = max(water.net_volume_l - band_l, 0.1 * water.net_volume_l)
    return Reach(
        concentration_mg_per_l=level_now_mg_per_l + added_mg / water.net_volume_l,
        low_mg_per_l=level_now_mg_per_l + added_mg / (water.net_volume_l + band_l),
        high_mg_per_l=level_now_mg_per_l + added_mg / least_l,
    )


def dose_trace(*, water: Water, target_mg_per_l: float, level_now_mg_per_l: float, share: float, source: str) -> tuple[TraceLine, ...]:
    """The lines behind a dose by target. mg/L, litres and mg, as the lines are added up."""
    wanted = target_mg_per_l - level_now_mg_per_l
    lines = [
        TraceLine(label=phrases.WANTED_LESS_THERE, formula=f"{plain(target_mg_per_l)} − {plain(level_now_mg_per_l)}", value=wanted, unit="mg/L", source=source),
        TraceLine(label=phrases.TIMES_NET_WATER, formula=f"{plain(wanted)} × {plain(water.net_volume_l)}", value=wanted * water.net_volume_l, unit="mg"),
    ]
    if share < 0.9999:
        lines.append(
            TraceLine(
                label=phrases.THIS_SHARE,
                formula=f"{plain(wanted * water.net_volume_l)} × {plain(share, digits=3)}",
                value=wanted * water.net_volume_l * share,
                unit="mg",
            )
        )
    return tuple(lines)


def label_trace(*, water: Water, amount: float, unit: str, per_volume_l: float) -> tuple[TraceLine, ...]:
    """The lines behind a dose by label; ``amount`` in its own ``unit``: mL, mg or pieces."""
    rate = amount / per_volume_l
    return (
        TraceLine(label=phrases.LABEL_EACH_LITRE, formula=f"{plain(amount)} {unit} ÷ {plain(per_volume_l)} L", value=rate, unit=f"{unit}/L", source="label"),
        TraceLine(label=phrases.TIMES_NET_WATER, formula=f"{plain(rate)} × {plain(water.net_volume_l)}", value=rate * water.net_volume_l, unit=unit),
    )
