"""How strong a heater must be to hold a tank above its room."""

from __future__ import annotations

import math

from pennywort.core.errors import InvalidInput
from pennywort.core.units.phrases import HOW_MUCH_WATER
from pennywort.core.water import phrases

# heat through panes and a covered surface, W for each m2 and degree: single glass in still air about 5.7 (handbooks of building physics,
# recalled from memory)
LOSS_W_PER_M2_K = 5.7
# a heater that is on two thirds of the time
SPARE = 1.5
SOLD_W = (25, 50, 75, 100, 150, 200, 300, 400, 500)


def heater_w(*, net_volume_l: float, water_c: float, room_c: float, sides_cm: tuple[float, float, float] | None = None) -> float:
    """Watts: loss x surface x difference, with half as much again in hand; 0 where the room is as warm.

    ``sides_cm``: length, width and depth; a cube of the volume where nobody measured them.

    Area in m², difference in °C, W/m²·K (common practice).

    :raises InvalidInput: no water, or a room no fishroom is.
    """
    if not math.isfinite(net_volume_l) or net_volume_l <= 0:
        raise InvalidInput(HOW_MUCH_WATER, field="volume")
    if not math.isfinite(room_c) or not 0 <= room_c <= 45:
        raise InvalidInput(phrases.HOW_WARM_IS_THE_ROOM, field="room")
    if sides_cm and all(side > 0 for side in sides_cm):
        length, width, depth = (side / 100 for side in sides_cm)
        area_m2 = 2 * (length * width + length * depth + width * depth)
    else:
        area_m2 = 6 * (net_volume_l / 1000) ** (2 / 3)
    return max(0.0, LOSS_W_PER_M2_K * area_m2 * (water_c - room_c) * SPARE)


def sold_as_w(watts: float) -> tuple[int, int]:
    """How many heaters of which size that are sold: the smallest one that does it, or two and more of the largest; (0, 0) where none is needed.

    Two half as strong are safer than one: if one sticks, neither boils the tank nor leaves it cold (common practice).
    """
    if watts <= 0:
        return 0, 0
    one = next((size for size in SOLD_W if size >= watts), None)
    return (1, one) if one else (math.ceil(watts / SOLD_W[-1]), SOLD_W[-1])
