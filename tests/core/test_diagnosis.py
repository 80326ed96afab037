"""The ranking, the next look, and what is safe meanwhile."""

from __future__ import annotations

import math
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.special import softmax

from pennywort.core.diagnosis.evidence import log_ratio, probability, settled, weighed
from pennywort.core.diagnosis.meanwhile import safe_meanwhile
from pennywort.core.diagnosis.next_look import next_looks
from pennywort.core.diagnosis.ranking import SOMETHING_ELSE, conditions_of, posterior, rank
from pennywort.core.errors import InvalidInput
from pennywort.core.reference import library

FOUND = library()
FRESH = "freshwater_tropical"
GROUPED = {s for members in FOUND.likelihoods.correlated_groups.values() for s in members} | {s for g in FOUND.likelihoods.exclusive_groups for s in g}


def _capped(sign: str) -> bool:
    """The cap on one sign's ratio binds for some condition: its answers no longer average out exactly."""
    cap = math.log(300 if sign in FOUND.likelihoods.direct_view else 30) - 1e-9
    return any(abs(log_ratio(sign, seen, c, found=FOUND)) >= cap for c in FOUND.conditions.values() for seen in (True, False))


LOOSE = sorted({s for s in FOUND.signs if not _capped(s)} - GROUPED - set(FOUND.likelihoods.more_than) - set(FOUND.likelihoods.more_than.values()))
looks = st.dictionaries(st.sampled_from(sorted(FOUND.signs)), st.booleans(), max_size=12)


class Posterior(TestCase):
    def test_independent_looks_multiply(self) -> None:
        """Bayes by hand with scipy's softmax: prior times the product of P(look | condition), for signs in no group."""
        observed = {"gold_grey_dust": True, "cottony_tufts": False, "flashing": True}
        conditions = conditions_of(FRESH, found=FOUND)
        names = [*conditions, SOMETHING_ELSE]
        logs = []
        for name in names:
            condition = conditions.get(name)
            prior = condition.prior[FRESH] if condition else FOUND.likelihoods.something_else_prior[FRESH]
            ps = [probability(s, condition, found=FOUND) for s in observed]
            logs.append(math.log(prior) + sum(math.log(p if seen else 1 - p) for p, seen in zip(ps, observed.values(), strict=True)))
        expected = dict(zip(names, softmax(logs), strict=True))
        got = posterior(observed, water=FRESH, found=FOUND)
        for name in names:
            self.assertAlmostEqual(got[name], expected[name], places=12)

    def test_nothing_looked_at_leaves_the_priors(self) -> None:
        got = posterior({}, water="marine", found=FOUND)
        weights = {c.id: c.prior["marine"] for c in conditions_of("marine", found=FOUND).values()}
        total = sum(weights.values()) + FOUND.likelihoods.something_else_prior["marine"]
        self.assertAlmostEqual(got["marine_velvet"], weights["marine_velvet"] / total, places=12)

    @given(looks, st.sampled_from([FRESH, "coldwater_pond", "marine"]))
    @settings(max_examples=60, deadline=None)
    def test_shares_sum_to_one_and_something_else_keeps_mass(self, observed: dict[str, bool], water: str) -> None:
        got = posterior(observed, water=water, found=FOUND)
        self.assertAlmostEqual(math.fsum(got.values()), 1.0, places=12)
        self.assertGreater(got[SOMETHING_ELSE], 0)

    @given(looks, st.randoms(use_true_random=False))
    @settings(max_examples=60, deadline=None)
    def test_the_order_of_looking_never_matters(self, observed: dict[str, bool], random: object) -> None:
        items = list(observed.items())
        random.shuffle(items)  # type: ignore[attr-defined]
        one, other = posterior(observed, water=FRESH, found=FOUND), posterior(dict(items), water=FRESH, found=FOUND)
        for name, share in one.items():
            self.assertAlmostEqual(other[name], share, places=12)

    @given(st.dictionaries(st.sampled_from(LOOSE), st.booleans(), max_size=5), st.sampled_from(LOOSE))
    @settings(max_examples=40, deadline=None)
    def test_what_was_not_looked_at_changes_nothing(self, observed: dict[str, bool], sign: str) -> None:
        """Averaged over its answers a sign leaves every share as it was: not looking is no evidence (total probability)."""
        observed = {s: v for s, v in observed.items() if s != sign}
        now = posterior(observed, water=FRESH, found=FOUND)
        conditions = conditions_of(FRESH, found=FOUND)
        seen_prob = math.fsum(share * probability(sign, conditions.get(name), found=FOUND) for name, share in now.items())
        seen = posterior({**observed, sign: True}, water=FRESH, found=FOUND)
        absent = posterior({**observed, sign: False}, water=FRESH, found=FOUND)
        for name, share in now.items():
            self.assertAlmostEqual(seen_prob * seen[name] + (1 - seen_prob) * absent[name], share, places=9)

    def test_an_unlisted_sign_is_neutral(self) -> None:
        condition = FOUND.conditions["ich"]
        self.assertNotIn("red_worms_vent", condition.step_of)
        self.assertEqual(log_ratio("red_worms_vent", True, condition, found=FOUND), 0.0)

    def test_signs_that_say_the_same_thing_count_once_and_a_bit(self) -> None:
        """Of a group the strongest counts whole, each further one by 0.4 of its log-likelihood."""
        velvet = FOUND.conditions["marine_velvet"]
        signs = {"rapid_breathing": True, "gasping_at_surface": True}
        raw = {s: log_ratio(s, True, velvet, found=FOUND) for s in signs}
        got = weighed(signs, velvet, found=FOUND)
        strongest = max(raw, key=lambda s: abs(raw[s]))
        for sign, value in raw.items():
            self.assertAlmostEqual(got[sign], value if sign == strongest else 0.4 * value, places=12)

    def test_one_sign_is_capped(self) -> None:
        """An ordinary sign moves the odds thirty-fold at most, a parasite that is seen three hundred-fold."""
        for condition in FOUND.conditions.values():
            for sign in FOUND.signs:
                cap = 300 if sign in FOUND.likelihoods.direct_view else 30
                for seen in (True, False):
                    self.assertLessEqual(abs(log_ratio(sign, seen, condition, found=FOUND)), math.log(cap) + 1e-12)

    def test_one_of_a_kind_makes_the_others_absent(self) -> None:
        self.assertEqual(settled({"off_food": True}, found=FOUND), {"off_food": True, "eating_normally": False})
        self.assertEqual(settled({"white_spots_many": True, "white_spots_countable": False}, found=FOUND), {"white_spots_many": True})

    def test_an_unknown_sign_or_water_is_an_error(self) -> None:
        with self.assertRaises(InvalidInput) as caught:
            posterior({"no_such_sign": True}, water=FRESH, found=FOUND)
        self.assertEqual(caught.exception.field, "signs.no_such_sign")
        with self.assertRaises(InvalidInput):
            conditions_of("lava", found=FOUND)  # type: ignore[arg-type]


