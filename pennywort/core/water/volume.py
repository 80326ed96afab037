"""The true water volume of a vessel: inside measures to the water line, less what stands in it, plus the sump."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from pennywort.core.errors import InvalidInput
from pennywort.core.trace import TraceLine, plain
from pennywort.core.units.phrases import MORE_THAN_NOTHING, NOT_NEGATIVE
from pennywort.core.water import phrases
from pennywort.core.water.vessels import MEASURES, Shape, filled_l, gross_volume_l

# A tape held against glass reads to half a centimetre (common practice); grain and rock are guesses to a tenth.
TAPE_UNCERTAINTY_CM = 0.5
POROSITY_UNCERTAINTY_FRACTION = 0.05
ROCK_DENSITY_UNCERTAINTY_FRACTION = 0.10
MEASURED_UNCERTAINTY_FRACTION = 0.02
# one line of the trace for each shape whose sides simply multiply
PRODUCTS = {"box": ("length", "width", "depth")}


@dataclass(frozen=True, kw_only=True)
class Standing:
    """What takes room in a vessel, and what adds water to it.

    ``sand_porosity_fraction`` is the share of the sand bed that is water (0-1). Rock and decor by mass and density or by
    ``rock_volume_l``. ``sand_area_cm2`` only where the vessel's own measures do not say how wide its bottom is.
    """

    sand_depth_cm: float = 0.0
    sand_area_cm2: float = 0.0
    sand_porosity_fraction: float = 0.4
    rock_mass_kg: float = 0.0
    rock_density_kg_per_l: float = 2.6
    rock_volume_l: float = 0.0
    equipment_volume_l: float = 0.0
    sump_volume_l: float = 0.0
    measured_net_volume_l: float | None = None


@dataclass(frozen=True, kw_only=True)
class BoxTank:
    """Inside measures of a box, in cm; depth is the water's, from the bottom pane to the water line.

    ``sand_porosity_fraction`` is the share of the sand bed that is water (0-1). Rock is given by mass and density.
    ``measured_net_volume_l`` is what the keeper measured by another way; it overrides the reckoning, and is enough by itself:
    the three measures are then 0, not measured.
    """

    length_cm: float = 0.0
    width_cm: float = 0.0
    water_depth_cm: float = 0.0
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
    """Gross and net water volume of a box tank: :func:`vessel_volume` of a box (L x W x D / 1000), or the measured volume alone.

    Geometry: 60 x 30 x 30 cm = 54.0 L (SRAC Publication 410, Jensen 1989, gives the same rule).

    :raises InvalidInput: a measure that is not positive and finite, sand to the water line, or nothing left.
    """
    measures = {"length": tank.length_cm, "width": tank.width_cm, "depth": tank.water_depth_cm}
    if tank.measured_net_volume_l is not None and not any(measures.values()):
        return _measured_alone(tank.measured_net_volume_l)
    standing = Standing(
        sand_depth_cm=tank.sand_depth_cm,
        sand_porosity_fraction=tank.sand_porosity_fraction,
        rock_mass_kg=tank.rock_mass_kg,
        rock_density_kg_per_l=tank.rock_density_kg_per_l,
        sump_volume_l=tank.sump_volume_l,
        measured_net_volume_l=tank.measured_net_volume_l,
    )
    try:
        return vessel_volume("box", measures, standing)
    except InvalidInput as error:
        raise InvalidInput(error.message, field="water_depth" if error.field == "depth" else error.field) from error


def _measured_alone(net_volume_l: float) -> WaterVolume:
    """Water that was counted in buckets or by a meter: of what takes room in it nothing need be known."""
    if not math.isfinite(net_volume_l) or net_volume_l <= 0:
        raise InvalidInput(MORE_THAN_NOTHING, field="measured_net_volume")
    return WaterVolume(
        gross_volume_l=net_volume_l,
        reckoned_net_volume_l=net_volume_l,
        net_volume_l=net_volume_l,
        net_uncertainty_l=MEASURED_UNCERTAINTY_FRACTION * net_volume_l,
        measured=True,
        trace=(TraceLine(label=phrases.NET_WATER_MEASURED, formula="as measured", value=net_volume_l, unit="L"),),
    )


def vessel_volume(shape: Shape, measures: Mapping[str, float], standing: Standing) -> WaterVolume:
    """Gross and net water of a vessel of any shape.

    Sand takes its bed (the vessel filled to the sand's depth) x (1 - porosity); rock takes mass / density; equipment and
    sump as they are. The uncertainty adds in quadrature: tape +-0.5 cm on each length, porosity +-0.05, rock density
    +-10 %, and 2 % of a volume that was counted or measured (common practice).

    :raises InvalidInput: naming the measure that can't be, sand to the water line, or nothing left.
    """
    gross_l = gross_volume_l(shape, measures)
    _check(shape, measures, standing)
    bed_l = _bed_l(shape, measures, standing)
    sand_solid_l = bed_l * (1 - standing.sand_porosity_fraction)
    rock_l = standing.rock_mass_kg / standing.rock_density_kg_per_l + standing.rock_volume_l
    reckoned_l = gross_l - sand_solid_l - rock_l - standing.equipment_volume_l + standing.sump_volume_l
    if gross_l - sand_solid_l - rock_l - standing.equipment_volume_l <= 0.05 * gross_l:
        taken = {"rock_mass": rock_l, "equipment": standing.equipment_volume_l, "sand_depth": sand_solid_l}
        raise InvalidInput(phrases.HARDLY_ANY_WATER, field=max(taken, key=lambda name: taken[name]))
    trace = [TraceLine(label=phrases.to_the_water_line(shape.replace("_", " ")), formula=_formula(shape, measures), value=gross_l, unit="L")]
    if sand_solid_l:
        formula = f"{_bed_formula(shape, measures, standing)} × (1 − {plain(standing.sand_porosity_fraction)}) ÷ 1000"
        trace.append(TraceLine(label=phrases.LESS_SAND, formula=formula, value=-sand_solid_l, unit="L"))
    if standing.rock_mass_kg:
        formula = f"{plain(standing.rock_mass_kg)} kg ÷ {plain(standing.rock_density_kg_per_l)} kg/L"
        trace.append(TraceLine(label="less rock", formula=formula, value=-standing.rock_mass_kg / standing.rock_density_kg_per_l, unit="L"))
    for label, value in (
        (phrases.LESS_ROCK, -standing.rock_volume_l),
        ("less equipment", -standing.equipment_volume_l),
        ("plus sump", standing.sump_volume_l),
    ):
        if value:
            trace.append(TraceLine(label=label, formula=f"{plain(abs(value))} L", value=value, unit="L"))
    trace.append(TraceLine(label=phrases.NET_WATER_RECKONED, formula=phrases.SUM_OF_LINES, value=reckoned_l, unit="L"))
    uncertainty_l, net_l = _uncertainty_l(shape, measures, standing, gross_l=gross_l, bed_l=bed_l), reckoned_l
    if standing.measured_net_volume_l is not None:
        net_l = standing.measured_net_volume_l
        uncertainty_l = MEASURED_UNCERTAINTY_FRACTION * net_l
        trace.append(TraceLine(label=phrases.NET_WATER_MEASURED, formula=phrases.AS_MEASURED, value=net_l, unit="L"))
    return WaterVolume(
        gross_volume_l=gross_l,
        reckoned_net_volume_l=reckoned_l,
        net_volume_l=net_l,
        net_uncertainty_l=uncertainty_l,
        measured=standing.measured_net_volume_l is not None,
        trace=tuple(trace),
    )


def _formula(shape: Shape, measures: Mapping[str, float]) -> str:
    if shape in PRODUCTS:
        return " × ".join(plain(measures[name]) for name in PRODUCTS[shape]) + " ÷ 1000"
    return ", ".join(f"{name.replace('_', ' ')} {plain(measures[name])}" for name in MEASURES[shape])


def _bed_l(shape: Shape, measures: Mapping[str, float], standing: Standing) -> float:
    if not standing.sand_depth_cm:
        return 0.0
    if "depth" in MEASURES[shape]:
        return filled_l(shape, measures, depth_cm=standing.sand_depth_cm)
    return standing.sand_area_cm2 * standing.sand_depth_cm / 1000


def _bed_formula(shape: Shape, measures: Mapping[str, float], standing: Standing) -> str:
    if shape in PRODUCTS:
        return f"{plain(measures['length'])} × {plain(measures['width'])} × {plain(standing.sand_depth_cm)}"
    if "depth" in MEASURES[shape]:
        return phrases.of_sand(plain(filled_l(shape, measures, depth_cm=standing.sand_depth_cm) * 1000))
    return f"{plain(standing.sand_area_cm2)} × {plain(standing.sand_depth_cm)}"


def _uncertainty_l(shape: Shape, measures: Mapping[str, float], standing: Standing, *, gross_l: float, bed_l: float) -> float:
    lengths = [name for name in MEASURES[shape] if name not in ("volume", "each", "count")]
    parts = [_moved_l(shape, measures, name) for name in lengths] or [MEASURED_UNCERTAINTY_FRACTION * gross_l]
    parts.append(bed_l * POROSITY_UNCERTAINTY_FRACTION)
    parts.append(standing.rock_mass_kg / standing.rock_density_kg_per_l * ROCK_DENSITY_UNCERTAINTY_FRACTION)
    if bed_l:
        parts.append(bed_l / standing.sand_depth_cm * TAPE_UNCERTAINTY_CM * (1 - standing.sand_porosity_fraction))
    return math.sqrt(sum(part * part for part in parts))


def _moved_l(shape: Shape, measures: Mapping[str, float], name: str) -> float:
    """How far the volume moves with one length by what a tape may be out; a step that the vessel allows."""
    for step in (TAPE_UNCERTAINTY_CM, -TAPE_UNCERTAINTY_CM):
        try:
            return gross_volume_l(shape, {**measures, name: measures[name] + step}) - gross_volume_l(shape, measures)
        except InvalidInput:
            continue
    return TAPE_UNCERTAINTY_CM / measures[name] * gross_volume_l(shape, measures)


def _check(shape: Shape, measures: Mapping[str, float], standing: Standing) -> None:
    if not math.isfinite(standing.rock_density_kg_per_l) or standing.rock_density_kg_per_l <= 0:
        raise InvalidInput(MORE_THAN_NOTHING, field="rock_density")
    for field, value in (
        ("sand_depth", standing.sand_depth_cm),
        ("rock_mass", standing.rock_mass_kg),
        ("rock_volume", standing.rock_volume_l),
        ("equipment", standing.equipment_volume_l),
        ("sump_volume", standing.sump_volume_l),
    ):
        if not math.isfinite(value) or value < 0:
            raise InvalidInput(NOT_NEGATIVE, field=field)
    if not 0 <= standing.sand_porosity_fraction < 1:
        raise InvalidInput(phrases.WATER_SHARE_OF_SAND, field="sand_porosity")
    if "depth" in MEASURES[shape]:
        if standing.sand_depth_cm >= measures["depth"]:
            raise InvalidInput(phrases.SAND_TO_THE_WATER_LINE, field="sand_depth")
    elif standing.sand_depth_cm and not standing.sand_area_cm2 > 0:
        raise InvalidInput(phrases.HOW_WIDE_IS_THE_SAND, field="sand_length")
    if standing.measured_net_volume_l is not None and not (math.isfinite(standing.measured_net_volume_l) and standing.measured_net_volume_l > 0):
        raise InvalidInput(MORE_THAN_NOTHING, field="measured_net_volume")
