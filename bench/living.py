"""A thousand simulated months of a living water, and a reveal, in one run. Run: ``.venv/bin/python -m bench.living``."""

from __future__ import annotations

from bench.timing import say, seconds
from pennywort.core.living.doing import Doing, of_way, script_of
from pennywort.core.living.reveal import RUNS, reveal
from pennywort.core.living.world import World, live
from pennywort.core.reference import library

MONTH_H = 30 * 24
FOUND = library()
WORLD = World(FOUND.scenarios["grains_and_dust"].model_copy(update={"days": 30}), found=FOUND)
NOTHING = script_of(WORLD, Doing(), hours=MONTH_H)
COPPER = script_of(WORLD, of_way(WORLD, WORLD.scenario.ways[0], begins_h=1, hours=MONTH_H), hours=MONTH_H)


def one_month() -> None:
    live(WORLD, [COPPER], seed=1, runs=1)


def a_thousand_months() -> None:
    live(WORLD, [COPPER], seed=1, runs=1000)


def a_reveal() -> None:
    world = World(FOUND.scenarios["grains_and_dust"], found=FOUND)
    reveal(world, of_way(world, world.scenario.ways[0], begins_h=73, hours=288), seed=1, until_h=288)


if __name__ == "__main__":
    alone, together = seconds(one_month, rounds=3), seconds(a_thousand_months, rounds=2)
    say(f"a month of ten fish with two parasites: {alone:.2f} s alone; 1,000 side by side {together:.1f} s, {together:.1f} ms each")
    whole = seconds(a_reveal, rounds=1)
    say(f"a reveal of twelve days, {len(WORLD.scenario.ways)} ways from every day on, {RUNS} runs each: {whole:.1f} s")