class LookAlikes(TestCase):
    """Pairs that keepers mix up at a cost (common practice): the separating sign must decide."""

    def best(self, signs: str, water: str = FRESH) -> str:
        observed = {s.lstrip("-"): not s.startswith("-") for s in signs.split()}
        return rank(observed, water=water, found=FOUND).ranked[0].condition

    def test_grains_against_dust(self) -> None:
        self.assertEqual(self.best("white_spots_countable flashing -gold_grey_dust"), "ich")
        self.assertEqual(self.best("gold_grey_dust flashing -white_spots_countable"), "freshwater_velvet")
        self.assertEqual(self.best("white_spots_countable flashing eating_normally -gold_grey_dust", "marine"), "marine_ich")
        self.assertEqual(self.best("gold_grey_dust rapid_breathing", "marine"), "marine_velvet")

    def test_fuzzy_against_flat_sheen(self) -> None:
        self.assertEqual(self.best("cottony_tufts eating_normally -flat_grey_sheen -saddle_patch"), "saprolegnia")
        self.assertEqual(self.best("flat_grey_sheen saddle_patch spread_over_days -cottony_tufts"), "columnaris")

    def test_water_before_disease(self) -> None:
        self.assertEqual(self.best("all_species_same_day rapid_breathing ammonia_raised"), "ammonia")
        self.assertEqual(self.best("all_species_same_day gills_brown rapid_breathing nitrite_raised -ammonia_raised"), "nitrite")
        self.assertEqual(self.best("all_species_same_day gasping_at_surface -ammonia_raised -nitrite_raised better_after_fresh_water"), "low_oxygen")

    def test_worms_against_flagellates(self) -> None:
        self.assertEqual(self.best("red_worms_vent sunken_belly_eating"), "camallanus")
        self.assertEqual(self.best("white_stringy_faeces hiding_apart -red_worms_vent -flashing"), "spironucleus")

    def test_pine_cone(self) -> None:
        self.assertEqual(self.best("pinecone_scales swollen_belly_even"), "dropsy")

    def test_a_disease_that_kills_in_hours_is_never_hidden(self) -> None:
        """Grains on one sea fish that breathes fast: velvet stays on the sheet, and nothing is called told apart."""
        ranking = rank({"white_spots_countable": True, "rapid_breathing": True}, water="marine", found=FOUND)
        velvet = next(r for r in ranking.ranked if r.condition == "marine_velvet")
        self.assertEqual(velvet.tag, "worst if missed")
        self.assertFalse(ranking.can_be_told)
        self.assertIn("marine velvet is not ruled out", ranking.verdict)

    def test_poor_evidence_is_called_so(self) -> None:
        ranking = rank({"lethargy": True}, water=FRESH, found=FOUND)
        self.assertFalse(ranking.can_be_told)
        self.assertTrue(ranking.verdict.startswith("Can’t be told apart yet"))

    def test_every_share_lies_in_its_band(self) -> None:
        for line in rank({"gold_grey_dust": True, "lethargy": True}, water="marine", found=FOUND).ranked:
            self.assertLessEqual(line.share_low, line.share)
            self.assertGreaterEqual(line.share_high, line.share)


