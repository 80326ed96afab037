"""What is seen of a living water, the scenarios, and what a rehearsal comes to."""

from __future__ import annotations

from collections import Counter
from unittest import TestCase

import numpy as np

from pennywort.core.errors import InvalidInput
from pennywort.core.living.doing import Doing, facts_of, of_way
from pennywort.core.living.reveal import reveal
from pennywort.core.living.shown import read_off, shown, sign_odds
from pennywort.core.living.world import Seen, World
from pennywort.core.reference import library
from pennywort.core.reference.living_models import Scenario
from pennywort.core.reference.own import read_own_scenario
from pennywort.core.reference.scenarios import check_scenario
from pennywort.core.reference.yaml_files import ReferenceError
from tests.core.own_scenario import OWN

FOUND = library()
ALL_KITS = ("eye", "ask", "torch", "hand", "scope")


def world_of(name: str, **changed: object) -> World:
    return World(FOUND.scenarios[name].model_copy(update=changed), found=FOUND)


def seen_with(world: World, condition: str, gravity: float) -> Seen:
    """An hour in which every fish has one condition so far."""
    table = np.zeros((world.fish_count, len(world.conditions)))
    table[:, world.conditions.index(condition)] = gravity
    return Seen(
        alive=np.ones(world.fish_count, dtype=bool), gravity=table, load_count=table * 10_000, temperature_c=25.0, salinity_g_per_kg=0.0, ph=7.0,
        ammonia_as_n_mg_per_l=0.0, nitrite_as_n_mg_per_l=0.0, nitrate_as_n_mg_per_l=0.0, oxygen_mg_per_l=8.0, chlorine_mg_per_l=0.0,
    )  # fmt: skip


class WhatIsSeen(TestCase):
    def test_a_grave_illness_shows_each_sign_as_often_as_the_table_says(self) -> None:
        world = world_of("saddle")
        steps, told = FOUND.likelihoods.steps, FOUND.conditions["columnaris"].step_of
        names = [s for s in told if FOUND.signs[s].region not in ("group", "water") and not FOUND.signs[s].good]
        odds = sign_odds(world, seen_with(world, "columnaris", 0.6), names)
        stray = FOUND.likelihoods.stray_per_fish.value
        for i, name in enumerate(names):
            expected = steps[told[name]].value
            if name in FOUND.likelihoods.strays:
                expected = 1 - (1 - expected) * (1 - stray)
            self.assertAlmostEqual(float(odds[0, i]), expected, delta=1e-9, msg=name)

    def test_of_many_fish_so_many_show_it(self) -> None:
        world = world_of("saddle")
        ill, count = seen_with(world, "columnaris", 0.6), Counter[str]()
        for seed in range(150):
            for fish in shown(world, ill, seed=seed, day=0, kits=ALL_KITS):  # type: ignore[arg-type]
                count.update(fish.signs)
        share = FOUND.likelihoods.steps["often"].value
        # 1,500 fish: four standard errors
        self.assertAlmostEqual(count["saddle_patch"] / 1500, share, delta=4 * (share * (1 - share) / 1500) ** 0.5)

    def test_the_sound_show_nothing_but_now_and_then_a_flick(self) -> None:
        world = world_of("two_gouramis")
        well = seen_with(world, "ammonia", 0.0)
        seen = [s for seed in range(100) for fish in shown(world, well, seed=seed, day=1, kits=ALL_KITS) for s in fish.signs]  # type: ignore[arg-type]
        self.assertTrue(set(seen) <= set(FOUND.likelihoods.strays))
        self.assertLess(len(seen), 40)

    def test_what_takes_a_torch_is_not_seen_without_one(self) -> None:
        world = world_of("grains_and_dust")
        dusty = seen_with(world, "marine_velvet", 0.9)
        by_eye, by_torch = (
            {s for seed in range(20) for f in shown(world, dusty, seed=seed, day=0, kits=kits) for s in f.signs} for kits in (("eye",), ("eye", "torch"))
        )
        torched = {s.id for s in FOUND.signs.values() if s.kit == "torch"}
        self.assertFalse(by_eye & torched)
        self.assertTrue(by_torch & torched)

    def test_no_fish_shows_two_signs_that_exclude_each_other(self) -> None:
        world = world_of("grains_and_dust")
        for seed in range(30):
            for fish in shown(world, seen_with(world, "marine_velvet", 0.9), seed=seed, day=0, kits=ALL_KITS):  # type: ignore[arg-type]
                for members in FOUND.likelihoods.exclusive_sets:
                    self.assertLessEqual(len(set(members) & set(fish.signs)), 1)

    def test_the_gravely_ill_breathe_hard_and_leave_food(self) -> None:
        world = world_of("grains_and_dust")
        well, ill = (shown(world, seen_with(world, "marine_velvet", g), seed=4, day=2, kits=("eye",)) for g in (0.0, 1.0))
        self.assertEqual({f.eats for f in well}, {"all"})
        self.assertNotIn("all", {f.eats for f in ill})
        self.assertGreater(min(f.breaths_per_min for f in ill), max(f.breaths_per_min for f in well))

    def test_a_kit_is_a_little_off_and_reads_in_its_steps(self) -> None:
        found = [read_off(2.0, seed=s, hour=5, place=0, step=0.1) for s in range(300)]
        self.assertAlmostEqual(float(np.mean(found)), 2.0, delta=0.03)
        self.assertTrue(all(abs(v * 10 - round(v * 10)) < 1e-9 for v in found))
        self.assertEqual(read_off(0.0, seed=1, hour=1, place=3, step=0.1), 0.0)


