"""The next look, what to do while unsure, two side by side, and how it goes over days."""

from __future__ import annotations

import itertools
import math
from dataclasses import replace
from typing import Final
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.stats import entropy

from pennywort.core.diagnosis.acts import acts
from pennywort.core.diagnosis.compare import compare
from pennywort.core.diagnosis.facts import LookFacts, Share
from pennywort.core.diagnosis.losses import expected_losses
from pennywort.core.diagnosis.network import Weighed, weigh
from pennywort.core.diagnosis.next_look import entropy_bits, joint, next_looks, outlook
from pennywort.core.diagnosis.progress import Seen, progress, sign_trends
from pennywort.core.diagnosis.turning import Kept, turns
from pennywort.core.errors import InvalidInput
from pennywort.core.reference import library

FOUND = library()
FRESH: Final = "freshwater_tropical"
looks = st.dictionaries(st.sampled_from(sorted(FOUND.signs)), st.booleans(), max_size=12)


def weighed(signs: str, water: str = FRESH, *context: str, kin: str | None = None) -> Weighed:
    observed = {s.lstrip("-"): not s.startswith("-") for s in signs.split()}
    return weigh(LookFacts(water=water, signs=observed, context=context, kin=kin), found=FOUND)  # type: ignore[arg-type]


class NextLook(TestCase):
    @given(looks)
    @settings(max_examples=25, deadline=None)
    def test_it_asks_only_what_nobody_answered(self, observed: dict[str, bool]) -> None:
        case = weigh(LookFacts(water=FRESH, signs=observed), found=FOUND)
        for look in next_looks(case, most=9):
            self.assertNotIn(look.sign, observed)
            self.assertEqual({FOUND.signs[s].taken_by for s in (look.sign, *look.also)}, {look.look})

    def test_gain_is_the_mutual_information(self) -> None:
        """Against the other formula: sum of P(c) KL(P(s | c) || P(s)) by scipy, for a sign in no group."""
        case = weighed("")
        view = outlook(case)
        place = view.signs.index("gold_grey_dust")
        p = case.net.seen_prob[:, case.net.column_of["gold_grey_dust"]]
        seen = float(case.posterior_prob @ p)
        expected = sum(float(w) * entropy([x, 1 - x], [seen, 1 - seen], base=2) for w, x in zip(case.posterior_prob, p, strict=True))
        self.assertAlmostEqual(float(view.gain_bits[place]), float(expected), places=9)
        self.assertAlmostEqual(float(view.seen_prob[place]), seen, places=12)

    def test_after_an_answer_the_ranking_is_what_was_foretold(self) -> None:
        """Grouped signs, signs of a half-answered set and loose ones alike."""
        case = weighed("rapid_breathing lethargy -off_food white_spots_countable", "marine")
        view = outlook(case)
        for sign in ("gasping_at_surface", "clamped_fins", "eating_normally", "gold_grey_dust", "spits_food"):
            place = view.signs.index(sign)
            for seen, foretold in ((True, view.if_seen), (False, view.if_absent)):
                with self.subTest(sign=sign, seen=seen):
                    then = weigh(LookFacts(water="marine", signs={**{s: v > 0 for s, v in case.answers.items()}, sign: seen}), found=FOUND)
                    np.testing.assert_allclose(foretold[:, place], then.posterior_prob, atol=1e-12)

    def test_joint_answers_are_foretold_too(self) -> None:
        case = weighed("rapid_breathing", "marine")
        chance, after = joint(case, ["gasping_at_surface", "gold_grey_dust"])
        self.assertAlmostEqual(float(chance.sum()), 1.0, places=12)
        both = weigh(LookFacts(water="marine", signs={"rapid_breathing": True, "gasping_at_surface": True, "gold_grey_dust": True}), found=FOUND)
        np.testing.assert_allclose(after[:, 0], both.posterior_prob, atol=1e-12)

    def test_entropy_is_scipys(self) -> None:
        p = np.array([[0.5, 0.2], [0.25, 0.3], [0.25, 0.5]])
        np.testing.assert_allclose(entropy_bits(p), entropy(p, base=2, axis=0))

    def test_fast_breathing_calls_for_the_water_test_first(self) -> None:
        """Ammonia and air before any medicine (IFAS, recalled; order of the reference, 4.2)."""
        look = next_looks(weighed("rapid_breathing flashing", "marine"))[0]
        self.assertEqual((look.look, look.sign, look.goes_first), ("water_test", "ammonia_raised", True))
        self.assertNotEqual(next_looks(weighed("rapid_breathing -ammonia_raised -nitrite_raised"))[0].look, "water_test")

    def test_dust_or_grains_is_asked_of_the_torch(self) -> None:
        """Fast breathing in the sea, water tested: the log, then the torch, then the gill under the microscope."""
        asked = [
            n.look for n in next_looks(weighed("rapid_breathing off_food -ammonia_raised -all_species_same_day spread_over_days deaths_24h", "marine"), most=4)
        ]
        self.assertIn("torch", asked)

    def test_a_microscope_is_asked_for_when_the_eye_can_do_no_more(self) -> None:
        case = weighed(
            "flashing flat_grey_sheen clamped_fins -white_spots_countable -white_spots_many -gold_grey_dust -saddle_patch -cottony_tufts -rapid_breathing "
            "spread_over_days -ammonia_raised -nitrite_raised -chlorine_present -ph_low_or_swing -darting_panic eating_normally -gills_slimy -slimy_patches "
            "-mouth_white_eroding -fin_ragged_white_edge -lethargy -gasping_at_surface -water_cloudy_smelly -nitrate_high"
        )
        self.assertEqual(next_looks(case)[0].look, "skin_scrape")


