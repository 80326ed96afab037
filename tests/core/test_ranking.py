"""Rankings that keepers and books agree on: look-alikes, patterns, what must never be hidden."""

from __future__ import annotations

from typing import Final
from unittest import TestCase

from pennywort.core.diagnosis.facts import LookFacts
from pennywort.core.diagnosis.ranking import Ranking, contrary, rank
from pennywort.core.reference import library
from pennywort.core.reference.naming import mid_sentence

FOUND = library()
FRESH: Final = "freshwater_tropical"


def ranking(signs: str, water: str = FRESH, *context: str, kin: str | None = None) -> Ranking:
    """ "a -b" is: a seen, b not there."""
    observed = {s.lstrip("-"): not s.startswith("-") for s in signs.split()}
    return rank(LookFacts(water=water, signs=observed, context=context, kin=kin), found=FOUND)  # type: ignore[arg-type]


def first(signs: str, water: str = FRESH, *context: str, kin: str | None = None) -> str:
    return ranking(signs, water, *context, kin=kin).ranked[0].condition


class LookAlikes(TestCase):
    """Pairs that keepers mix up at a cost (common practice, and the key signs that Noga and IFAS give, recalled)."""

    def test_grains_against_dust(self) -> None:
        self.assertEqual(first("white_spots_countable flashing -gold_grey_dust"), "ich")
        self.assertEqual(first("gold_grey_dust flashing -white_spots_countable"), "freshwater_velvet")
        self.assertEqual(first("white_spots_countable flashing eating_normally -gold_grey_dust", "marine"), "marine_ich")
        self.assertEqual(first("gold_grey_dust rapid_breathing", "marine"), "marine_velvet")

    def test_even_grains_against_stubs_lumps_and_pimples(self) -> None:
        self.assertEqual(first("spots_uneven_raised eating_normally -white_spots_countable"), "epistylis")
        self.assertEqual(first("cauliflower_nodules eating_normally single_fish_only", "marine"), "lymphocystis")
        self.assertEqual(first("spots_gillcover_pectoral eating_normally -flashing", "coldwater_pond"), "breeding_tubercles")
        self.assertEqual(first("bubbles_skin_fins microbubbles_in_water all_species_same_day"), "gas_bubble")
        self.assertEqual(first("waxy_blobs eating_normally", "coldwater_pond", kin="koi_carp"), "carp_pox")

    def test_fuzzy_against_flat_sheen(self) -> None:
        self.assertEqual(first("cottony_tufts eating_normally -flat_grey_sheen -saddle_patch"), "saprolegnia")
        self.assertEqual(first("flat_grey_sheen saddle_patch spread_over_days -cottony_tufts"), "columnaris")

    def test_slime_in_sheets_on_a_clownfish(self) -> None:
        self.assertEqual(first("slime_sheets rapid_breathing -gold_grey_dust", "marine", kin="clownfish"), "brooklynella")

    def test_bruise_on_a_chromis(self) -> None:
        self.assertEqual(first("flank_bruise_lesion spread_over_days", "marine", kin="chromis_anthias"), "uronema")

    def test_bites_against_rot(self) -> None:
        self.assertEqual(first("fin_clean_bite being_chased -fin_ragged_white_edge"), "injury_bites")
        self.assertEqual(first("fin_ragged_white_edge -fin_clean_bite -being_chased"), "fin_rot")

    def test_water_before_disease(self) -> None:
        self.assertEqual(first("all_species_same_day rapid_breathing ammonia_raised"), "ammonia")
        self.assertEqual(first("all_species_same_day gills_brown rapid_breathing nitrite_raised -ammonia_raised"), "nitrite")
        self.assertEqual(first("all_species_same_day gasping_at_surface -ammonia_raised -nitrite_raised better_after_air"), "low_oxygen")

    def test_worms_against_flagellates(self) -> None:
        self.assertEqual(first("red_worms_vent sunken_belly_eating"), "camallanus")
        self.assertEqual(first("white_stringy_faeces hiding_apart -red_worms_vent -flashing"), "spironucleus")
        self.assertEqual(first("ribbon_at_vent sunken_belly_eating"), "tapeworms")

    def test_swelling(self) -> None:
        self.assertEqual(first("pinecone_scales swollen_belly_even"), "dropsy")
        self.assertEqual(first("swollen_belly_even no_faeces eating_normally -pinecone_scales"), "constipation")
        self.assertEqual(first("swollen_belly_even off_food rapid_breathing -pinecone_scales", kin="rift_lake_cichlid"), "malawi_bloat")

    def test_one_eye_against_two(self) -> None:
        self.assertEqual(first("one_eye_bulging single_fish_only eating_normally"), "head_trauma")
        self.assertEqual(first("both_eyes_bulging spiralling eye_blood off_food"), "streptococcus")

    def test_pale_muscle_in_a_neon(self) -> None:
        self.assertEqual(first("pale_patch_under_skin -saddle_patch -mouth_white_eroding", kin="small_tetra"), "neon_tetra_disease")

    def test_parasites_that_can_be_seen(self) -> None:
        for sign, condition in (("threads_from_skin", "anchor_worm"), ("moving_disc", "fish_louse"), ("leech_seen", "leeches")):
            self.assertEqual(first(sign, "coldwater_pond"), condition)


