"""Baths: whether their water fits the fish's own, how long, in how many turns, and buckets in a row."""

from __future__ import annotations

import math
from datetime import date
from unittest import TestCase

from pennywort.core.errors import InvalidInput, NotKnownYet, Refused
from pennywort.core.medicine.bath import BathWater, bath_minutes, left_fractions, match
from pennywort.core.medicine.dose import Water
from pennywort.core.medicine.formulary import Measured, Wanted, measure
from pennywort.core.medicine.guards import Surroundings
from pennywort.core.medicine.product import keeps_until, listed_product, stock_mg_per_ml
from pennywort.core.medicine.salts import carried
from pennywort.core.medicine.steps import BathStep, bath_steps, dips_steps
from pennywort.core.medicine.tools import in_tools
from pennywort.core.reference import library
from pennywort.core.reference.models import Tool
from pennywort.core.water.osmolality import Dissolved

FOUND = library()
TDS_530, TDS_193 = ((Dissolved(salt=FOUND.salts["tds"], grams_per_l=g),) for g in (0.530, 0.193))


def bathe(use: str, *, target: float | None = None, water: BathWater | None = None, confirmed: bool = True, **here: object) -> Measured:
    active, found = FOUND.uses[use]
    around = Surroundings(water=found.water[0], bath=water or BathWater(), **here)  # type: ignore[arg-type]
    product = listed_product(active, "") if active.strengths else None
    return measure(
        active,
        found,
        product=product,
        water=Water(net_volume_l=10),
        here=around,
        wanted=Wanted(target=target, confirmed=confirmed, product_confirmed=True),
        found=FOUND,
        tools=list(FOUND.tools.values()),
    )


class Match(TestCase):
    def test_a_salt_bath_thinner_than_home_is_stopped(self) -> None:
        """A fish from TDS 530 put into tap of TDS 193 is diluted, not salted (common practice, a known mistake)."""
        told = bathe("km_2", water=BathWater(made_with=TDS_193, home=TDS_530))
        self.assertEqual((told.verdict, told.amount), ("never", None))
        self.assertIn("thinner than the water they come from (4 against 11", told.words)

    def test_enough_salt_in_thin_water_makes_it_saltier(self) -> None:
        """10 g/L of salt is near 318 mOsmol/kg: far above TDS 530."""
        told = bathe("nacl_2", target=10.0, water=BathWater(made_with=TDS_193, home=TDS_530))
        self.assertEqual(told.verdict, "amount")
        self.assertTrue(any(c.level == "know" and c.text.startswith("saltier") for c in told.cautions))

    def test_brackish_fish_are_not_bathed_in_less(self) -> None:
        """5 g/L of salt (about 159 mOsmol/kg) for a fish from 12 g/kg of sea salt (about 348)."""
        home = (Dissolved(salt=FOUND.sea_salt, grams_per_l=12.0),)
        self.assertEqual(bathe("nacl_2", target=5.0, water=BathWater(made_with=(), home=home)).verdict, "never")

    def test_warmth(self) -> None:
        _, use = FOUND.uses["km_2"]
        for bath_c, level in ((25.4, None), (24.0, "care"), (21.0, "never"), (29.0, "never")):
            lines = match(use, water=BathWater(bath_c=bath_c, home_c=25.0), salt=None, target_g_per_l=0)
            self.assertEqual([line.level for line in lines], [level] if level else [])

    def test_a_fresh_water_dip_is_thin_on_purpose(self) -> None:
        told = bathe("fwd_1", water=BathWater(made_with=(), home=(Dissolved(salt=FOUND.sea_salt, grams_per_l=35.0),), bath_c=25.0, home_c=25.2))
        self.assertEqual((told.verdict, told.amount), ("steps", None))


