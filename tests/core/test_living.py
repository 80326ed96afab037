"""The living water: its means against the ledger, the life cycles and scipy's solver; chance by seed; nothing lost and nothing negative."""

from __future__ import annotations

import hashlib
import math
from dataclasses import replace
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import solve_ivp

from pennywort.core.errors import InvalidInput
from pennywort.core.living.burden import Burden, Passage, mean_h
from pennywort.core.living.dice import Dice, whole
from pennywort.core.living.doing import Act, Doing, InWater, met_by, of_way, script_of
from pennywort.core.living.water import AMMONIA_PER_PROTEIN, FED_PER_DAY, PROTEIN, mass_g
from pennywort.core.living.world import World, live
from pennywort.core.parasite.life_cycle import left_fraction, stages_at
from pennywort.core.reference import library
from pennywort.core.reference.living_models import Scenario, Way
from pennywort.core.water.chemistry import unionised_ammonia_fraction
from pennywort.core.water.nitrifying import DECAY_PER_DAY, HALF_SATURATION_MG_PER_L, growth_per_day
from pennywort.core.water.oxygen import oxygen_saturation_mg_per_l

FOUND = library()


def passage(burden: Burden, *, at_c: float, hours: int, reach: float = 0.0, moved: float = 0.0) -> Passage:
    """One way at one warmth, all its hours alike."""
    none = np.zeros((1, hours))
    return burden.course(temperature_c=none + at_c, reach=none + reach, bathed=none, changed=none, siphoned=none, moved=none + moved)


def scenario(name: str, **changed: object) -> Scenario:
    return FOUND.scenarios[name].model_copy(update=changed)


def nothing(world: World, *, days: float) -> list:  # type: ignore[type-arg]
    return [script_of(world, Doing(), hours=round(days * 24))]


class Chance(TestCase):
    @given(st.floats(0, 1000, width=32), st.integers(0, 2**31))
    @settings(max_examples=50, deadline=None)
    def test_whole_animals_keep_their_mean(self, mean: float, seed: int) -> None:
        found = whole(mean, Dice(seed=seed, hour=3, runs=1, count=20_000).take(20_000))
        # the spread of one is at most a half: five standard errors
        self.assertAlmostEqual(float(found.mean()), mean, delta=5 * 0.5 / math.sqrt(20_000) + 1e-4 * mean)
        # sums of 32 bits: a mean just below a whole number may be told as it
        self.assertTrue(set(np.unique(found)) <= {math.floor(mean), math.floor(mean) + 1, math.floor(mean + 1e-4) + 1})

    @given(st.integers(0, 5000), st.floats(0, 0.999), st.floats(0, 0.9999))
    def test_a_share_of_so_many_is_never_more(self, count: int, share: float, uniform: float) -> None:
        self.assertLessEqual(float(whole(np.float32(count) * np.float32(share), np.float32(uniform))), count)  # type: ignore[arg-type]

    def test_run_0_is_run_0_of_two_hundred_and_an_hour_is_itself_whatever_was_asked(self) -> None:
        alone, among = (Dice(seed=9, hour=41, runs=runs, count=50).take(50)[0] for runs in (1, 200))
        np.testing.assert_array_equal(alone, among)

    def test_the_same_seed_is_the_same_run_down_to_the_last_parasite(self) -> None:
        world = World(scenario("grains_and_dust"), found=FOUND)
        digests, counts = [], []
        for runs in (1, 4, 1):
            lived = live(world, nothing(world, days=7), seed=77, runs=runs, seen=True)
            digests.append(hashlib.sha256(b"".join(s.load_count.tobytes() + s.alive.tobytes() for s in lived.seen)).hexdigest())
            counts.append(lived.alive_count[0, 0].tolist())
        self.assertEqual(len(set(digests)), 1)
        self.assertEqual(counts[0], counts[1])
        other = live(world, nothing(world, days=7), seed=78, runs=1, seen=True)
        self.assertNotEqual(other.seen[-1].load_count.tolist(), lived.seen[-1].load_count.tolist())

    def test_the_same_run_on_every_machine(self) -> None:
        # written down once: another processor, another system or another numpy has to come to the same
        world = World(scenario("grains_and_dust"), found=FOUND)
        lived = live(world, nothing(world, days=8), seed=1, runs=3)
        self.assertEqual(lived.alive_count[0, :, ::24].astype(int).tolist(), SAME_EVERYWHERE)