class NextLook(TestCase):
    @given(looks)
    @settings(max_examples=15, deadline=None)
    def test_it_asks_only_what_nobody_answered(self, observed: dict[str, bool]) -> None:
        known = settled(observed, found=FOUND)
        for look in next_looks(observed, water=FRESH, found=FOUND, most=50):
            self.assertNotIn(look.sign, known)

    def test_gain_is_the_mutual_information(self) -> None:
        """Against the other formula for it: sum of P(c) P(s|c) log2(P(s|c) / P(s)) over both answers (Shannon)."""
        now = posterior({}, water=FRESH, found=FOUND)
        conditions = conditions_of(FRESH, found=FOUND)
        look = next(n for n in next_looks({}, water=FRESH, found=FOUND, most=50) if n.sign == "gold_grey_dust")
        p = {name: probability("gold_grey_dust", conditions.get(name), found=FOUND) for name in now}
        seen = math.fsum(now[n] * p[n] for n in now)
        expected = math.fsum(now[n] * (p[n] * math.log2(p[n] / seen) + (1 - p[n]) * math.log2((1 - p[n]) / (1 - seen))) for n in now)
        self.assertAlmostEqual(look.gain_bits, expected, places=9)
        self.assertAlmostEqual(look.seen_prob, seen, places=12)

    def test_grains_in_the_sea_call_for_the_torch_or_the_breath(self) -> None:
        """Between the mild and the lethal one the looks that separate them lead (common practice: torch, breathing)."""
        signs = {n.sign for n in next_looks({"white_spots_countable": True, "flashing": True, "spread_over_days": True}, water="marine", found=FOUND, most=6)}
        self.assertTrue(signs & {"gold_grey_dust", "rapid_breathing", "deaths_24h"})


class Meanwhile(TestCase):
    def test_warmth_is_warned_of_while_columnaris_may_be_there(self) -> None:
        """Heat feeds columnaris: it stands under "not now", and never under "do"."""
        ranking = rank({"flat_grey_sheen": True, "saddle_patch": True}, water=FRESH, found=FOUND)
        safe = safe_meanwhile(ranking, found=FOUND)
        self.assertIn(("warm", "columnaris"), safe.not_now)
        self.assertIn("isolate", safe.do)

    def test_nothing_that_harms_a_plausible_one_is_advised(self) -> None:
        for signs in ({"cottony_tufts": True}, {"gold_grey_dust": True}, {"lethargy": True, "off_food": True}):
            ranking = rank(signs, water=FRESH, found=FOUND)
            safe = safe_meanwhile(ranking, found=FOUND)
            harmed = {a for line in ranking.ranked if line.share > 0.05 for a in FOUND.conditions[line.condition].harms}
            self.assertEqual(set(safe.do) & harmed, set())
            self.assertIn("more_air", safe.do)

    def test_a_lethal_guess_empties_the_tank(self) -> None:
        """One chance in eight of a disease that kills in days is enough to move every fish."""
        ranking = rank({"white_spots_countable": True, "rapid_breathing": True}, water="marine", found=FOUND)
        self.assertIn("move_all", safe_meanwhile(ranking, found=FOUND).do)

    def test_bad_water_comes_first(self) -> None:
        ranking = rank({"white_spots_countable": True}, water=FRESH, found=FOUND)
        self.assertEqual(safe_meanwhile(ranking, found=FOUND, water_needs_mending=True).do[0], "partial_change")
