"""What a rehearsal comes to: what was done beside what would have lost least, day by day, over many runs of the same seeds.

The search is over the ways that the scenario lists, and over going on as was done: each is begun on each day, after what was done before that
day, and kept to the end. With L(d) the least mean loss that can be had from day d on, L(d + 1) - L(d) is what day d cost: never negative but
for chance, and all days together make the whole difference between what was done and the best way from the first day on.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from pennywort.core.errors import InvalidInput
from pennywort.core.living import phrases
from pennywort.core.living.dice import Array
from pennywort.core.living.doing import Doing, of_way, script_of
from pennywort.core.living.world import World, live

RUNS = 200
DAY_H = 24
# a way begins an hour into its day: nobody treats at the very moment of looking
BEGINS_AFTER_H = 1
# less than this between two ways is no difference that two hundred runs can tell
SAME_COUNT = 0.05
NINE_OF_TEN = (0.05, 0.95)


@dataclass(frozen=True, kw_only=True)
class Band:
    """Fish alive at the end of each day, from the first hour on: the middle and what nine of ten runs lie between."""

    middle_count: tuple[float, ...]
    low_count: tuple[float, ...]
    high_count: tuple[float, ...]
    lost_count: float


@dataclass(frozen=True, kw_only=True)
class DayCost:
    """What one day cost in fish, on average; ``way`` would have lost least from it on, empty where going on as was done does."""

    day: int
    way: str
    lost_count: float


@dataclass(frozen=True, kw_only=True)
class Revealed:
    """``you`` is what was done, over all runs; ``alive_count`` what happened in the one that was played, by day."""

    days: tuple[DayCost, ...]
    nothing: Band
    you: Band
    best: Band
    best_way: str
    alive_count: tuple[int, ...]
    lost_h: float
    runs_count: int


def reveal(world: World, doing: Doing, *, seed: int, until_h: int, runs: int = RUNS) -> Revealed:
    """What was done until ``until_h``, and goes on as it ran, beside every listed way from every day on.

    :raises InvalidInput: it ends before it begins, or after the scenario.
    """
    hours = world.scenario.days * DAY_H
    if not 0 <= until_h <= hours or runs < 1:
        raise InvalidInput(phrases.hours_between(hours), field="until")
    # the day in which it ended counts with what was done in it
    days = min(world.scenario.days, until_h // DAY_H + 1)
    mornings = [d * DAY_H for d in range(days)]
    done = live(world, [script_of(world, doing, hours=hours)], seed=seed, runs=runs, keep_at=mornings)
    ways = world.scenario.ways
    lost, bands = np.empty((days, len(ways))), None
    for day, morning in enumerate(mornings):
        scripts = [script_of(world, _from_then(world, doing, way=place, morning=morning, hours=hours), hours=hours) for place in range(len(ways))]
        lived = live(world, scripts, seed=seed, runs=runs, begun=done.kept[morning], from_h=morning)
        lost[day] = world.fish_count - lived.alive_count[:, :, -1].mean(axis=1)
        if day == 0:
            bands = lived.alive_count
    assert bands is not None
    yours = _band(done.alive_count[0])
    nothing = live(world, [script_of(world, Doing(), hours=hours)], seed=seed, runs=runs)
    costs = _costs(lost, yours.lost_count, [w.id for w in ways])
    best = int(np.argmin(lost[0]))
    taken = yours if yours.lost_count - lost[0][best] < SAME_COUNT else _band(bands[best])
    settled = next((c.day for c in costs if not c.way), days + 1)
    return Revealed(
        days=costs, nothing=_band(nothing.alive_count[0]), you=yours, best=taken, best_way="" if taken is yours else ways[best].id,
        alive_count=tuple(int(n) for n in done.alive_count[0, 0, : until_h + 1 : DAY_H]), lost_h=float((settled - 1) * DAY_H), runs_count=runs,
    )  # fmt: skip


def _from_then(world: World, doing: Doing, *, way: int, morning: int, hours: int) -> Doing:
    """What was done before a morning, and a way from then on. A way with a course takes the water over: what ran before ends."""
    listed = world.scenario.ways[way]
    before = replace(
        doing,
        acts=tuple(a for a in doing.acts if a.at_h < morning), done=tuple(d for d in doing.done if d.at_h < morning),
        incidents=tuple(i for i in doing.incidents if i.at_h < morning),
        held=tuple(replace(h, levels_mg_per_l=_until(h.levels_mg_per_l, morning)) for h in doing.held) if listed.course else doing.held,
        filter_harm=tuple((b, min(e, morning) if listed.course else e, n) for b, e, n in doing.filter_harm if b < morning),
    )  # fmt: skip
    return before.beside(of_way(world, listed, begins_h=morning + BEGINS_AFTER_H, hours=hours))


def _until(levels: Array, hour: int) -> Array:
    found = levels.copy()
    found[hour:] = 0.0
    return found


def _band(alive: Array) -> Band:
    by_day = alive[:, ::DAY_H]
    low, high = np.quantile(by_day, NINE_OF_TEN, axis=0)
    return Band(
        middle_count=tuple(np.median(by_day, axis=0).tolist()), low_count=tuple(low.tolist()), high_count=tuple(high.tolist()),
        lost_count=float((alive[:, 0] - alive[:, -1]).mean()),
    )  # fmt: skip


def _costs(lost: Array, yours: float, ways: Sequence[str]) -> tuple[DayCost, ...]:
    """What each day cost: the least loss from the next day on, less the least from this one; going on as was done is always one of the ways."""
    least = [min(float(row.min()), yours) for row in lost] + [yours]
    found = []
    for day, row in enumerate(lost):
        same = yours - float(row.min()) < SAME_COUNT
        found.append(DayCost(day=day + 1, way="" if same else ways[int(row.argmin())], lost_count=max(least[day + 1] - least[day], 0.0)))
    return tuple(found)
