"""How ill each fish is of each condition, and how likely it dies within the hour."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from pennywort.core.living.dice import Array
from pennywort.core.reference.disease_models import Condition, Urgency
from pennywort.core.reference.library import Library
from pennywort.core.reference.living_models import Living

# a gravely ill fish of which nothing is done: half of them are dead after so long (hours: the words of the conditions; the lengths are assumptions)
HALF_DEAD_H: dict[Urgency, float] = {"hours": 18.0, "days": 72.0, "weeks": 21 * 24.0, "none": 365 * 24.0}
# how slowly a fish falls ill with its burden, and mends when it is gone
LAG_H: dict[Urgency, float] = {"hours": 8.0, "days": 24.0, "weeks": 96.0, "none": 96.0}
# fish differ: how much one bears more than another, as the standard deviation of its logarithm (assumption)
HARDINESS_SD = 0.25
GROWTH_Q10 = 2.0
# a body bears parasites by its surface, and this is the length for which the counts are told
TOLD_FOR_CM = 10.0
# the ill do not fall ill from one half-dead neighbour alone: this is what begins on a fish that catches it
CAUGHT_GRAVITY = 0.02
# how much sooner a gravely hurt fish catches it than a whole one (assumption)
WOUNDED_TIMES = 4.0


@dataclass(frozen=True, kw_only=True)
class Ill:
    """One condition in this water: how it lives, its place in the scripts, and its pace.

    ``dosed_adds``: by how much what treats something else makes it worse, the worst of its own list, on the scale of what missing it costs.
    """

    place: int
    living: Living
    condition: Condition
    hazard_per_h: float
    lag_fraction: float
    dosed_adds: float


def ill_of(conditions: Sequence[str], *, found: Library) -> tuple[Ill, ...]:
    """The conditions of a water, in the order of the scripts."""
    illnesses = []
    for place, name in enumerate(conditions):
        condition = found.conditions[name]
        illnesses.append(
            Ill(
                place=place, living=found.living[name], condition=condition, hazard_per_h=math.log(2) / HALF_DEAD_H[condition.urgency],
                lag_fraction=-math.expm1(-1 / LAG_H[condition.urgency]),
                dosed_adds=max((v for act, v in condition.harms.items() if found.actions[act].kind == "treat"), default=0.0),
            )
        )  # fmt: skip
    return tuple(illnesses)


def towards_load(ill: Ill, load: Array, *, length_cm: Array) -> Array:
    """The gravity, 0 to 1, at which so many parasites end."""
    grave = (ill.living.grave_count * (length_cm / TOLD_FOR_CM) ** 2).astype(np.float32)
    squared = (load / grave) ** 2
    return squared / (1 + squared)


def towards_water(figure: Array, grave_at: float) -> Array:
    """The same of a figure of the water; steep, as poisons are.

    r³ / (1 + r³) with r = figure / the figure that is grave: 0 to 1, of the shape of ``figure`` (assumption of this model, docs/living.md).
    """
    cubed = (np.maximum(figure, 0.0) / grave_at) ** 3
    return cubed / (1 + cubed)


def grown(ill: Ill, gravity: Array, *, alive: Array, temperature_c: Array, reach: Array, bathed: Array, caught: Array, cleaner: Array, wounds: Array) -> Array:
    """The gravity of what grows on a fish, an hour on.

    :param temperature_c: and ``reach``, ``bathed``, ``cleaner`` (what is left of its pace by care), [way]. :param caught: uniform, [run, fish].
    :param wounds: how hurt each fish is otherwise, 0 to 1: bacteria settle on wounds, [way, run, fish].
    """
    living, one = ill.living, (slice(None), None, None)
    pace = math.log(2) / living.doubles_h * GROWTH_Q10 ** ((temperature_c - 25) / 10) * cleaner
    killed = living.killed_per_day / 24 * np.minimum(reach, 1.0) ** 2
    rate = pace[one] * (1 - gravity) - killed[one] - living.healed_per_day / 24
    found = gravity * np.exp(rate) * (1 - bathed[one])
    others = (gravity * alive).mean(axis=-1, keepdims=True) - gravity * alive / gravity.shape[-1]
    # what medicine in its range meets does not take hold of the next
    odds = -np.expm1(-living.caught_per_day / 24 * others * (1 - np.minimum(reach, 1.0)[one]) * (1 + WOUNDED_TIMES * wounds))
    taken: Array = np.clip(found + np.where((caught < odds) & (gravity < CAUGHT_GRAVITY), CAUGHT_GRAVITY, 0.0), 0.0, 1.0)
    return taken


def healed(ill: Ill, gravity: Array, *, ended: Array) -> Array:
    """The gravity of a hurt, an hour on: it heals, or is made worse as long as what hurts is there.

    0 to 1: halved in each ``heals_h`` hours (assumption of this model, docs/living.md).
    """
    living, still = ill.living, (1 - ended)[:, None, None]
    rest = gravity * 0.5 ** (1 / living.heals_h)
    found: Array = np.clip(rest + np.where(gravity > 0, living.worse_per_day / 24 * still * (1 - gravity), 0.0), 0.0, 1.0)
    return found


def dying(illnesses: Sequence[Ill], gravity: Array, *, care: Array, dosed: Array, missed: Array) -> Array:
    """The hazard to die within the hour, [way, run, fish].

    Per hour, by gravities 0 to 1 (assumption of this model, docs/living.md).

    :param gravity: [condition, way, run, fish]. :param care: what is left of the hazard, [way, condition]. :param dosed: whether something is in the
        water that is given against something else, [way, condition].
    """
    hazard = np.zeros(gravity.shape[1:], dtype=np.float32)
    for ill in illnesses:
        if not gravity[ill.place].any():
            continue
        burnt = 1.0
        if ill.living.lives in ("water", "hurt"):
            burnt = 1 + dosed[:, ill.place] * ill.dosed_adds / missed[ill.place]
        hazard += gravity[ill.place] ** 2 * (ill.hazard_per_h * care[:, ill.place] * burnt).astype(np.float32)[:, None, None]
    return hazard
