"""The network: priors, evidence, groups, sets, shares, and the same posterior as a general library."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import Final
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from pgmpy.factors.discrete import TabularCPD
from pgmpy.inference import VariableElimination
from pgmpy.models import DiscreteBayesianNetwork
from scipy.special import softmax
from scipy.stats import binom

from pennywort.core.diagnosis.facts import WATERS, LookFacts, Share, belief, told_by_shares
from pennywort.core.diagnosis.network import LEAST_FACTOR, MOST_OF_A_SET, SOMETHING_ELSE, network, temper, weigh
from pennywort.core.errors import InvalidInput
from pennywort.core.reference import library
from pennywort.core.reference.library import Library
from tests.core.oracle import SETS, chance, in_set, model_of
from tests.core.sampling import draw, exact

FOUND = library()
FRESH: Final = "freshwater_tropical"
WEIGHTS = FOUND.likelihoods
GROUPED = {s for members in WEIGHTS.correlated_groups.values() for s in members}
# signs that stand alone and whose cap binds for no condition: plain Bayes holds for them
STEPS = [0.02, 0.15, 0.4, 0.7, 0.93]
LOOSE = sorted(s for s in FOUND.signs if s not in SETS and s not in GROUPED and 0.04 <= WEIGHTS.baseline[s] <= 0.5)
looks = st.dictionaries(st.sampled_from(sorted(FOUND.signs)), st.booleans(), max_size=14)


def shares(signs: dict[str, bool], water: str = FRESH, found: Library = FOUND, **more: object) -> dict[str, float]:
    return weigh(LookFacts(water=water, signs=signs, **more), found=found).shares  # type: ignore[arg-type]


class Posterior(TestCase):
    def test_the_priors_keep_mass_for_something_else(self) -> None:
        """Marine velvet weighs 8 among the marine weights; 12 in 100 are kept for what is not listed."""
        total = sum(c.prior["marine"] for c in FOUND.conditions.values() if "marine" in c.prior)
        got = shares({}, "marine")
        self.assertAlmostEqual(got["marine_velvet"], 0.88 * 8 / total, places=12)
        self.assertAlmostEqual(got[SOMETHING_ELSE], 0.12, places=12)

    def test_independent_looks_multiply(self) -> None:
        """Bayes by hand with scipy's softmax: prior times the product of P(look | condition), for signs in no group."""
        observed = {"shimmy": True, "cottony_tufts": False, "flashing": True, "black_smudges_healing": False}
        prior = shares({})
        logs = []
        for name in prior:
            ps = [chance(name, s) for s in observed]
            logs.append(math.log(prior[name]) + sum(math.log(p if seen else 1 - p) for p, seen in zip(ps, observed.values(), strict=True)))
        got = shares(observed)
        for name, expected in zip(prior, softmax(logs), strict=True):
            self.assertAlmostEqual(got[name], expected, places=12)

    @given(looks, st.sampled_from(WATERS))
    @settings(max_examples=60, deadline=None)
    def test_shares_sum_to_one_and_something_else_keeps_mass(self, observed: dict[str, bool], water: str) -> None:
        got = shares(observed, water)
        self.assertAlmostEqual(math.fsum(got.values()), 1.0, places=12)
        self.assertGreater(got[SOMETHING_ELSE], 0)

    @given(looks, st.randoms(use_true_random=False))
    @settings(max_examples=60, deadline=None)
    def test_the_order_of_looking_never_matters(self, observed: dict[str, bool], random: object) -> None:
        items = list(observed.items())
        random.shuffle(items)  # type: ignore[attr-defined]
        one, other = shares(observed), shares(dict(items))
        for name, share in one.items():
            self.assertAlmostEqual(other[name], share, places=12)

    @given(st.dictionaries(st.sampled_from(LOOSE), st.booleans(), max_size=5), st.sampled_from(LOOSE))
    @settings(max_examples=40, deadline=None)
    def test_what_was_not_looked_at_changes_nothing(self, observed: dict[str, bool], sign: str) -> None:
        """Averaged over its answers a sign leaves every share as it was (law of total probability)."""
        observed = {s: v for s, v in observed.items() if s != sign}
        now, seen, absent = shares(observed), shares({**observed, sign: True}), shares({**observed, sign: False})
        seen_prob = math.fsum(share * chance(name, sign) for name, share in now.items())
        for name, share in now.items():
            self.assertAlmostEqual(seen_prob * seen[name] + (1 - seen_prob) * absent[name], share, places=9)

    def test_a_sign_that_nothing_lists_is_neutral(self) -> None:
        """Flakes in a fresh-water rinse speak of sea fish alone: in fresh water they move nothing."""
        self.assertEqual(shares({"flakes_white_in_fresh_rinse": True}), shares({}))