class WhileUnsure(TestCase):
    def test_the_loss_is_the_weighed_sum(self) -> None:
        """By hand for moving all fish: sum of share x missed x (1 - helps) + harms, plus its own cost."""
        case = weighed("white_spots_countable rapid_breathing", "marine")
        missed = {"hours": 10.0, "days": 3.0, "weeks": 1.0, "none": 0.2}
        nothing = moved = 0.0
        for name, share in case.shares.items():
            c = FOUND.conditions.get(name)
            loss = 2.0 if c is None else missed[c.urgency] + (5.0 if c.notifiable == "most places" or c.harms_keeper == "known" else 0.0)
            nothing += share * loss
            moved += share * (loss * (1 - (c.helps.get("move_all", 0.0) if c else 0.0)) + (c.harms.get("move_all", 0.0) if c else 0.0))
        got = expected_losses(case)
        self.assertAlmostEqual(got[""], nothing, places=9)
        self.assertAlmostEqual(got["move_all"], moved + 0.3, places=9)

    def test_a_small_chance_of_the_lethal_one_wins(self) -> None:
        """White spot fits best, velvet has under a third of its weight: the tank is emptied for velvet's sake all the same."""
        case = weighed("white_spots_countable rapid_breathing", "marine")
        told = acts(case)
        self.assertEqual(max(case.shares, key=case.shares.__getitem__), "marine_ich")
        best = max(told.do, key=lambda a: a.saves)
        self.assertEqual((best.action, best.carried_by, told.worst), ("move_all", "marine_velvet", "marine_velvet"))
        # air and a net of its own cost next to nothing and come before the fish are caught
        order = [a.action for a in told.do]
        self.assertEqual([a for a in order[order.index("move_all") :] if FOUND.actions[a].cost.value <= 0.05 and FOUND.actions[a].kind != "move"], [])
        self.assertIn("more_air", order[: order.index("move_all")])
        self.assertLess(told.worst_share, 0.3)
        self.assertIn("within hours", told.why)
        self.assertIn("marine velvet", told.why)

    def test_copper_acts_on_both(self) -> None:
        """Unsure between the two, copper pays: it acts on white spot and on velvet (Noga, recalled)."""
        self.assertEqual(acts(weighed("white_spots_countable rapid_breathing", "marine")).treat[0].action, "treat_copper")

    def test_warmth_is_warned_of_while_columnaris_may_be_there(self) -> None:
        told = acts(weighed("flat_grey_sheen saddle_patch"))
        self.assertIn(("warm", "columnaris"), told.not_now)
        self.assertIn("isolate", [a.action for a in told.do])

    def test_too_warm_water_comes_down_whatever_the_disease(self) -> None:
        """Chilodonella gains by cooling, and still water above the fish's range is brought back into it, no further."""
        case = weighed("flat_grey_sheen slimy_patches")
        self.assertIn("cool", dict(acts(case).not_now))
        told = acts(case, bring_back="cool")
        self.assertNotIn("cool", dict(told.not_now))
        self.assertIn("into_range", [a.action for a in told.do])
        columnaris = acts(weighed("flat_grey_sheen saddle_patch"), bring_back="cool")
        self.assertEqual({"cool", "into_range"} & {a.action for a in columnaris.do}, {"cool"})
        self.assertNotIn("into_range", [a.action for a in acts(case).do])

    def test_what_harms_a_plausible_one_is_weighed_and_named(self) -> None:
        """No treatment that harms one is advised; another act only where its harm eats less than half of what it saves, and the harm is named."""
        for signs in ("cottony_tufts", "gold_grey_dust", "lethargy off_food", "rapid_breathing", "all_species_same_day darting_panic"):
            case = weighed(signs)
            told = acts(case)
            harmed = {
                a
                for name, share in case.shares.items()
                if share > 0.05 and name in FOUND.conditions
                for a, h in FOUND.conditions[name].harms.items()
                if h >= 0.4
            }
            self.assertEqual({a.action for a in told.treat} & harmed, set(), signs)
            self.assertEqual({a.action for a in told.do if a.wrong_if}, {a.action for a in told.do} & harmed, signs)
            for act in told.do:
                harm = sum(case.shares[c] * FOUND.conditions[c].harms.get(act.action, 0.0) for c in FOUND.conditions if c in case.shares)
                self.assertLess(harm, act.saves + harm + FOUND.actions[act.action].cost.value, act.action)

    def test_bad_water_comes_first_and_no_medicine_with_it(self) -> None:
        told = acts(weighed("white_spots_countable flashing"), water_at_fault=True)
        self.assertEqual(told.do[0].action, "partial_change")
        self.assertEqual(told.treat, ())
        self.assertIn("water", told.why)

    def test_a_notifiable_disease_is_reported_before_all(self) -> None:
        told = acts(weighed("gills_dead_patches carp_only sunken_eyes", "coldwater_pond", kin="koi_carp"), reported={"khv", "svc"})
        self.assertEqual((told.do[0].action, told.report), ("report", "khv"))
        self.assertEqual(told.treat, ())

    def test_the_end_is_named_where_it_is_kind(self) -> None:
        """Pine-coned and off its food (reference 6.1; AVMA guidelines for the method, recalled)."""
        self.assertTrue(acts(weighed("pinecone_scales off_food")).end_is_kind)
        self.assertFalse(acts(weighed("pinecone_scales eating_normally")).end_is_kind)

    def test_a_scrape_is_worth_most_where_it_changes_the_act(self) -> None:
        unsure = acts(weighed("rapid_breathing off_food lethargy -ammonia_raised", "marine"))
        self.assertEqual(unsure.scrape, "gill_scrape")
        self.assertGreater(unsure.scrape_saves, 0.2)
        sure = acts(weighed("rapid_breathing gold_grey_dust scope_brown_pear_still", "marine"))
        self.assertLess(sure.scrape_saves, unsure.scrape_saves)


