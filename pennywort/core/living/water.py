"""The water of a rehearsal: ammonia, nitrite and nitrate through a filter, oxygen, alkalinity and pH, chlorine.

Nitrogen by the two steps of ``core/water/nitrifying.py``. Oxygen by the exchange of gas with the air (a rate towards saturation) and what fish
and filter breathe. pH follows alkalinity at the carbon dioxide that the tank began with: pH = pH0 + log10(A / A0) (Henderson-Hasselbalch).
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from pennywort.core.living.dice import Array
from pennywort.core.reference.living_models import ScenarioTank
from pennywort.core.water.chemistry import unionised_ammonia_fraction
from pennywort.core.water.nitrifying import COLDEST_C, DECAY_PER_DAY, HALF_SATURATION_MG_PER_L, WARMEST_C, growth_per_day, slope
from pennywort.core.water.oxygen import oxygen_saturation_mg_per_l

# what fish are fed of their mass a day, the protein in it, and the nitrogen of it that comes out as ammonia (common practice; Timmons: 0.092 of protein)
FED_PER_DAY, PROTEIN, AMMONIA_PER_PROTEIN = 0.02, 0.45, 0.092
# oxygen that a kilogram of small fish breathes in an hour at 25 degC, and by how much more each degree (common practice)
BREATHED_MG_PER_KG_H, PER_DEGREE = 350.0, 1.07
# exchange of gas at a quiet surface with an air stone as usual, an hour (assumption)
EXCHANGE_PER_H = 1.0
# oxygen and alkalinity that turning a milligram of nitrogen into nitrate takes, mg (stoichiometry: 4.57, and 7.14 as CaCO3)
OXYGEN_PER_N, ALKALINITY_PER_N = 4.57, 7.14
CHLORINE_HALF_H = 10.0
LEAST_ALKALINITY = 1.0
# after a move into a bare tank: what came along in a sponge
FILTER_COMES_ALONG = 0.15


def mass_g(length_cm: Array) -> Array:
    """What a fish of ordinary shape weighs: 0.02 L^3, grams and centimetres (length-weight relation, common practice)."""
    return 0.02 * length_cm**3


def load_mg_per_day(fish_g: Array) -> Array:
    """Ammonia as N that fish fed as usual give off in a day, mg."""
    return fish_g * 1000 * FED_PER_DAY * PROTEIN * AMMONIA_PER_PROTEIN


@dataclass(frozen=True, kw_only=True, eq=False)
class LivingWater:
    """State, [way, run]: ``nitrogen`` as ``nitrifying.Water.stacked``, oxygen, alkalinity as CaCO3 and chlorine in mg/L.

    ``used_to``: the salinity that the fish are used to, [way].
    """

    nitrogen: Array
    oxygen_mg_per_l: Array
    alkalinity_mg_per_l: Array
    chlorine_mg_per_l: Array
    used_to: Array

    def copy(self) -> LivingWater:
        return LivingWater(**{name: value.copy() for name, value in vars(self).items()})

    def repeated(self, ways: int) -> LivingWater:
        """The state of one way as that of many."""
        return LivingWater(
            nitrogen=np.repeat(self.nitrogen, ways, axis=1), used_to=np.repeat(self.used_to, ways),
            **{n: np.repeat(getattr(self, n), ways, axis=0) for n in ("oxygen_mg_per_l", "alkalinity_mg_per_l", "chlorine_mg_per_l")},
        )  # fmt: skip


class Basin:
    """One tank: what does not change of it."""

    def __init__(self, tank: ScenarioTank, *, net_volume_l: float, fish_g: float) -> None:
        self.tank, self.net_volume_l = tank, net_volume_l
        self.full_load = float(load_mg_per_day(np.array(fish_g))) / net_volume_l
        self.fish_g = fish_g

    def begin(self, ways: int, runs: int) -> LivingWater:
        growth = _growth(self.tank.temperature_c)
        # the bacteria of a filter at rest with its load: they grow as fast as they die, at a / (K + a) = d / g
        takes = [self.full_load * g / DECAY_PER_DAY * self.tank.filter_share for g in growth]
        rest = [HALF_SATURATION_MG_PER_L * DECAY_PER_DAY / (g - DECAY_PER_DAY) if self.tank.filter_share >= 1 else 0.0 for g in growth]
        first = [self.tank.ammonia_mg_per_l or rest[0], self.tank.nitrite_mg_per_l or rest[1], 2.0, *takes]
        return LivingWater(
            nitrogen=np.stack([np.full((ways, runs), max(v, 1e-4)) for v in first]),
            oxygen_mg_per_l=np.full((ways, runs), self._oxygen_at_rest()),
            alkalinity_mg_per_l=np.full((ways, runs), self.tank.alkalinity_mg_per_l),
            chlorine_mg_per_l=np.zeros((ways, runs)),
            used_to=np.full(ways, self.tank.salinity_g_per_kg),
        )

    def _oxygen_at_rest(self) -> float:
        """Between the air and what the fish breathe, as it has been for hours."""
        used = self.fish_g / 1000 * BREATHED_MG_PER_KG_H * PER_DEGREE ** (self.tank.temperature_c - 25) / self.net_volume_l
        return float(max(self._saturation(self.tank.temperature_c, self.tank.salinity_g_per_kg) - used / (EXCHANGE_PER_H * self.tank.air_times), 0.0))

    @staticmethod
    @lru_cache(maxsize=4096)
    def _saturation(temperature_c: float, salinity_g_per_kg: float) -> float:
        return oxygen_saturation_mg_per_l(temperature_c=min(max(temperature_c, 0.0), 40.0), salinity_g_per_kg=min(salinity_g_per_kg, 45.0))

    def ph(self, water: LivingWater) -> Array:
        """pH by the alkalinity that is left."""
        return self.tank.ph + np.log10(water.alkalinity_mg_per_l / self.tank.alkalinity_mg_per_l)

    def unionised(self, water: LivingWater, *, temperature_c: Array, salinity_g_per_kg: Array) -> Array:
        """NH3 as N, mg/L, [way, run]."""
        pka = np.array([_pka(t, s) for t, s in zip(temperature_c.tolist(), salinity_g_per_kg.tolist(), strict=True)])
        return water.nitrogen[0] / (1 + 10 ** (pka[:, None] - self.ph(water)))  # type: ignore[no-any-return]

    def hour(self, water: LivingWater, at: dict[str, Array], *, fish_g: Array) -> None:
        """One hour on, in place. ``at``: what the scripts say of this hour, [way]; ``fish_g`` the mass alive, [way, run]."""
        column = {name: value[:, None] for name, value in at.items()}
        kept = (1 - column["changed_fraction"]) * (1 - column["moved"])
        water.nitrogen[:3] *= kept
        water.nitrogen[3:] *= (1 - column["filter_lost_fraction"]) * np.where(column["moved"] > 0, FILTER_COMES_ALONG, 1.0)
        water.nitrogen[0] *= 1 - column["bound_fraction"]
        water.alkalinity_mg_per_l[:] = water.alkalinity_mg_per_l * kept + self.tank.alkalinity_mg_per_l * (1 - kept)
        water.chlorine_mg_per_l[:] = (water.chlorine_mg_per_l * kept + column["chlorine_mg_per_l"]) * 0.5 ** (1 / CHLORINE_HALF_H) * (1 - column["unbound"])
        water.nitrogen[0] += load_mg_per_day(fish_g) / 24 * column["feed_times"] / self.net_volume_l
        before = water.nitrogen[2].copy()
        growth = np.array([_growth(t) for t in at["temperature_c"].tolist()]).T[:, :, None]
        water.nitrogen[:] = np.maximum(_heun(water.nitrogen, growth), 0.0)
        turned = water.nitrogen[2] - before
        water.alkalinity_mg_per_l[:] = np.maximum(water.alkalinity_mg_per_l - ALKALINITY_PER_N * turned, LEAST_ALKALINITY)
        self._breathe(water, at, fish_g=fish_g, turned=turned)
        water.used_to[:] += (at["salinity_g_per_kg"] - water.used_to) / 24

    def _breathe(self, water: LivingWater, at: dict[str, Array], *, fish_g: Array, turned: Array) -> None:
        warmer = PER_DEGREE ** (at["temperature_c"] - 25)[:, None]
        used = fish_g / 1000 * BREATHED_MG_PER_KG_H * warmer / self.net_volume_l + OXYGEN_PER_N * np.maximum(turned, 0.0)
        saturation = np.array([self._saturation(t, s) for t, s in zip(at["temperature_c"].tolist(), at["salinity_g_per_kg"].tolist(), strict=True)])[:, None]
        exchange = EXCHANGE_PER_H * self.tank.air_times * at["air_times"][:, None]
        towards = saturation - used / exchange
        water.oxygen_mg_per_l[:] = np.maximum(towards + (water.oxygen_mg_per_l - towards) * np.exp(-exchange), 0.0)


@lru_cache(maxsize=4096)
def _growth(temperature_c: float) -> tuple[float, float]:
    return growth_per_day(min(max(temperature_c, COLDEST_C), WARMEST_C))


@lru_cache(maxsize=4096)
def _pka(temperature_c: float, salinity_g_per_kg: float) -> float:
    """It does not hang on the pH: it is read off the share at one."""
    share = unionised_ammonia_fraction(ph=8, temperature_c=min(max(temperature_c, 0.0), 40.0), salinity_g_per_kg=min(salinity_g_per_kg, 45.0))
    return 8 + math.log10(1 / share - 1)


def _heun(state: Array, growth: Array) -> Array:
    """An hour by Heun's method: within a thousandth of Runge-Kutta at these rates."""
    h = 1 / 24
    paces = (growth[0], growth[1])
    first = slope(state, paces)
    found: Array = state + h / 2 * (first + slope(state + h * first, paces))
    return found