class Restraint(TestCase):
    def test_a_group_counts_its_strongest_whole_and_the_rest_half(self) -> None:
        got = temper(np.array([[2.0, -1.0, 0.5, 0.4], [-3.0, -2.0, 1.0, 0.0]]), further=0.5)
        np.testing.assert_allclose(got, [[2.0, -1.0, 0.25, 0.2], [-3.0, -1.0, 1.0, 0.0]])

    @given(looks, st.sampled_from(WATERS))
    @settings(max_examples=60, deadline=None)
    def test_the_quick_sum_is_the_sum_of_the_weighed_ratios(self, observed: dict[str, bool], water: str) -> None:
        case = weigh(LookFacts(water=water, signs=observed), found=FOUND)  # type: ignore[arg-type]
        by_hand = np.sum([np.zeros(len(case.prior_logs)), *case.ratios.values()], axis=0)
        np.testing.assert_allclose(case.total_logs, by_hand, atol=1e-12)

    def test_of_two_equally_strong_the_one_that_speaks_for_it_leads(self) -> None:
        np.testing.assert_allclose(temper(np.array([[-2.0, 2.0, 1.0, -1.0]]), further=0.5), [[-2.0, 2.0, 0.5, -1.0]])

    def test_fast_breathing_and_gulping_are_hardly_more_than_either(self) -> None:
        """For low oxygen: gulping 0.93 / 0.10 whole, fast breathing 0.70 / 0.35 by half its logarithm."""
        weighed = weigh(LookFacts(water=FRESH, signs={"rapid_breathing": True, "gasping_at_surface": True}), found=FOUND)
        row = weighed.net.conditions.index("low_oxygen")
        total = sum(float(r[row]) for r in weighed.ratios.values())
        self.assertAlmostEqual(total, math.log(9.3) + 0.5 * math.log(2), places=9)

    def test_one_look_is_capped(self) -> None:
        """An ordinary sign moves the odds thirty-fold at most, a parasite that is seen three hundred-fold."""
        for water in WATERS:
            net = network(FOUND, water)
            direct = [s in WEIGHTS.direct_view or FOUND.signs[s].kit == "scope" for s in net.signs]
            caps = np.where(direct, math.log(300), math.log(30)) + 1e-12
            self.assertTrue((np.abs(net.log_seen) <= caps).all() and (np.abs(net.log_absent) <= caps).all())

    def test_of_an_exclusive_set_the_graver_counts(self) -> None:
        """Two of nine off their food and seven eating: the look says "off food"."""
        both = shares({"eating_normally": True, "off_food": True})
        self.assertEqual(both, shares({"eating_normally": False, "off_food": True}))

    def test_a_set_leaves_room_for_none_of_it(self) -> None:
        for water in WATERS:
            net = network(FOUND, water)
            for members in WEIGHTS.exclusive_sets:
                total = net.seen_prob[:, [net.column_of[s] for s in members]].sum(axis=1)
                self.assertLessEqual(total.max(), MOST_OF_A_SET + 1e-12)

    def test_not_one_of_a_set_is_the_rest_of_it(self) -> None:
        """Neither "eats less" nor "refuses": for ammonia 1 - 0.35 - 0.30 of the scaled set, against that of other sick fish."""
        weighed = weigh(LookFacts(water=FRESH, signs={"reduced_appetite": False, "off_food": False}), found=FOUND)
        row = weighed.net.conditions.index("fin_rot")
        ours, base = (1 - in_set(c, "reduced_appetite") - in_set(c, "off_food") for c in ("fin_rot", SOMETHING_ELSE))
        self.assertAlmostEqual(float(next(iter(weighed.ratios.values()))[row]), math.log(ours / base), places=12)