SAME_EVERYWHERE = [[10, 10, 10, 10, 10, 10, 8, 4, 2], [10, 10, 10, 10, 10, 10, 7, 5, 1], [10, 10, 10, 10, 10, 10, 9, 3, 3]]


class Parasites(TestCase):
    def burden(self, condition: str, *, at_c: float) -> Burden:
        living = FOUND.living[condition]
        return Burden(living, FOUND.life_cycles[living.cycle], temperature_c=at_c)

    def cohort(self, burden: Burden, *, hours: int, at_c: float, count: float, reach: float = 0.0) -> list[np.ndarray]:
        """So many just settled on one fish, followed; each hour the number in each stage."""
        state = burden.empty(1, 1, 1)
        state[burden.settles.place][0] = count
        told, way = [], passage(burden, at_c=at_c, hours=hours, reach=reach)
        for hour in range(hours):
            dice = Dice(seed=5, hour=hour, runs=1, count=burden.draws(1))
            burden.hour(state, dice, way, hour, drawn_to=np.ones((1, 1, 1), dtype=np.float32))
            told.append(np.array([float(held.sum()) for held in state]))
        return told

    def test_how_long_they_stay_on_the_fish_is_the_life_cycles_own_mean(self) -> None:
        for condition, at_c in (("ich", 25.0), ("marine_ich", 26.0), ("marine_velvet", 26.0), ("freshwater_velvet", 24.5)):
            burden = self.burden(condition, at_c=at_c)
            stage = stages_at(burden.cycle, temperature_c=at_c)[burden.settles.place]
            # nobody comes back on: how many are still there, summed over the hours, is the mean stay
            state = burden.empty(1, 1, 1)
            state[burden.settles.place][0] = 100_000
            stayed, way = 0.0, passage(burden, at_c=at_c, hours=24 * 40)
            for hour in range(24 * 40):
                stayed += float(state[burden.settles.place].sum())
                dice = Dice(seed=5, hour=hour, runs=1, count=burden.draws(1))
                burden.hour(state, dice, way, hour, drawn_to=np.zeros((1, 1, 1), dtype=np.float32))
            self.assertAlmostEqual(stayed / 100_000, mean_h(stage), delta=0.01 * mean_h(stage), msg=condition)

    def test_large_numbers_go_as_the_differential_equations_say(self) -> None:
        # a linear chain of compartments for each stage, solved by scipy (LSODA): dn_j/dt = k/m (n_(j-1) - n_j)
        for condition, at_c in (("marine_ich", 26.0), ("ich", 25.0), ("gill_flukes", 23.0)):
            burden = self.burden(condition, at_c=at_c)
            stages = stages_at(burden.cycle, temperature_c=at_c)
            rates = np.concatenate([np.full(c.compartment_count, c.compartment_count / mean_h(s)) for c, s in zip(burden.chains, stages, strict=True)])
            gains = np.ones(len(rates))
            ends = np.cumsum([c.compartment_count for c in burden.chains])
            for chain, end in zip(burden.chains, ends, strict=True):
                following = burden.chains[(chain.place + 1) % len(burden.chains)]
                gains[end - 1] = following.born_count * (burden.living.found_share if chain.seeks else 1.0)

            def slope(_: float, n: np.ndarray, rates: np.ndarray = rates, gains: np.ndarray = gains) -> np.ndarray:
                flow = rates * n
                return np.roll(flow * gains, 1) - flow  # type: ignore[no-any-return]

            first = np.zeros(len(rates))
            first[ends[burden.settles.place] - burden.settles.compartment_count] = 1e5
            hours = round(1.5 * sum(mean_h(s) for s in stages))
            solved = solve_ivp(slope, (0, hours), first, method="LSODA", rtol=1e-8, atol=1e-6, t_eval=np.arange(hours + 1)).y
            theirs = [float(np.trapezoid(part.sum(axis=0))) for part in np.split(solved, ends[:-1])]
            ours = np.sum(self.cohort(burden, hours=hours, at_c=at_c, count=1e5), axis=0)
            for name, mine, other in zip([c.id for c in burden.chains], ours, theirs, strict=True):
                # parasite-hours by stage: the steps of an hour leave a narrower wave than the equations, by an eighth at its front
                self.assertAlmostEqual(mine / other, 1.0, delta=0.125, msg=f"{condition}, {name}")

    def test_what_comes_through_medicine_is_what_the_closed_form_says(self) -> None:
        # settled at the start, medicine in its range all the time: still out of reach after so many days
        for condition, at_c, days in (("ich", 25.0, 3), ("ich", 25.0, 5), ("marine_velvet", 26.0, 7), ("marine_ich", 26.0, 10)):
            burden = self.burden(condition, at_c=at_c)
            told = self.cohort(burden, hours=days * 24, at_c=at_c, count=1e5, reach=1.0)[-1]
            waiting = sum(n for n, c in zip(told, burden.chains, strict=True) if not c.reached)
            expected = left_fraction(burden.cycle, temperature_c=at_c, days=days, by="medicine")
            # twelve compartments are a little wider than the narrowest log-normal stage
            self.assertAlmostEqual(waiting / 1e5, expected, delta=0.08, msg=f"{condition}, {days} days")

    def test_half_a_level_lets_through_what_the_full_one_stops(self) -> None:
        burden = self.burden("marine_ich", at_c=26.0)
        full, half = (self.cohort(burden, hours=24 * 30, at_c=26.0, count=1000, reach=r)[-1].sum() for r in (1.0, 0.5))
        # of the first alone what waits in its cyst for a month
        waits = left_fraction(burden.cycle, temperature_c=26.0, days=30, by="medicine")
        self.assertAlmostEqual(full / 1000, waits, delta=0.05)
        self.assertGreater(half, 5 * full)

    def test_a_move_leaves_behind_what_the_life_cycle_says(self) -> None:
        burden = self.burden("marine_velvet", at_c=26.0)
        state = burden.empty(1, 1, 1)
        for held in state:
            held[:] = 100
        moved = passage(burden, at_c=26.0, hours=1, moved=1.0)
        # nobody grows out of a stage within this hour
        still = replace(moved, leaves=moved.leaves * 0)
        burden.hour(state, Dice(seed=1, hour=1, runs=1, count=burden.draws(1)), still, 0, drawn_to=np.ones((1, 1, 1), dtype=np.float32))
        self.assertEqual([bool(held.any()) for held in state], [not c.left_behind for c in burden.chains])