class Minutes(TestCase):
    def test_delicate_fish_stay_shorter(self) -> None:
        """Permanganate: 15 minutes for delicate fish, 30 at most (common practice); puffers two in fresh water (reference, section 4)."""
        _, km = FOUND.uses["km_2"]
        self.assertEqual(bath_minutes(km, None), 30)
        self.assertEqual(bath_minutes(km, None, lives=frozenset({"loach_catfish"})), 15)
        with self.assertRaisesRegex(Refused, "15 minutes here: delicate fish"):
            bath_minutes(km, 20, lives=frozenset({"small_tetra"}))
        with self.assertRaisesRegex(Refused, "Never longer than 30"):
            bath_minutes(km, 31)
        _, dip = FOUND.uses["fwd_1"]
        self.assertEqual(bath_minutes(dip, None, lives=frozenset({"puffer", "clownfish"})), 2)
        for wrong in (0.0, -1.0, float("nan")):
            with self.assertRaises(InvalidInput):
                bath_minutes(km, wrong)

    def test_what_is_left_of_a_mix(self) -> None:
        """Six hours halve peroxide: an hour leaves 2^(-1/6) = 0.8909; at two hours 2^(-1/2) = 0.7071, at a day 0.9715 (arithmetic)."""
        half = library().kinetics["hydrogen_peroxide"].half_life_h
        assert half is not None
        least, likely, most = left_fractions(half, minutes=60)
        self.assertAlmostEqual(likely, 0.8909, places=4)
        self.assertAlmostEqual(least, 0.7071, places=4)
        self.assertAlmostEqual(most, 0.9715, places=4)
        with self.assertRaises(InvalidInput):
            left_fractions(half, minutes=math.nan)

    def test_turns_in_one_mix(self) -> None:
        active, use = FOUND.uses["hp_6"]
        steps = bath_steps(active, use, minutes=30, volume_words="10 L", amount_words="25 mL", turns=3)
        self.assertEqual([s.lasts_min for s in steps if s.lasts_min], [30, 30, 30])
        self.assertEqual(sum("test strips must still show 50 mg/L" in s.text for s in steps), 2)
        with self.assertRaises(InvalidInput):
            bath_steps(active, use, minutes=30, volume_words="10 L", amount_words="25 mL", turns=21)

    def test_every_bucket_stands_ready_before_a_fish_goes_in(self) -> None:
        one = [BathStep(text="fill"), BathStep(text="fish in", lasts_min=45), BathStep(text="out", stop=True)]
        steps = dips_steps([("formalin", one), ("blue", one)])
        timed = [i for i, s in enumerate(steps) if s.lasts_min == 45]
        filled = [i for i, s in enumerate(steps) if s.text.endswith("fill")]
        self.assertEqual((len(timed), len(filled)), (2, 2))
        self.assertLess(max(filled), min(timed))
        self.assertEqual([s.lasts_min for s in steps if s.text.startswith("Rinse")], [1.0, 1.0])


class ByTable(TestCase):
    """Chloramine-T by pH, soft and hard (Cross and Hursey 1973, via Noga; recalled)."""

    def test_the_rows_and_between(self) -> None:
        for ph, hardness, most in ((6.0, 30, 2.5), (6.5, 200, 10), (7.0, 30, 10), (7.25, 30, 14), (7.0, 121, 15), (8.0, 30, 20), (8.6, 30, 20)):
            told = bathe("ct_2", readings={"ph": ph, "hardness": hardness})
            assert told.amount is not None
            self.assertAlmostEqual(told.amount.target, most, msg=f"{ph} {hardness}")

    def test_unread_acid_and_too_much(self) -> None:
        with self.assertRaises(NotKnownYet):
            bathe("ct_2")
        for readings, target in (({"ph": 5.8}, None), ({"ph": 7.0}, 12.0), ({"ph": 7.0, "hardness": 200.0}, 16.0)):
            with self.assertRaises(Refused):
                bathe("ct_2", readings=readings, target=target)


class Keeper(TestCase):
    def test_an_allergy_is_acknowledged_first(self) -> None:
        told = bathe("form_2", confirmed=False, readings={"temperature": 20.0, "oxygen": 8.0}, allergies=frozenset({"formaldehyde", "iodine"}))
        self.assertEqual(told.confirm[0], "I am allergic to formaldehyde: another handles it, or I am fully covered.")
        self.assertFalse(any("iodine" in line for line in told.confirm))

    def test_every_allergen_names_actives_that_warn_of_it(self) -> None:
        for allergen in FOUND.allergens.values():
            self.assertTrue(set(allergen.actives) <= set(FOUND.actives), allergen.id)