class SideBySide(TestCase):
    def test_grains_and_dust(self) -> None:
        got = compare("marine_ich", "marine_velvet", water="marine", signs={"gold_grey_dust": False}, found=FOUND)
        rows = {r.sign: r for r in got.rows}
        self.assertEqual((rows["gold_grey_dust"].one_prob, rows["gold_grey_dust"].other_prob), (0.03, 0.4))
        self.assertAlmostEqual(rows["gold_grey_dust"].decibans, 10 * math.log10(0.03 / 0.4), places=9)
        self.assertIs(rows["gold_grey_dust"].answer, False)
        self.assertNotEqual(got.question, "gold_grey_dust")
        assert got.pair is not None
        self.assertEqual(got.pair.decide_by, "within hours")

    def test_the_question_separates_columnaris_from_mould(self) -> None:
        got = compare("columnaris", "saprolegnia", water=FRESH, signs={}, found=FOUND)
        self.assertIn(got.question, ("cottony_tufts", "saddle_patch", "mouth_white_eroding"))

    def test_what_cannot_be_compared(self) -> None:
        for field, one, other in (("one", "no_such", "ich"), ("other", "ich", "marine_velvet"), ("other", "ich", "ich")):
            with self.subTest(field), self.assertRaises(InvalidInput) as caught:
                compare(one, other, water=FRESH, signs={}, found=FOUND)
            self.assertEqual(caught.exception.field, field)