class Context(TestCase):
    def test_a_fact_multiplies_the_prior(self) -> None:
        """Arrived within 14 days: white spot x 1.8, not eating since arrival x 4 (expert guesses of the reference)."""
        plain, new = shares({}), shares({}, context=("new_arrival_14d",))
        self.assertAlmostEqual(new["ich"] / new[SOMETHING_ELSE], 1.8 * plain["ich"] / plain[SOMETHING_ELSE], places=9)
        self.assertAlmostEqual(new["starvation_new_fish"] / new[SOMETHING_ELSE], 4 * plain["starvation_new_fish"] / plain[SOMETHING_ELSE], places=9)

    def test_a_fact_told_twice_counts_once(self) -> None:
        self.assertEqual(shares({}, context=("pond", "pond")), shares({}, context=("pond",)))

    def test_one_reading_is_one_witness(self) -> None:
        """Too warm: the sign (temperature off) and the fact (warm end) come from one thermometer.

        Low oxygen: the stronger of x 3 and the sign's own ratio. Chilodonella, a cool-water one: x 0.4, no more.
        """
        warm = shares({"water_too_warm": True}, context=("temp_high",))
        plain = shares({})
        sign = shares({"water_too_warm": True})
        for condition, times in (("chilodonella", 0.4), ("low_oxygen", 3.0)):
            by_sign = sign[condition] / sign[SOMETHING_ELSE] / (plain[condition] / plain[SOMETHING_ELSE])
            got = warm[condition] / warm[SOMETHING_ELSE] / (plain[condition] / plain[SOMETHING_ELSE])
            self.assertAlmostEqual(got, max(times, by_sign) if times > 1 else times, places=9)

    def test_all_facts_together_are_capped(self) -> None:
        """Eight facts for journey stress would multiply it by over 30."""
        many = ("new_arrival_14d", "netted_or_shipped_48h", "wild_caught")
        plain, told = shares({}, "marine"), shares({}, "marine", context=(*many,), kin="other")
        self.assertAlmostEqual(told["transport_stress"] / told[SOMETHING_ELSE], 24 * plain["transport_stress"] / plain[SOMETHING_ELSE], places=9)
        spray = shares({}, "marine", context=("household_chemical", "reef_tank", "new_equipment_pump"))
        self.assertAlmostEqual(spray["poisoning"] / spray[SOMETHING_ELSE], 30 * plain["poisoning"] / plain[SOMETHING_ELSE], places=9)

    def test_a_kind_that_does_not_sicken_of_it_keeps_it_barely_possible(self) -> None:
        """Goldfish do not sicken of koi herpesvirus: a factor of 0 becomes 0.005, never nought."""
        plain, gold = shares({}, "coldwater_pond"), shares({}, "coldwater_pond", kin="goldfish")
        self.assertAlmostEqual(gold["khv"] / gold[SOMETHING_ELSE], LEAST_FACTOR * plain["khv"] / plain[SOMETHING_ELSE], places=9)

    def test_brackish_water_is_a_water_of_its_own(self) -> None:
        """Salt holds white spot down: its weight lies below those of both waters that brackish was blended of; what lives on no fish of brackish
        water is not there (two hands, expert guesses)."""
        white_spot = FOUND.conditions["ich"].prior
        self.assertLess(white_spot["brackish"], 0.6 * white_spot["freshwater_tropical"])
        self.assertIn("marine_velvet", shares({}, "brackish"))
        self.assertIn("ich", shares({}, "brackish"))
        self.assertNotIn("neon_tetra_disease", shares({}, "brackish"))


class Shares(TestCase):
    def test_one_flick_in_forty_fish_is_hardly_a_sign(self) -> None:
        """Bayes by scipy's binomial: chance of 1 of 40 at 2 % a fish, against any share being as likely."""
        for k, n in ((1, 40), (2, 40), (6, 40), (1, 9), (3, 9), (1, 2)):
            with self.subTest(k=k, n=n):
                by_chance = binom.pmf(k, n, 0.02) / (1 - binom.pmf(0, n, 0.02))
                expected = (1 / n) / (1 / n + by_chance)
                self.assertAlmostEqual(belief("flashing", Share(seen_count=k, fish_count=n), found=FOUND), expected, places=12)
        self.assertLess(belief("flashing", Share(seen_count=1, fish_count=40), found=FOUND), 0.1)
        self.assertGreater(belief("flashing", Share(seen_count=6, fish_count=40), found=FOUND), 0.9)

    def test_a_lesion_is_no_stray(self) -> None:
        self.assertEqual(belief("saddle_patch", Share(seen_count=1, fish_count=40), found=FOUND), 1.0)

    def test_the_share_moves_the_ranking(self) -> None:
        """More fish rubbing themselves speak more for what makes fish rub themselves."""
        got = [shares({"flashing": True}, shares={"flashing": Share(seen_count=k, fish_count=40)})["ich"] for k in (1, 3, 8, 30)]
        self.assertEqual(got, sorted(got))
        self.assertLess(got[0], shares({})["ich"])
        self.assertAlmostEqual(got[-1], shares({"flashing": True})["ich"], places=6)

    def test_all_signs_on_one_fish_is_a_pattern(self) -> None:
        one = {s: Share(seen_count=1, fish_count=9) for s in ("lethargy", "red_open_sores")}
        facts = LookFacts(water=FRESH, signs={"lethargy": True, "red_open_sores": True}, shares=one)
        self.assertEqual(told_by_shares(facts), {"single_fish_only": True})
        self.assertEqual(told_by_shares(replace(facts, signs={**facts.signs, "several_one_species": True})), {})
        more = {**one, "lethargy": Share(seen_count=4, fish_count=9)}
        self.assertEqual(told_by_shares(replace(facts, shares=more)), {"single_fish_only": False})


