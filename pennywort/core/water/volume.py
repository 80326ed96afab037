"""The true water volume of a tank: inside box to the water line, less what stands in it, plus the sump."""

from __future__ import annotations

import math
from dataclasses import dataclass

from pennywort.core.errors import InvalidInput
from pennywort.core.trace import TraceLine, plain

# A tape held against glass reads to half a centimetre (common practice); grain and rock are guesses to a tenth.
TAPE_UNCERTAINTY_CM = 0.5
POROSITY_UNCERTAINTY_FRACTION = 0.05
ROCK_DENSITY_UNCERTAINTY_FRACTION = 0.10
MEASURED_UNCERTAINTY_FRACTION = 0.02


@dataclass(frozen=True, kw_only=True)
class BoxTank:
    """Inside measures of a box, in cm; depth is the water's, from the bottom pane to the water line.

    ``sand_porosity_fraction`` is the share of the sand bed that is water (0-1). Rock is given by mass and density.
    ``measured_net_volume_l`` is what the keeper measured by another way; it overrides the reckoning.
    """

    length_cm: float
    width_cm: float
    water_depth_cm: float
    sand_depth_cm: float = 0.0
    sand_porosity_fraction: float = 0.4
    rock_mass_kg: float = 0.0
    rock_density_kg_per_l: float = 2.6
    sump_volume_l: float = 0.0
    measured_net_volume_l: float | None = None


@dataclass(frozen=True, kw_only=True)
class WaterVolume:
    """Gross and net volume in litres, the net's uncertainty (one standard deviation), and how they came about."""

    gross_volume_l: float
    reckoned_net_volume_l: float
    net_volume_l: float
    net_uncertainty_l: float
    measured: bool
    trace: tuple[TraceLine, ...]


def water_volume(tank: BoxTank) -> WaterVolume:
    """Gross and net water volume of a box tank.

    gross = L x W x D / 1000; sand takes L x W x s x (1 - porosity) / 1000; rock takes mass / density.
    Geometry: 60 x 30 x 30 cm = 54.0 L (SRAC Publication 410, Jensen 1989, gives the same rule).
    The uncertainty adds in quadrature: tape +-0.5 cm a side, porosity +-0.05, rock density +-10 % (common practice).

    :raises InvalidInput: a measure that is not positive and finite, sand to the water line, or nothing left.
    """
    _check(tank)
    area_cm2 = tank.length_cm * tank.width_cm
    gross_l = area_cm2 * tank.water_depth_cm / 1000
    sand_solid_l = area_cm2 * tank.sand_depth_cm * (1 - tank.sand_porosity_fraction) / 1000
    rock_l = tank.rock_mass_kg / tank.rock_density_kg_per_l
    reckoned_l = gross_l - sand_solid_l - rock_l + tank.sump_volume_l
    if reckoned_l <= 0.05 * gross_l:
        raise InvalidInput("Sand and rock would leave hardly any water. Check their figures.", field="rock_mass" if rock_l else "sand_depth")
    trace = [
        TraceLine(
            label="box, to the water line",
            formula=f"{plain(tank.length_cm)} × {plain(tank.width_cm)} × {plain(tank.water_depth_cm)} ÷ 1000",
            value=gross_l,
            unit="L",
        )
    ]
    if sand_solid_l:
        trace.append(
            TraceLine(
                label="less sand grains",
                formula=f"{plain(tank.length_cm)} × {plain(tank.width_cm)} × {plain(tank.sand_depth_cm)} × (1 − {plain(tank.sand_porosity_fraction)}) ÷ 1000",
                value=-sand_solid_l,
                unit="L",
            )
        )
    if rock_l:
        trace.append(TraceLine(label="less rock", formula=f"{plain(tank.rock_mass_kg)} kg ÷ {plain(tank.rock_density_kg_per_l)} kg/L", value=-rock_l, unit="L"))
    if tank.sump_volume_l:
        trace.append(TraceLine(label="plus sump", formula=f"{plain(tank.sump_volume_l)} L", value=tank.sump_volume_l, unit="L"))
    trace.append(TraceLine(label="net water, reckoned", formula="sum of the lines above", value=reckoned_l, unit="L"))
    uncertainty_l = _uncertainty_l(tank, gross_l=gross_l, sand_solid_l=sand_solid_l, rock_l=rock_l)
    net_l = reckoned_l
    if tank.measured_net_volume_l is not None:
        net_l = tank.measured_net_volume_l
        uncertainty_l = MEASURED_UNCERTAINTY_FRACTION * net_l
        trace.append(TraceLine(label="net water, measured", formula="as measured; it overrides the reckoning", value=net_l, unit="L"))
    return WaterVolume(
        gross_volume_l=gross_l,
        reckoned_net_volume_l=reckoned_l,
        net_volume_l=net_l,
        net_uncertainty_l=uncertainty_l,
        measured=tank.measured_net_volume_l is not None,
        trace=tuple(trace),
    )


def _uncertainty_l(tank: BoxTank, *, gross_l: float, sand_solid_l: float, rock_l: float) -> float:
    sides = (tank.length_cm, tank.width_cm, tank.water_depth_cm)
    parts = [gross_l * TAPE_UNCERTAINTY_CM / side for side in sides]
    parts.append(tank.length_cm * tank.width_cm * tank.sand_depth_cm * POROSITY_UNCERTAINTY_FRACTION / 1000)
    parts.append(rock_l * ROCK_DENSITY_UNCERTAINTY_FRACTION)
    if sand_solid_l:
        parts.append(tank.length_cm * tank.width_cm * TAPE_UNCERTAINTY_CM * (1 - tank.sand_porosity_fraction) / 1000)
    return math.sqrt(sum(part * part for part in parts))


def _check(tank: BoxTank) -> None:
    for field, value in (
        ("length", tank.length_cm),
        ("width", tank.width_cm),
        ("water_depth", tank.water_depth_cm),
        ("rock_density", tank.rock_density_kg_per_l),
    ):
        if not math.isfinite(value) or value <= 0:
            raise InvalidInput("This must be more than nothing.", field=field)
    for field, value in (("sand_depth", tank.sand_depth_cm), ("rock_mass", tank.rock_mass_kg), ("sump_volume", tank.sump_volume_l)):
        if not math.isfinite(value) or value < 0:
            raise InvalidInput("This can't be negative.", field=field)
    if not 0 <= tank.sand_porosity_fraction < 1:
        raise InvalidInput("The water share of the sand lies between 0 and 100 %, usually near 40 %.", field="sand_porosity")
    if tank.sand_depth_cm >= tank.water_depth_cm:
        raise InvalidInput("The sand would reach the water line.", field="sand_depth")
    if tank.measured_net_volume_l is not None and not (math.isfinite(tank.measured_net_volume_l) and tank.measured_net_volume_l > 0):
        raise InvalidInput("This must be more than nothing.", field="measured_net_volume")