class Scenarios(TestCase):
    def test_each_of_its_ways_can_be_gone(self) -> None:
        """In fresh, brackish and sea water."""
        self.assertEqual({s.water for s in FOUND.scenarios.values()}, {"freshwater_tropical", "brackish", "marine"})
        for scenario in FOUND.scenarios.values():
            world = World(scenario, found=FOUND)
            for way in scenario.ways:
                of_way(world, way, begins_h=1, hours=48)
            self.assertIsNotNone(facts_of(world).water)

    def test_every_life_cycle_has_a_living_condition(self) -> None:
        self.assertEqual({c.condition for c in FOUND.life_cycles.values()}, {x.id for x in FOUND.living.values() if x.lives == "stages"})

    def test_the_best_listed_way_is_better_than_nothing_where_fish_die(self) -> None:
        for scenario in FOUND.scenarios.values():
            world = World(scenario, found=FOUND)
            told = reveal(world, Doing(), seed=2, until_h=0, runs=40)
            if told.nothing.lost_count > 0.5:
                self.assertLess(told.best.lost_count, 0.6 * told.nothing.lost_count, scenario.id)

    def test_an_own_one_is_read_and_a_wrong_one_names_its_place(self) -> None:
        self.assertEqual(read_own_scenario(OWN, found=FOUND).fish_count, 6)
        for wrong, says in (
            (OWN.replace("ich_salt", "copper_10"), "other water"),
            (OWN.replace("condition: ich", "condition: marine_ich"), "not of this water"),
            (OWN.replace("zebra_danio", "unicorn"), "unicorn"),
            (OWN.replace("count: 6", "count: -6"), "fish.0.count"),
            (OWN.replace("days: 3", "days: .nan"), "days"),
            (OWN.replace("own_danios", "danios"), "own_"),
            (OWN[: len(OWN) // 2], "not readable"),
            (OWN.replace("more_air", "pray"), "pray"),
            (OWN.replace("hidden: [{condition: ich, count: 12}]", "hidden: [{condition: ich}]"), "how many"),
        ):
            with self.assertRaises(InvalidInput) as caught:
                read_own_scenario(wrong, found=FOUND)
            self.assertIn(says.lower(), str(caught.exception).lower())

    def test_a_scenario_names_only_what_is_known(self) -> None:
        raw = FOUND.scenarios["grains_and_dust"].model_dump()
        for change in ({"hidden": [{"condition": "goitre_vitamin_lack", "gravity": 0.2}]}, {"hidden": [{"condition": "marine_ich", "count": 5, "fish": 11}]}):
            with self.assertRaises(ReferenceError):
                check_scenario(Scenario.model_validate(raw | change), found=FOUND)


class TheReveal(TestCase):
    def test_the_days_together_cost_the_whole_difference(self) -> None:
        world = world_of("grains_and_dust")
        late = of_way(world, next(w for w in world.scenario.ways if w.id == "copper"), begins_h=73, hours=288)
        told = reveal(world, late, seed=5, until_h=192, runs=80)
        self.assertAlmostEqual(sum(d.lost_count for d in told.days), told.you.lost_count - told.best.lost_count, delta=1e-9)
        self.assertEqual(len(told.days), 9)
        self.assertGreater(told.you.lost_count, told.best.lost_count + 1)
        self.assertLess(told.you.lost_count, told.nothing.lost_count)
        # the first day that a late medicine costs is before it was given, and not after
        dearest = max(told.days, key=lambda d: d.lost_count)
        self.assertLessEqual(dearest.day, 4)
        self.assertEqual(told.alive_count[0], 10)

    def test_who_goes_the_best_way_from_the_start_loses_nothing_by_any_day(self) -> None:
        world = world_of("tap_water")
        best = of_way(world, world.scenario.ways[0], begins_h=1, hours=72)
        told = reveal(world, best, seed=5, until_h=72, runs=100)
        self.assertEqual((told.best_way, told.lost_h, [d.lost_count for d in told.days]), ("", 0.0, [0.0, 0.0, 0.0]))

    def test_whoever_does_nothing_is_told_what_nothing_comes_to(self) -> None:
        told = reveal(world_of("tap_water"), Doing(), seed=5, until_h=48, runs=100)
        self.assertAlmostEqual(told.you.lost_count, told.nothing.lost_count, delta=1e-9)
        self.assertEqual(told.days[0].way, "dechlorinate")

    def test_no_time_is_refused(self) -> None:
        for until in (-1, 24 * 9):
            with self.assertRaises(InvalidInput):
                reveal(world_of("tap_water"), Doing(), seed=1, until_h=until)
