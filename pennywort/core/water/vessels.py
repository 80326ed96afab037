"""The gross volume of vessels of every shape, by inside measures to the water line, in cm and litres."""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import Literal

from pennywort.core.errors import InvalidInput
from pennywort.core.units.phrases import MORE_THAN_NOTHING
from pennywort.core.water import phrases

Shape = Literal["box", "bow_front", "hexagon", "upright_cylinder", "lying_cylinder", "bowl", "tub", "litres", "buckets"]
# What each shape is measured by, in cm; ``volume`` and ``each`` in L, ``count`` a number.
MEASURES: dict[Shape, tuple[str, ...]] = {
    "box": ("length", "width", "depth"),
    "bow_front": ("length", "width", "bow_width", "depth"),
    "hexagon": ("side", "depth"),
    "upright_cylinder": ("diameter", "depth"),
    "lying_cylinder": ("diameter", "length", "depth"),
    "bowl": ("diameter", "depth"),
    "tub": ("bottom_diameter", "top_diameter", "depth"),
    "litres": ("volume",),
    "buckets": ("count", "each"),
}


def gross_volume_l(shape: Shape, measures: Mapping[str, float]) -> float:
    """Volume of the water in a vessel, in litres. ``depth`` is that of the water, in cm.

    box L W d; bow-front L W d plus a circular segment of chord L and height (bow - W); regular hexagon
    (3 sqrt 3 / 2) s^2 d; upright cylinder pi r^2 d; lying cylinder, part filled: segment area x length with
    A = r^2 acos((r - d) / r) - (r - d) sqrt(2 r d - d^2); bowl (sphere, part filled): pi d^2 (3 r - d) / 3; tub
    (frustum): pi d (r1^2 + r1 r2 + r2^2) / 3, ``top_diameter`` being that at the water line (solid geometry).

    :raises InvalidInput: a measure missing, not positive, or a depth that the vessel does not have.
    """
    if shape not in MEASURES:
        raise InvalidInput(phrases.CHOOSE_A_SHAPE, field="shape")
    m = {name: _positive(measures.get(name), name) for name in MEASURES[shape]}
    if shape == "litres":
        return m["volume"]
    if shape == "buckets":
        return m["count"] * m["each"]
    depth = m["depth"]
    if shape in ("bowl", "lying_cylinder"):
        return _round_l(shape, m, depth=depth)
    if shape == "tub":
        low, high = m["bottom_diameter"] / 2, m["top_diameter"] / 2
        return math.pi * depth * (low * low + low * high + high * high) / 3 / 1000
    floor_cm2 = {
        "box": lambda: m["length"] * m["width"],
        "bow_front": lambda: m["length"] * m["width"] + _segment(chord=m["length"], height=m["bow_width"] - m["width"]),
        "hexagon": lambda: 1.5 * math.sqrt(3) * m["side"] ** 2,
        "upright_cylinder": lambda: math.pi * (m["diameter"] / 2) ** 2,
    }[shape]()
    return floor_cm2 * depth / 1000


def _round_l(shape: Shape, m: Mapping[str, float], *, depth: float) -> float:
    """A bowl, or a cylinder that lies."""
    radius = m["diameter"] / 2
    if depth > m["diameter"]:
        raise InvalidInput(phrases.HIGHER_THAN_THE_VESSEL, field="depth")
    if shape == "bowl":
        return math.pi * depth * depth * (3 * radius - depth) / 3 / 1000
    wet = radius * radius * math.acos((radius - depth) / radius) - (radius - depth) * math.sqrt(max(0.0, 2 * radius * depth - depth * depth))
    return wet * m["length"] / 1000


def filled_l(shape: Shape, measures: Mapping[str, float], *, depth_cm: float) -> float:
    """The same vessel filled to a lower line, in litres: what a bed of sand that deep takes up, grains and gaps.

    A tub's diameter at that line lies between those of its bottom and of its water line.

    :raises InvalidInput: as :func:`gross_volume_l`.
    """
    lower = {**measures, "depth": depth_cm}
    if shape == "tub":
        lower["top_diameter"] = measures["bottom_diameter"] + (measures["top_diameter"] - measures["bottom_diameter"]) * depth_cm / measures["depth"]
    return gross_volume_l(shape, lower)


def _segment(*, chord: float, height: float) -> float:
    """Area of a circular segment from its chord and height."""
    if height <= 0:
        raise InvalidInput(phrases.BOW_IS_WIDER, field="bow_width")
    if height > chord / 2:
        raise InvalidInput(phrases.BOWS_OUT_TOO_FAR, field="bow_width")
    radius = (chord * chord / 4 + height * height) / (2 * height)
    angle = 2 * math.asin(min(1.0, chord / (2 * radius)))
    return radius * radius * (angle - math.sin(angle)) / 2


def _positive(value: float | None, field: str) -> float:
    if value is None:
        raise InvalidInput(phrases.MEASURE_THIS_TOO, field=field)
    if not math.isfinite(value) or value <= 0:
        raise InvalidInput(MORE_THAN_NOTHING, field=field)
    return value


def less_than_named_words(*, net_volume_l: float, named_volume_l: float) -> str:
    """How the true water compares with the name on the box, in words. Litres."""
    share = net_volume_l / named_volume_l - 1
    if abs(share) < 0.005:
        return phrases.AS_THE_NAME_SAYS
    return phrases.other_than_the_name(share)


def less_than_gross_words(*, net_volume_l: float, gross_volume_l: float) -> str:
    """The same where no name is known: against the empty vessel. Litres."""
    share = net_volume_l / gross_volume_l - 1
    if abs(share) < 0.005:
        return phrases.ALL_WATER
    return phrases.other_than_it_holds(share)