class BadFacts(TestCase):
    def test_each_names_its_field(self) -> None:
        three = Share(seen_count=3, fish_count=2)
        for field, facts in (
            ("signs.no_such_sign", LookFacts(water=FRESH, signs={"no_such_sign": True})),
            ("water", LookFacts(water="lava")),  # type: ignore[arg-type]
            ("context", LookFacts(water=FRESH, context=("moonlight",))),
            ("kin", LookFacts(water=FRESH, kin="unicorn")),
            ("shares.flashing", LookFacts(water=FRESH, signs={"flashing": True}, shares={"flashing": three})),
            ("shares.lethargy", LookFacts(water=FRESH, signs={"lethargy": False}, shares={"lethargy": Share(seen_count=1, fish_count=2)})),
        ):
            with self.subTest(field), self.assertRaises(InvalidInput) as caught:
                weigh(facts, found=FOUND)
            self.assertEqual(caught.exception.field, field)


class AgainstPgmpy(TestCase):
    """The same posterior as a general Bayesian-network library on the same network, to 1e-9."""

    def check(self, water: str, signs: dict[str, bool]) -> None:
        model, evidence = model_of(water, signs)
        got = VariableElimination(model).query(["condition"], evidence=evidence, show_progress=False).values
        ours = shares(signs, water, exact(FOUND))
        for (name, share), theirs in zip(ours.items(), got, strict=True):
            self.assertAlmostEqual(share, float(theirs), delta=1e-9, msg=name)

    def test_full_looks_drawn_from_the_network(self) -> None:
        """Whole looks, sets and all, with caps and tempering off: plain Bayes on the same tables."""
        random = np.random.default_rng(11)
        for water in WATERS:
            net = network(FOUND, water)
            for row in random.choice(len(net.conditions) - 1, size=3, replace=False):
                signs = {s: v for s, v in draw(net, random, row=int(row), microscope=True).items() if random.random() < 0.4 or s in SETS}
                with self.subTest(water=water, condition=net.conditions[row]):
                    self.check(water, signs)

    def test_with_groups_and_caps_as_virtual_evidence(self) -> None:
        """The method as shipped: each group's weighed ratios, reckoned here again by hand, given as likelihoods."""
        signs = {"rapid_breathing": True, "gasping_at_surface": False, "yawning_coughing": True, "gills_brown": True, "lethargy": True, "clamped_fins": True}
        names = list(shares({}))
        vectors = []
        for members in ("rapid_breathing", "gasping_at_surface", "yawning_coughing"), ("gills_brown",), ("lethargy", "clamped_fins"):
            column = []
            for name in names:
                logs = []
                for sign in members:
                    p, b = chance(name, sign), WEIGHTS.baseline[sign]
                    ratio = math.log(p / b) if signs[sign] else math.log((1 - p) / (1 - b))
                    logs.append(max(-math.log(30), min(math.log(30), ratio)))
                top = max(logs, key=abs)
                rest = list(logs)
                rest.remove(top)
                column.append(math.exp(top + sum(x * (0.5 if x * top > 0 else 1.0) for x in rest)))
            vectors.append([v / max(column) for v in column])
        model = DiscreteBayesianNetwork()
        model.add_node("condition")
        tables = [TabularCPD("condition", len(names), [[p] for p in shares({}).values()])]
        for i, vector in enumerate(vectors):
            model.add_edge("condition", f"look{i}")
            tables.append(TabularCPD(f"look{i}", 2, [[1 - v for v in vector], vector], evidence=["condition"], evidence_card=[len(names)]))
        model.add_cpds(*tables)
        got = VariableElimination(model).query(["condition"], evidence={f"look{i}": 1 for i in range(len(vectors))}, show_progress=False).values
        for (name, share), theirs in zip(shares(signs).items(), got, strict=True):
            self.assertAlmostEqual(share, float(theirs), delta=1e-9, msg=name)
