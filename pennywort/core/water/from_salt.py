"""The true volume of a water from what a known amount of something raises it by."""

from __future__ import annotations

import math
from dataclasses import dataclass

from pennywort.core.errors import InvalidInput
from pennywort.core.units.phrases import NOT_NEGATIVE
from pennywort.core.water import phrases


@dataclass(frozen=True, kw_only=True)
class TrueVolume:
    """Net volume in litres, with one standard deviation from the readings and the scale."""

    net_volume_l: float
    net_uncertainty_l: float


def volume_from_rise(
    *, added_mg: float, before_mg_per_l: float, after_mg_per_l: float, reading_error_mg_per_l: float, added_error_mg: float = 0.0
) -> TrueVolume:
    """V = m / (C after - C before); errors add in quadrature: (sV/V)^2 = (s m / m)^2 + 2 (s C / rise)^2 (dilution; arithmetic).

    Pure salt and a salinity or TDS meter, or a metal and its kit: whatever is weighed and read in mg/L.

    :param reading_error_mg_per_l: one standard deviation of a reading, the same for both.
    :raises InvalidInput: nothing added, no rise, or a rise lost in the error of the readings.
    """
    for field, value in (("added", added_mg), ("before", before_mg_per_l), ("after", after_mg_per_l), ("reading_error", reading_error_mg_per_l)):
        if not math.isfinite(value) or value < 0:
            raise InvalidInput(NOT_NEGATIVE, field=field)
    if added_mg <= 0:
        raise InvalidInput(phrases.HOW_MUCH_WAS_ADDED, field="added")
    rise = after_mg_per_l - before_mg_per_l
    if rise <= 0:
        raise InvalidInput(phrases.READS_NO_MORE, field="after")
    if reading_error_mg_per_l * math.sqrt(2) > rise / 3:
        raise InvalidInput(phrases.RISE_IS_LOST, field="after")
    volume = added_mg / rise
    share = math.sqrt((added_error_mg / added_mg) ** 2 + 2 * (reading_error_mg_per_l / rise) ** 2)
    return TrueVolume(net_volume_l=volume, net_uncertainty_l=volume * share)
