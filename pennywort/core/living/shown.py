"""What a keeper can see of a living water: the signs of each fish by the likelihoods, how it eats and breathes, and what a kit reads."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

import numpy as np

from pennywort.core.living.dice import Array, Dice
from pennywort.core.living.fish import TOLD_FOR_CM
from pennywort.core.living.world import Seen, World
from pennywort.core.reference.disease_models import Kit

# from this gravity on the signs stand as often as the likelihoods say; below it, by its square (assumption)
SHOWN_FROM = 0.4
# a fish that eats as usual up to there
EATS_UNDER = 0.25
# breaths a minute of a small fish at rest, and of one that is gravely ill (common practice)
CALM_PER_MIN, LABOURING_PER_MIN = 80.0, 150.0
SIGNS_OF = 2**33
# what the whole water tells, or only several days do, is no sign of one fish
NOT_OF_ONE_FISH = frozenset({"group", "water"})
READ_SD_FRACTION = 0.05


@dataclass(frozen=True, kw_only=True)
class FishShown:
    """One living fish: its place among all, ids of the signs that show, whether it eats, and breaths a minute."""

    place: int
    signs: tuple[str, ...]
    eats: str
    breaths_per_min: int


def shown(world: World, now: Seen, *, seed: int, day: int, kits: Iterable[Kit]) -> tuple[FishShown, ...]:
    """The living fish as they look with these kits.

    Each sign of each fish has a number of its own that stays for the day: it shows once its chance is beyond it. The chance that a condition
    makes it show is its step in the likelihoods, times how far it has gone, or how many parasites there are where they themselves are seen;
    conditions add as independent causes. Of signs that exclude each other the graver shows.
    """
    library, open_kits = world.found, set(kits)
    names = [
        s.id for s in library.signs.values()
        if s.kit in open_kits and s.region not in NOT_OF_ONE_FISH and s.reading is None and not s.over_days and not s.good
    ]  # fmt: skip
    odds = sign_odds(world, now, names)
    luck = Dice(seed=seed, hour=SIGNS_OF, runs=1, count=world.fish_count * len(library.signs)).take(world.fish_count, len(library.signs))[0]
    column = {s: i for i, s in enumerate(library.signs)}
    mood = Dice(seed=seed, hour=SIGNS_OF + 1 + day, runs=1, count=world.fish_count * 2).take(world.fish_count, 2)[0]
    appetite = set(library.likelihoods.correlated_groups["appetite"])
    found = []
    for fish in np.flatnonzero(now.alive):
        seen = [s for i, s in enumerate(names) if s not in appetite and luck[fish, column[s]] < odds[fish, i]]
        gravest = float(now.gravity[fish].max(initial=0.0))
        eats = "all" if gravest < EATS_UNDER else "less" if mood[fish, 0] > gravest else "none"
        breaths = CALM_PER_MIN + (LABOURING_PER_MIN - CALM_PER_MIN) * breathes_hard(world, now.gravity[fish]) + 8 * (float(mood[fish, 1]) - 0.5)
        found.append(FishShown(place=int(fish), signs=tuple(_one_of_each_set(world, seen)), eats=eats, breaths_per_min=round(breaths / 2) * 2))
    return tuple(found)


def sign_odds(world: World, now: Seen, signs: list[str]) -> Array:
    """The chance that each fish shows each sign, [fish, sign]. Each 0 to 1, by the shares of the likelihood table and the gravity of what the fish has."""
    weights = world.found.likelihoods
    steps = weights.steps
    # a flick or a dash healthy fish show too
    hidden = np.ones((world.fish_count, len(signs))) * np.array([1 - weights.stray_per_fish.value if s in weights.strays else 1.0 for s in signs])
    for ill in world.illnesses:
        told = np.array([steps[ill.condition.step_of[s]].value if s in ill.condition.step_of else 0.0 for s in signs])
        far = np.minimum(now.gravity[:, ill.place] / SHOWN_FROM, 1.0) ** 2
        plainly = 1 - np.exp(-now.load_count[:, ill.place] / (ill.living.seen_count * (world.length_cm / TOLD_FOR_CM) ** 2))
        itself = np.array([s in ill.living.seen_as for s in signs])
        hidden *= 1 - np.where(itself, plainly[:, None], far[:, None]) * told
    return 1 - hidden  # type: ignore[no-any-return]


def breathes_hard(world: World, gravity: Array) -> float:
    """How hard a fish breathes, 0 to 1: its gravity in whatever makes fish breathe fast, as often as the likelihoods say."""
    steps = world.found.likelihoods.steps
    hard = [
        float(gravity[i.place]) * steps[i.condition.step_of["rapid_breathing"]].value for i in world.illnesses if "rapid_breathing" in i.condition.step_of
    ]  # fmt: skip
    return max(hard, default=0.0)


def _one_of_each_set(world: World, signs: list[str]) -> list[str]:
    left = list(signs)
    for members in world.found.likelihoods.exclusive_sets:
        both = [s for s in members if s in left]
        for milder in both[:-1]:
            left.remove(milder)
    for one in world.found.contradictions:
        if one.one in left and any(o in left for o in one.others):
            left.remove(one.one)
    return left


def read_off(value: float, *, seed: int, hour: int, place: int, step: float, off_fraction: float = READ_SD_FRACTION) -> float:
    """What a kit says: off by so much as a standard deviation, rounded to the step that can be told apart.

    In the unit of the figure; the error is that of two dice, nearly normal, by the seed given; never below nothing.
    """
    dice = Dice(seed=seed, hour=SIGNS_OF + 10_000 + hour, runs=1, count=64).take(64)[0]
    off = 1 + off_fraction * float(np.sqrt(3) * (dice[2 * place] + dice[2 * place + 1] - 1) * np.sqrt(2))
    return round(max(value * off, 0.0) / step) * step