class Patterns(TestCase):
    """The pattern table of the reference (4.1): who fell ill, and when."""

    def test_all_kinds_at_once_is_water(self) -> None:
        toxic = set(FOUND.answer_groups["water_or_toxic"].members)
        top = [r.condition for r in ranking("all_species_same_day").ranked[:5]]
        self.assertEqual(set(top) - toxic, set())

    def test_after_a_water_change_chlorine(self) -> None:
        self.assertEqual(first("all_species_same_day darting_panic", FRESH, "recent_water_change"), "chlorine")

    def test_shrimps_too_is_poison(self) -> None:
        self.assertEqual(first("all_species_same_day invertebrates_affected darting_panic", FRESH, "household_chemical"), "poisoning")

    def test_at_dawn_largest_first_is_oxygen(self) -> None:
        self.assertEqual(first("worse_at_dawn largest_first gasping_at_surface", "coldwater_pond"), "low_oxygen")

    def test_a_new_tank_is_ammonia_or_nitrite(self) -> None:
        self.assertIn(first("rapid_breathing all_species_same_day", FRESH, "uncycled_tank"), ("ammonia", "nitrite"))

    def test_only_the_newcomers_in_the_first_days_is_the_journey(self) -> None:
        self.assertEqual(first("lethargy faded_colour hiding_apart -spread_over_days", FRESH, "new_arrival_14d", "netted_or_shipped_48h"), "transport_stress")

    def test_one_now_and_then_is_tuberculosis(self) -> None:
        self.assertEqual(first("deaths_trickle sunken_belly_eating bent_spine"), "mycobacteriosis")


class MustNotBeHidden(TestCase):
    def test_the_lethal_one_stays_on_the_sheet(self) -> None:
        """Grains on one sea fish that breathes fast: velvet stays, and nothing is called told apart."""
        got = ranking("white_spots_countable rapid_breathing", "marine")
        velvet = next(r for r in got.ranked if r.condition == "marine_velvet")
        self.assertEqual((velvet.tag, velvet.must_show), ("worst if missed", True))
        self.assertFalse(got.can_be_told)
        self.assertIn("marine velvet is not ruled out", got.verdict)

    def test_koi_with_rotting_gills(self) -> None:
        """Koi and common carp only, gills mottled, eyes sunken (WOAH, IFAS; recalled): reported, never treated."""
        got = ranking("gills_dead_patches carp_only sunken_eyes rapid_breathing", "coldwater_pond", kin="koi_carp")
        self.assertEqual(got.ranked[0].condition, "khv")
        khv = FOUND.conditions["khv"]
        self.assertEqual((khv.notifiable, khv.protocols), ("most places", ()))
        self.assertEqual([a for a in khv.helps if a.startswith("treat_")], [])

    def test_what_infects_the_keeper_is_shown(self) -> None:
        got = ranking("deaths_trickle sunken_belly_eating")
        shown = {r.condition for r in got.ranked if r.must_show}
        self.assertIn("mycobacteriosis", shown)
        known = {c.id for c in FOUND.conditions.values() if c.harms_keeper == "known"}
        self.assertEqual(known, {"aeromonas", "mycobacteriosis", "edwardsiella", "vibriosis", "streptococcus"})