class TheWater(TestCase):
    def test_a_filter_at_rest_stays_at_rest(self) -> None:
        # a / (K + a) = d / g, the resting point of the two equations
        world = World(scenario("white_spot", hidden=()), found=FOUND)
        seen = live(world, nothing(world, days=10), seed=1, runs=1, seen=True).seen[-1]
        for value, g in zip((seen.ammonia_as_n_mg_per_l, seen.nitrite_as_n_mg_per_l), growth_per_day(25.0), strict=True):
            self.assertAlmostEqual(value, HALF_SATURATION_MG_PER_L * DECAY_PER_DAY / (g - DECAY_PER_DAY), delta=0.004)

    def test_nitrogen_is_neither_made_nor_lost(self) -> None:
        world = World(scenario("new_tank"), found=FOUND)
        few = scenario("new_tank")
        lived = live(world, nothing(world, days=1), seed=1, runs=1, seen=True)
        grams = float(mass_g(np.full(few.fish_count, 4.0)).sum())
        fed = grams * 1000 * FED_PER_DAY * PROTEIN * AMMONIA_PER_PROTEIN / world.net_volume_l
        total = [s.ammonia_as_n_mg_per_l + s.nitrite_as_n_mg_per_l + s.nitrate_as_n_mg_per_l for s in lived.seen]
        # the last hour stands twice: before it and after it
        self.assertAlmostEqual(total[-1] - total[0], fed * lived.alive_count[0, 0, :-1].mean() / few.fish_count, delta=0.02)

    def test_ph_falls_by_the_alkalinity_that_nitrogen_takes(self) -> None:
        world = World(scenario("white_spot", hidden=()), found=FOUND)
        seen = live(world, nothing(world, days=10), seed=1, runs=1, seen=True).seen
        turned = seen[-1].nitrate_as_n_mg_per_l - seen[0].nitrate_as_n_mg_per_l
        # 7.14 mg of CaCO3 for each mg of N (stoichiometry of nitrification: two equivalents of acid)
        self.assertAlmostEqual(7.14, 2 * 50.04 / 14.007, delta=0.01)
        self.assertAlmostEqual(seen[-1].ph, seen[0].ph + math.log10(1 - 7.14 * turned / 80), delta=1e-3)

    def test_oxygen_comes_to_rest_between_the_air_and_what_is_breathed(self) -> None:
        world = World(scenario("hot_night"), found=FOUND)
        seen = live(world, nothing(world, days=1), seed=2, runs=1, seen=True).seen[20]
        saturation = oxygen_saturation_mg_per_l(temperature_c=31)
        self.assertLess(seen.oxygen_mg_per_l, 0.6 * saturation)
        aired = [script_of(world, Doing(acts=(Act(act="more_air", at_h=0),)), hours=24)]
        self.assertGreater(live(world, aired, seed=2, runs=1, seen=True).seen[-1].oxygen_mg_per_l, 0.75 * saturation)

    def test_the_ammonia_that_harms_is_that_of_the_published_share(self) -> None:
        world = World(scenario("new_tank"), found=FOUND)
        water = world.basin.begin(1, 1)
        ours = float(world.basin.unionised(water, temperature_c=np.array([25.0]), salinity_g_per_kg=np.array([0.0]))[0, 0])
        self.assertAlmostEqual(ours, 4.5 * unionised_ammonia_fraction(ph=8.0, temperature_c=25.0), delta=1e-6)

    def test_chlorine_is_bound_at_once_and_a_change_takes_its_share(self) -> None:
        world = World(scenario("tap_water"), found=FOUND)
        bound = script_of(world, Doing(acts=(Act(act="dechlorinate", at_h=2),)), hours=6)
        self.assertEqual(live(world, [bound], seed=1, runs=1, seen=True).seen[3].chlorine_mg_per_l, 0.0)
        changed = script_of(world, Doing(acts=(Act(act="large_change", at_h=2),)), hours=6)
        left, halved = (live(world, [s], seed=1, runs=1, seen=True).seen[3].chlorine_mg_per_l for s in (script_of(world, Doing(), hours=6), changed))
        self.assertAlmostEqual(halved, left / 2, delta=1e-6)