def seen(day: float, signs: str, **shares: tuple[int, int]) -> Seen:
    return Seen(
        day=day,
        signs={s.lstrip("-"): not s.startswith("-") for s in signs.split()},
        shares={s: Share(seen_count=k, fish_count=n) for s, (k, n) in shares.items()},
    )


class OverDays(TestCase):
    def test_each_sign_goes_its_way(self) -> None:
        got = sign_trends(
            seen(0, "flashing rapid_breathing lethargy -cottony_tufts", flashing=(6, 9)),
            seen(1, "flashing -rapid_breathing lethargy cottony_tufts", flashing=(2, 9)),
            found=FOUND,
        )
        self.assertEqual(
            {t.sign: (t.trend, t.words) for t in got},
            {
                "cottony_tufts": ("worse", "new"), "lethargy": ("same", "as before"),
                "flashing": ("better", "6 of 9, now 2 of 9"), "rapid_breathing": ("better", "gone"),
            },
        )  # fmt: skip

    def test_the_water_is_not_among_the_signs_of_the_fish(self) -> None:
        """White spot under raised warmth: "too warm" is the course, not a turn for the worse."""
        got = sign_trends(seen(0, "flashing -water_too_warm water_all_normal"), seen(1, "-flashing water_too_warm -water_all_normal"), found=FOUND)
        self.assertEqual([t.sign for t in got], ["flashing"])

    def test_up_the_ladder_is_worse(self) -> None:
        """Countable grains that became uncountable are not "gone"; eating less after refusing is better."""
        got = sign_trends(seen(0, "white_spots_countable off_food"), seen(1, "-white_spots_countable white_spots_many reduced_appetite -off_food"), found=FOUND)
        self.assertEqual({t.sign: t.trend for t in got}, {"white_spots_many": "worse", "reduced_appetite": "better"})

    def test_thin_and_eating_to_thin_and_not_is_worse(self) -> None:
        got = progress([seen(0, "sunken_belly_eating -sunken_belly_not_eating"), seen(1, "-sunken_belly_eating sunken_belly_not_eating")], found=FOUND)
        assert got is not None
        self.assertEqual((got.since_last, [(t.sign, t.trend) for t in got.signs]), ("worse", [("sunken_belly_not_eating", "worse")]))

    def test_every_ladder_goes_up_to_worse(self) -> None:
        for ladder in FOUND.worsening.ladders:
            for mild, grave in itertools.pairwise(ladder):
                (trend,) = sign_trends(seen(0, f"{mild} -{grave}"), seen(1, f"-{mild} {grave}"), found=FOUND)
                self.assertEqual((trend.sign, trend.trend), (grave, "worse"))
                (back,) = sign_trends(seen(0, f"-{mild} {grave}"), seen(1, f"{mild} -{grave}"), found=FOUND)
                self.assertEqual((back.sign, back.trend), (mild, "better"))

    def test_mixed_is_said_as_mixed_sign_by_sign(self) -> None:
        got = progress([seen(0, "clamped_fins -cottony_tufts"), seen(1, "-clamped_fins cottony_tufts")], found=FOUND)
        assert got is not None
        self.assertEqual(got.since_last, "mixed")
        tuft, fins = (FOUND.signs[s].short for s in ("cottony_tufts", "clamped_fins"))
        self.assertEqual(got.words, f"Mixed since the look before: worse in {tuft}; better in {fins}. New: {tuft}.")

    def test_a_sign_nobody_looked_for_before_is_named_as_new(self) -> None:
        got = progress([seen(0, "flashing"), seen(1, "flashing red_open_sores")], found=FOUND)
        assert got is not None
        self.assertIn(f"New: {FOUND.signs['red_open_sores'].short}.", got.words)

    def test_sizes_are_compared(self) -> None:
        """Slight, then severe, of the same swelling is worse; fewer grains is better; in more fish and slighter is mixed."""

        def sized(day: float, sign: str, size: int, **shares: tuple[int, int]) -> Seen:
            return replace(seen(day, sign, **shares), sizes={sign: size})

        (swollen,) = sign_trends(sized(0, "swollen_belly_even", 1), sized(1, "swollen_belly_even", 3), found=FOUND)
        self.assertEqual((swollen.trend, swollen.words), ("worse", "slight, now severe"))
        (grains,) = sign_trends(sized(0, "white_spots_countable", 3), sized(1, "white_spots_countable", 2), found=FOUND)
        self.assertEqual((grains.trend, grains.words), ("better", "many, now a few"))
        one, other = sized(0, "flat_grey_sheen", 3, flat_grey_sheen=(1, 9)), sized(1, "flat_grey_sheen", 1, flat_grey_sheen=(6, 9))
        self.assertEqual(sign_trends(one, other, found=FOUND)[0].trend, "mixed")
        # a size on one of the two days alone says nothing
        self.assertEqual(sign_trends(seen(0, "flat_grey_sheen"), other, found=FOUND)[0].words, "as before")

    def test_a_fish_that_eats_again_is_better(self) -> None:
        got = sign_trends(seen(0, "-eating_normally lethargy"), seen(2, "eating_normally lethargy"), found=FOUND)
        self.assertEqual({t.sign: t.trend for t in got}, {"eating_normally": "better", "lethargy": "same"})

    def test_breathing_outweighs_colour(self) -> None:
        got = progress([seen(0, "rapid_breathing -faded_colour"), seen(1, "-rapid_breathing faded_colour")], found=FOUND)
        assert got is not None
        self.assertEqual(got.since_last, "better")

    def test_no_better_on_day_three_asks_to_look_again(self) -> None:
        """Not better in three to four days: wrong medicine or wrong disease (common practice)."""
        ill = "rapid_breathing flashing"
        early = progress([seen(0, ill), seen(2, ill)], found=FOUND)
        late = progress([seen(0, ill), seen(2, ill), seen(3.2, ill)], found=FOUND)
        mending = progress([seen(0, ill), seen(3.2, "-rapid_breathing flashing")], found=FOUND)
        assert early and late and mending
        self.assertEqual([p.look_again for p in (early, late, mending)], [False, True, False])
        self.assertIn("3 days on and no better", late.words)

    def test_a_loss_is_never_better(self) -> None:
        got = progress([seen(0, "rapid_breathing"), seen(1, "-rapid_breathing")], lost_count=1, found=FOUND)
        assert got is not None
        self.assertEqual((got.since_last, got.since_first), ("worse", "same"))

    def test_one_look_says_nothing_of_progress(self) -> None:
        self.assertIsNone(progress([seen(0, "flashing")], found=FOUND))


def kept(case: Weighed) -> Kept:
    shares = {c: share for c, share in case.shares.items() if c in FOUND.conditions}
    return Kept(leader=max(shares, key=shares.__getitem__), weighed=case)


class Turning(TestCase):
    def test_when_velvet_passed_white_spot(self) -> None:
        """Day by day: grains countable, then breathing, then dust. The turn is at the third look, by the dust."""
        days = [
            weighed("white_spots_countable flashing", "marine"),
            weighed("white_spots_countable flashing rapid_breathing", "marine"),
            weighed("-white_spots_countable flashing rapid_breathing gold_grey_dust", "marine"),
        ]
        (turn,) = turns([kept(day) for day in days])
        self.assertEqual((turn.look, turn.from_, turn.to), (2, "marine_ich", "marine_velvet"))
        self.assertEqual(turn.signs[0], ("gold_grey_dust", True))

    def test_no_turn_without_a_new_leader(self) -> None:
        self.assertEqual(turns([kept(weighed(s)) for s in ("white_spots_countable", "white_spots_countable flashing", "-flashing")]), ())