class Shelf(TestCase):
    def test_a_stock(self) -> None:
        """1 g made up to 100 mL is 10 mg/mL, a 1 % solution (arithmetic)."""
        self.assertAlmostEqual(stock_mg_per_ml(active_mg=1000, made_up_to_ml=100), 10)
        for mass, volume, field in ((0, 100, "weighed"), (10, 0, "made_up_to"), (1e9, 10, "weighed"), (float("nan"), 1, "weighed")):
            with self.assertRaises(InvalidInput) as caught:
                stock_mg_per_ml(active_mg=mass, made_up_to_ml=volume)
            self.assertEqual(caught.exception.field, field)

    def test_the_first_date_counts(self) -> None:
        made, label = date(2026, 11, 1), date(2026, 12, 24)
        self.assertEqual(keeps_until(expires_on=label, made_on=made, keeps_days=30), date(2026, 12, 1))
        self.assertEqual(keeps_until(expires_on=label, made_on=made, keeps_days=None), label)
        self.assertIsNone(keeps_until(expires_on=None, made_on=made, keeps_days=None))

    def test_drops_are_rough(self) -> None:
        """1.5 mL from a dropper of 20 in a millilitre is 30 drops, never better than rough (common practice)."""
        dropper = Tool(
            id="d", name="dropper", form="dropper", measures="volume", smallest_mark=0.05, largest_fill=3, source=("label",), confidence="C", recalled=False
        )
        got = in_tools(1.5, measures="volume", tools=[dropper], spoons=None)[0]
        self.assertEqual((got.words, got.verdict, round(got.amount, 9)), ("30 drops", "rough", 1.5))
        self.assertEqual(in_tools(5.0, measures="volume", tools=[dropper], spoons=None)[0].verdict, "too many fills")
        self.assertEqual(in_tools(0.1, measures="volume", tools=[dropper], spoons=None)[0].verdict, "too coarse")


class Carrying(TestCase):
    def test_evaporation_top_up_and_change(self) -> None:
        """100 L at 3 g/L: 10 L gone is 3.33; fresh water on top 3.00; a quarter changed 2.25, and 75 g go back (mass balance)."""
        got = carried(net_volume_l=100, now_g_per_l=3, evaporated_l=10, top_up_g_per_l=0, changed_fraction=0.25, new_water_g_per_l=0)
        self.assertAlmostEqual(got.after_evaporation_g_per_l, 10 / 3)
        self.assertAlmostEqual(got.after_top_up_g_per_l, 3)
        self.assertAlmostEqual(got.after_change_g_per_l, 2.25)
        self.assertAlmostEqual(got.put_back_g, 75)
        self.assertAlmostEqual(got.carried_off_g, 75)

    def test_topping_up_with_salt_water_creeps(self) -> None:
        """2 L a day of 3 g/L on top of 100 L: 0.06 g/L more each day, nothing to put back."""
        got = carried(net_volume_l=100, now_g_per_l=3, evaporated_l=2, top_up_g_per_l=3, changed_fraction=0, new_water_g_per_l=0)
        self.assertAlmostEqual(got.after_top_up_g_per_l, 3.06)
        self.assertEqual(got.put_back_g, 0)

    def test_what_can_not_be(self) -> None:
        good = {"net_volume_l": 100.0, "now_g_per_l": 3.0, "evaporated_l": 2.0, "top_up_g_per_l": 0.0, "changed_fraction": 0.1, "new_water_g_per_l": 0.0}
        for change, field in (
            ({"now_g_per_l": -1.0}, "now"), ({"evaporated_l": 60.0}, "evaporated"), ({"changed_fraction": 1.2}, "share"),
            ({"net_volume_l": 0.0}, "volume"), ({"new_water_g_per_l": float("nan")}, "new_water"),
        ):  # fmt: skip
            with self.assertRaises(InvalidInput) as caught:
                carried(**{**good, **change})
            self.assertEqual(caught.exception.field, field)