class Medicine(TestCase):
    def test_what_meets_a_parasite_is_the_ledgers_level(self) -> None:
        world = World(scenario("grains_and_dust"), found=FOUND)
        way = next(w for w in world.scenario.ways if w.id == "copper")
        doing = of_way(world, way, begins_h=1, hours=288)
        held = doing.held[0]
        script = script_of(world, doing, hours=288)
        # a quarter, half, all of 2.25 mg/L on the first three days, by hand
        for hour, level in ((2, 0.5625), (26, 1.125), (50, 2.25), (200, 2.25)):
            self.assertAlmostEqual(float(held.levels_mg_per_l[hour]), level, delta=1e-6)
            self.assertAlmostEqual(float(script.reach[world.conditions.index("marine_velvet"), hour]), level / held.low_mg_per_l, delta=1e-6)
        self.assertEqual({"marine_ich", "marine_velvet"}, set(met_by(next(m.use for m in FOUND.courses["copper_10"].medicines), found=FOUND)))

    def test_what_is_given_against_the_water_keeps_it_off_and_counts_as_no_medicine_in_bad_water(self) -> None:
        # salt against nitrite (SRAC 462), thiosulfate against chlorine: as courses of the screens, not as acts
        for name, course in (("scrubbed_filter", "nitrite_salt"), ("scrubbed_filter", "emergency_nitrite"), ("tap_water", "emergency_chlorine")):
            world = World(scenario(name), found=FOUND)
            hours = world.scenario.days * 24
            given = of_way(world, Way(id="given", words="given", course=course), begins_h=1, hours=hours)
            lost = live(world, [script_of(world, d, hours=hours) for d in (given, Doing())], seed=3, runs=100).lost_count().mean(axis=1)
            self.assertLess(lost[0], 0.15 * lost[1], f"{course}: {lost.tolist()}")

    def test_too_much_of_it_kills_and_its_range_does_not(self) -> None:
        world = World(scenario("two_gouramis"), found=FOUND)
        lost = []
        for level in (1.0, 4.0):
            held = InWater(conditions=(), low_mg_per_l=0.5, high_mg_per_l=1.0, levels_mg_per_l=np.full(168, level))
            lost.append(float(live(world, [script_of(world, Doing(held=(held,)), hours=168)], seed=3, runs=200).lost_count().mean()))
        self.assertEqual(lost[0], 0.0)
        self.assertGreater(lost[1], 1.5)


