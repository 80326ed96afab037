"""What is done to a water, hour by hour, and what happens to it by itself."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from pennywort.core.living.dice import Array

# a heater and a chiller of the usual size, degC an hour (common practice)
WARMER_PER_H = 0.5
QUIET = (
    "changed_fraction", "bottom_fraction", "moved", "filter_lost_fraction", "chlorine_mg_per_l", "unbound", "bound_fraction", "guarded", "medicine_times",
    "bath_off_g_per_kg",
)  # fmt: skip
QUIET_BY_CONDITION = ("reach", "bathed", "ended", "dosed")


@dataclass(frozen=True, kw_only=True, eq=False)
class Script:
    """One way of going on, [hour] or [condition, hour].

    ``reach``: level over the low end of the range in which it meets a condition; ``bathed`` the share of what is on the fish that a bath takes;
    ``dosed``: whether something is in the water that is given against something else; ``care`` what is left of the hazard; ``ended`` whether
    the cause of a hurt is gone. ``medicine_times``: level over the upper end of its range. ``bath_off_g_per_kg``: how far the salinity of a bath
    lies off that of the tank.
    """

    hour_count: int
    conditions: tuple[str, ...]
    temperature_c: Array
    salinity_g_per_kg: Array
    air_times: Array
    feed_times: Array
    changed_fraction: Array
    bottom_fraction: Array
    moved: Array
    filter_lost_fraction: Array
    chlorine_mg_per_l: Array
    unbound: Array
    bound_fraction: Array
    guarded: Array
    medicine_times: Array
    bath_off_g_per_kg: Array
    reach: Array
    bathed: Array
    dosed: Array
    care: Array
    ended: Array

    @classmethod
    def quiet(cls, conditions: tuple[str, ...], *, hours: int, temperature_c: float, salinity_g_per_kg: float) -> Script:
        """A water to which nothing is done and nothing happens."""
        none = {name: np.zeros(hours) for name in QUIET}
        by_condition = {name: np.zeros((len(conditions), hours)) for name in QUIET_BY_CONDITION}
        return cls(
            hour_count=hours, conditions=conditions, temperature_c=np.full(hours, temperature_c), salinity_g_per_kg=np.full(hours, salinity_g_per_kg),
            air_times=np.ones(hours), feed_times=np.ones(hours), care=np.ones((len(conditions), hours)), **none, **by_condition,
        )  # fmt: skip

    def change(self, hour: int, fraction: float) -> None:
        """A share of the water changed in that hour; two in one hour leave what both leave."""
        if 0 <= hour < self.hour_count:
            self.changed_fraction[hour] = 1 - (1 - self.changed_fraction[hour]) * (1 - fraction)

    def to_warmth(self, hour: int, to_c: float) -> None:
        """From that hour on towards a warmth, as fast as a heater goes."""
        self.temperature_c[hour:] = _towards(self.temperature_c[hour:], to_c, step=WARMER_PER_H)

    def to_salinity(self, hour: int, to_g_per_kg: float) -> None:
        """From that hour on another salinity."""
        self.salinity_g_per_kg[hour:] = to_g_per_kg


def _towards(before: Array, to: float, *, step: float) -> Array:
    if not len(before):
        return before
    ramp: Array = before[0] + np.sign(to - before[0]) * step * np.arange(1, len(before) + 1)
    found: Array = np.minimum(ramp, to) if to >= before[0] else np.maximum(ramp, to)
    return found


def stacked(scripts: Sequence[Script], name: str) -> Array:
    """One thing of all ways, [way, ...]."""
    return np.stack([getattr(s, name) for s in scripts])
