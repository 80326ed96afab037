"""The units one person thinks in."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

VolumeUnit = Literal["l", "us_gal", "imp_gal"]
TemperatureUnit = Literal["c", "f"]
MassUnit = Literal["g", "oz"]
LengthUnit = Literal["cm", "in"]


@dataclass(frozen=True, kw_only=True)
class Preferences:
    """Units in which a bare number is read and every figure is shown."""

    volume: VolumeUnit = "l"
    temperature: TemperatureUnit = "c"
    mass: MassUnit = "g"
    length: LengthUnit = "cm"