class Losses(TestCase):
    def untreated(self, name: str, *, days: int, runs: int = 200) -> np.ndarray:
        world = World(scenario(name), found=FOUND)
        return live(world, nothing(world, days=days), seed=11, runs=runs).alive_count[0] / world.fish_count  # type: ignore[no-any-return]

    def test_velvet_untreated_kills_most_within_a_week_or_so_of_its_first_sign(self) -> None:
        # Noga, Fish Disease: most of an untreated outbreak dead within days to a week (from memory)
        alive = self.untreated("grains_and_dust", days=8)
        self.assertLess(float(alive[:, 7 * 24].mean()), 0.5)
        self.assertGreater(float(alive[:, 2 * 24].mean()), 0.8)

    def test_columnaris_in_warm_water_kills_from_the_second_day_on(self) -> None:
        # IFAS: in warm water, after shipping, hours to three days (from memory)
        alive = self.untreated("saddle", days=4)
        self.assertLess(float(alive[:, 96].mean()), 0.8)

    def test_white_spot_takes_rounds_and_not_hours(self) -> None:
        alive = self.untreated("white_spot", days=14)
        self.assertGreater(float(alive[:, 4 * 24].mean()), 0.85)
        self.assertLess(float(alive[:, 14 * 24].mean()), 0.4)

    def test_two_well_fish_stay_well(self) -> None:
        self.assertEqual(float(self.untreated("two_gouramis", days=7).min()), 1.0)


class Kept(TestCase):
    @given(st.sampled_from(sorted(FOUND.scenarios)), st.integers(0, 2**31), st.integers(0, 6))
    @settings(max_examples=25, deadline=None)
    def test_fish_are_conserved_and_nothing_is_negative(self, name: str, seed: int, place: int) -> None:
        world = World(scenario(name), found=FOUND)
        hours = min(world.scenario.days, 6) * 24
        way = world.scenario.ways[place % len(world.scenario.ways)]
        lived = live(world, [script_of(world, of_way(world, way, begins_h=1, hours=hours), hours=hours)], seed=seed, runs=3, seen=True)
        self.assertTrue((np.diff(lived.alive_count, axis=-1) <= 0).all(), "no fish comes back")
        self.assertEqual(lived.alive_count[0, 0, 0], world.fish_count)
        np.testing.assert_array_equal(lived.last.alive.sum(axis=-1), lived.alive_count[:, :, -1])
        for stage in (held for held_by in lived.last.burdens.values() for held in held_by):
            self.assertTrue((stage >= 0).all() and (stage == np.floor(stage)).all(), "whole animals")
        for seen in lived.seen:
            self.assertTrue((seen.gravity >= 0).all() and (seen.gravity <= 1).all())
            self.assertFalse(seen.gravity[~seen.alive].any(), "the dead are not ill")
            self.assertGreaterEqual(min(seen.oxygen_mg_per_l, seen.ammonia_as_n_mg_per_l, seen.nitrite_as_n_mg_per_l, seen.chlorine_mg_per_l), 0.0)

    def test_better_care_never_loses_more(self) -> None:
        for name in FOUND.scenarios:
            world = World(scenario(name), found=FOUND)
            hours = min(world.scenario.days, 14) * 24
            first = of_way(world, world.scenario.ways[0], begins_h=1, hours=hours)
            air = Doing(acts=(Act(act="more_air", at_h=1),))
            late = of_way(world, world.scenario.ways[0], begins_h=73, hours=hours) if hours > 96 else Doing()
            ways = [script_of(world, d, hours=hours) for d in (first.beside(air), first, late, Doing())]
            lost = live(world, ways, seed=21, runs=60).lost_count().mean(axis=1)
            for better, worse in ((0, 1), (1, 2), (1, 3), (2, 3)):
                self.assertLessEqual(lost[better], lost[worse] + 0.1, f"{name}: {lost.tolist()}")

    def test_scripts_that_do_not_fit_are_refused(self) -> None:
        world = World(scenario("two_gouramis"), found=FOUND)
        one, other = script_of(world, Doing(), hours=24), script_of(world, Doing(), hours=48)
        for scripts, runs, begins in (([], 1, 0), ([one], 0, 0), ([one, other], 1, 0), ([one], 1, 24)):
            with self.assertRaises(InvalidInput):
                live(world, scripts, seed=1, runs=runs, from_h=begins)
        for hours in (0, 24 * 61):
            with self.assertRaises(InvalidInput):
                script_of(world, Doing(), hours=hours)