class Verdicts(TestCase):
    def test_poor_evidence_is_called_so(self) -> None:
        self.assertTrue(ranking("lethargy").verdict.startswith("Can’t be told apart yet: too little was seen"))
        self.assertEqual(ranking("").verdict, "Nothing looked at yet.")
        self.assertEqual(ranking("-lethargy -flashing").verdict, "Nothing seen yet.")

    def test_what_the_eye_cannot_part_is_answered_together(self) -> None:
        got = ranking("flashing flat_grey_sheen -white_spots_countable -gold_grey_dust -ammonia_raised")
        assert got.together is not None
        self.assertEqual(got.together.id, "skin_or_gill_parasite")
        self.assertGreater(got.together_share, 0.5)
        self.assertIn("skin or gill parasite, kind unknown", got.verdict)

    def test_the_microscope_parts_them(self) -> None:
        """A spinning saucer with a ring of teeth is Trichodina, whatever the skin looks like (Noga, recalled)."""
        eye = "flashing flat_grey_sheen"
        for find, condition in (
            ("scope_saucer_ring", "trichodina"), ("scope_tiny_flicker", "costia"), ("scope_heart_bean_glider", "chilodonella"),
            ("scope_fluke_no_eyes", "skin_flukes"), ("scope_fluke_eyespots", "gill_flukes"),
        ):  # fmt: skip
            with self.subTest(find):
                got = ranking(f"{eye} {find}")
                self.assertEqual(got.ranked[0].condition, condition)
                self.assertIsNone(got.together)

    def test_microscope_finds_outrank_signs(self) -> None:
        """Signs of white spot, but rods in haystacks and broad threads under the microscope decide."""
        self.assertEqual(first("white_spots_countable scope_brown_pear_still"), "freshwater_velvet")
        self.assertEqual(first("flat_grey_sheen scope_haystack_rods"), "columnaris")
        self.assertEqual(first("cottony_tufts scope_stalked_bells"), "epistylis")

    def test_fast_breathing_by_glances_alone_is_never_told(self) -> None:
        glance = ranking("rapid_breathing slime_sheets off_food", "marine", kin="clownfish")
        self.assertGreater(glance.ranked[0].share, 0.5)
        self.assertFalse(glance.can_be_told)
        self.assertTrue(ranking("rapid_breathing slime_sheets off_food -gold_grey_dust", "marine", kin="clownfish").can_be_told)

    def test_contrary_acts(self) -> None:
        """Cooling helps against columnaris and feeds water mould; white spot and velvet of fresh water share the salt."""
        c = FOUND.conditions
        self.assertTrue(contrary(c["columnaris"], c["saprolegnia"], found=FOUND))
        self.assertTrue(contrary(c["ammonia"], c["gill_flukes"], found=FOUND))
        self.assertFalse(contrary(c["ich"], c["freshwater_velvet"], found=FOUND))

    def test_every_share_lies_in_its_band(self) -> None:
        for line in ranking("gold_grey_dust lethargy", "marine").ranked:
            self.assertLessEqual(line.share_low, line.share)
            self.assertGreaterEqual(line.share_high, line.share)

    def test_names_stand_in_a_sentence(self) -> None:
        self.assertEqual(mid_sentence("Marine velvet"), "marine velvet")
        self.assertEqual(mid_sentence("pH or salt shock"), "pH or salt shock")


class TwoAtOnce(TestCase):
    def test_white_spot_and_worms(self) -> None:
        """Grains with red threads at the vent: no one condition makes both."""
        two = ranking("white_spots_countable flashing red_worms_vent sunken_belly_eating").two
        assert two is not None
        self.assertEqual({two.one, two.other}, {"ich", "camallanus"})
        self.assertGreater(two.odds, 1)
        self.assertIn("red_worms_vent", two.unexplained)

    def test_one_that_explains_all_needs_no_second(self) -> None:
        self.assertIsNone(ranking("white_spots_countable flashing spread_over_days").two)
        self.assertIsNone(ranking("pinecone_scales swollen_belly_even both_eyes_bulging").two)

    def test_a_common_sign_left_over_is_no_second_disease(self) -> None:
        self.assertIsNone(ranking("white_spots_countable flashing lethargy hiding_apart").two)


class EvidenceTold(TestCase):
    def test_for_against_and_not_looked_at(self) -> None:
        """White spot: countable grains 0.70 x 0.98 / 1.10 (its set sums to 1.1) against 0.10, rubbing 0.70 / 0.20, in decibans; a sore against."""
        ich = ranking("white_spots_countable flashing red_open_sores -cottony_tufts").ranked[0]
        self.assertEqual([(e.sign, round(e.decibans, 1), e.marks) for e in ich.evidence_for], [("white_spots_countable", 7.9, 3), ("flashing", 5.4, 2)])
        self.assertEqual([(e.sign, e.seen) for e in ich.evidence_against], [("red_open_sores", True)])
        self.assertIn("scope_horseshoe_ciliate", ich.not_looked_at)
