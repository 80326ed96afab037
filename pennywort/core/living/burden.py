"""Parasites by stage: a chain of compartments for each stage of the life cycle, on each fish, on the bottom and in the water."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from pennywort.core.living.dice import Array, Dice, whole
from pennywort.core.parasite.life_cycle import BEYOND_C, StageLength, stages_at
from pennywort.core.reference.course_models import LifeCycle
from pennywort.core.reference.living_models import Living

# a stage of k compartments left one after another has a spread of 1/sqrt(k) of its length; more than this change nothing that shows
MOST_COMPARTMENTS = 12
# at the low end of its range medicine kills in well under an hour what it meets, and half of that level hardly any (assumption)
KILLED_PER_H = 1.5
STEEPNESS = 6


@dataclass(frozen=True, kw_only=True)
class Chain:
    """One stage: where it lives, in how many compartments, whether what comes into it is multiplied, and whether those that look for a fish leave it."""

    id: str
    place: int
    on_fish: bool
    on_bottom: bool
    compartment_count: int
    born_count: float
    seeks: bool
    reached: bool
    left_behind: bool


@dataclass(frozen=True, kw_only=True, eq=False)
class Passage:
    """What the scripts make of each hour for each stage, [hour, stage, 1, way, 1, 1]: the share that leaves a compartment and the share that stays
    alive; ``lossy`` [hour, stage] whether any is taken."""

    leaves: Array
    stays: Array
    lossy: Array


@lru_cache(maxsize=4096)
def _lengths(cycle: LifeCycle, quarter_degrees: int) -> tuple[StageLength, ...]:
    warmth = [r.temperature_c for r in cycle.cycle]
    at_c = min(max(quarter_degrees / 4, warmth[0] - BEYOND_C), warmth[-1] + BEYOND_C, 35.0)
    return stages_at(cycle, temperature_c=max(at_c, 0.0))


def mean_h(stage: StageLength) -> float:
    """The mean of a log-normal length, hours: its middle times exp(sd^2 / 2)."""
    return stage.length.middle_h * math.exp(stage.length.log_sd**2 / 2)


class Burden:
    """The parasites of one condition in many runs. State: for each stage [compartment, way, run, fish or 1], whole animals."""

    def __init__(self, living: Living, cycle: LifeCycle, *, temperature_c: float) -> None:
        self.living, self.cycle = living, cycle
        stages = _lengths(cycle, round(temperature_c * 4))
        count = len(stages)
        self.chains = tuple(
            Chain(
                id=s.id, place=i, on_fish=s.lives_on == "fish", on_bottom=s.lives_on == "bottom",
                compartment_count=min(MOST_COMPARTMENTS, max(1, round(1 / math.expm1(s.length.log_sd**2)))),
                born_count=living.born if s.id == living.born_into else 1.0,
                seeks=s.lives_on != "fish" and stages[(i + 1) % count].lives_on == "fish", reached=s.reached, left_behind=s.left_behind,
            )
            for i, s in enumerate(stages)
        )  # fmt: skip
        self.settles = next(c for c in self.chains if c.on_fish)

    def draws(self, fish: int) -> int:
        """How many uniform numbers an hour takes for each run."""
        return sum(2 * c.compartment_count * (fish if c.on_fish else 1) + (fish if c.seeks else 1) for c in self.chains)

    def empty(self, ways: int, runs: int, fish: int) -> list[Array]:
        return [np.zeros((c.compartment_count, ways, runs, fish if c.on_fish else 1), dtype=np.float32) for c in self.chains]

    def course(self, *, temperature_c: Array, reach: Array, bathed: Array, changed: Array, siphoned: Array, moved: Array) -> Passage:
        """What the ways make of each hour, all of them [way, hour]: warmth, reach of a medicine, and the shares taken by baths, changes, a siphon, a move."""
        quarters = np.rint(temperature_c * 4).astype(int)
        stages = {q: _lengths(self.cycle, q) for q in np.unique(quarters).tolist()}
        hours_in = {q: [mean_h(s) / c.compartment_count for c, s in zip(self.chains, lengths, strict=True)] for q, lengths in stages.items()}
        # 1 / (hours in a compartment): so that the mean length of a stage is kept; [way, hour, stage]
        leaves = np.minimum(1.0, 1 / np.array([[hours_in[q] for q in way] for way in quarters.tolist()]))
        met = 1 - np.exp(-KILLED_PER_H * np.minimum(reach, 1.0) ** STEEPNESS)
        taken = [bathed if c.on_fish else siphoned if c.on_bottom else changed for c in self.chains]
        kept = [(1 - t) * (1 - met * c.reached) * (1 - moved * c.left_behind) for c, t in zip(self.chains, taken, strict=True)]
        stays = np.stack(kept, axis=-1)
        return Passage(leaves=_by_hour(leaves), stays=_by_hour(stays), lossy=(stays < 1).max(axis=0))

    def hour(self, state: list[Array], dice: Dice, passage: Passage, hour: int, *, drawn_to: Array) -> None:
        """One hour on, in place.

        :param drawn_to: [way, run, fish], how much of what looks for a fish each living one would get, 1 in all while none is dead.
        """
        if not any(held.any() for held in state):
            dice.leave_out(self.draws(drawn_to.shape[-1]))
            return
        leaving: list[Array] = []
        for chain, held in zip(self.chains, state, strict=True):
            fish, parts = held.shape[-1], chain.compartment_count
            if passage.lossy[hour, chain.place]:
                held[:] = whole(held * passage.stays[hour, chain.place], dice.parts(parts, fish))
            else:
                dice.leave_out(parts * fish)
            left = whole(held * passage.leaves[hour, chain.place], dice.parts(parts, fish))
            held -= left
            held[1:] += left[:-1]
            leaving.append(left[-1])
        for chain, left in zip(self.chains, leaving, strict=True):
            into, next_chain = state[(chain.place + 1) % len(state)], self.chains[(chain.place + 1) % len(state)]
            if chain.seeks:
                into[0] += whole(left * (np.float32(self.living.found_share) * drawn_to), dice.take(drawn_to.shape[-1])) * next_chain.born_count
            elif chain.on_fish and not next_chain.on_fish:
                into[0] += whole(left.sum(axis=-1, keepdims=True) * next_chain.born_count, dice.take(1))
            else:
                into[0] += whole(left * next_chain.born_count, dice.take(1))

    def load(self, state: list[Array]) -> Array:
        """How many sit on each fish, [way, run, fish]."""
        found: Array = sum(held.sum(axis=0) for chain, held in zip(self.chains, state, strict=True) if chain.on_fish)
        return found

    def die_with(self, state: list[Array], died: Array) -> None:
        """What sat on a fish that died falls off it, into the stage that follows; what has none off the fish dies with it."""
        for chain, held in zip(self.chains, state, strict=True):
            if not chain.on_fish:
                continue
            next_chain = self.chains[(chain.place + 1) % len(state)]
            if not next_chain.on_fish and next_chain.on_bottom and next_chain.born_count == 1:
                state[next_chain.place][0] += (held.sum(axis=0) * died).sum(axis=-1, keepdims=True)
            held *= ~died


def _by_hour(shares: Array) -> Array:
    """[way, hour, stage] as [hour, stage, 1, way, 1, 1], so that one hour of a stage meets [compartment, way, run, fish]."""
    return shares.transpose(1, 2, 0).astype(np.float32)[..., None, :, None, None]
