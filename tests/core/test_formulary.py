"""The formulary's doses, gates and guards, and the arithmetic of corrections, food, salt and neutralisers."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from pennywort.core.errors import InvalidInput, NotKnownYet, PennywortError, Refused
from pennywort.core.medicine import correct, food, neutralise, salts
from pennywort.core.medicine.dose import Water, mass_for_target_mg
from pennywort.core.medicine.formulary import Measured, Wanted, measure
from pennywort.core.medicine.guards import Surroundings, cautions, meets
from pennywort.core.medicine.product import Product, in_product, listed_product, own_product
from pennywort.core.reference import library
from pennywort.core.reference.figures import Figure
from pennywort.core.reference.models import Spoons

FOUND = library()
US_GAL = 3.785411784
CUP_L = US_GAL / 16


def ask(use: str, volume_l: float | None, *, strength: str = "", product: Product | None = None, spread_l: float = 0.0, **more: Any) -> Measured:
    """A confirmed request of a use in its own water."""
    active, found = FOUND.uses[use]
    here = Surroundings(
        water=more.pop("water", found.water[0]), lives=frozenset(more.pop("lives", ())), running=frozenset(more.pop("running", ())),
        in_water=frozenset(more.pop("in_water", ())), readings=more.pop("readings", {}), biofilter=more.pop("biofilter", False),
    )  # fmt: skip
    wanted = Wanted(**{"confirmed": True, "product_confirmed": True, **more})
    if product is None and active.strengths:
        product = listed_product(active, strength)
    water = None if volume_l is None else Water(net_volume_l=volume_l, net_uncertainty_l=spread_l)
    return measure(active, found, product=product, water=water, here=here, wanted=wanted, found=FOUND, tools=list(FOUND.tools.values()))


def exact(use: str, volume_l: float, **more: Any) -> float:
    told = ask(use, volume_l, **more)
    assert told.amount is not None, told.words
    return told.amount.exact


class CheckValues(TestCase):
    """Section 2 of the reference, rows marked X (arithmetic), within 0.1 % or the last digit printed there."""

    def test_peroxide(self) -> None:
        """mL of 3 %, 6 % and 35 % w/w (density 1.13) for 75, 100 and 150 mg/L: CV-23 to CV-25."""
        for target, in_litre, in_gallon, in_cup, six, strong in (
            (75, 2.5, 9.464, 0.591, 1.25, 0.1896),
            (100, 3.3333, 12.618, 0.789, 1.6667, 0.2528),
            (150, 5.0, 18.927, 1.183, 2.5, 0.3793),
        ):
            for volume, strength, wanted in (
                (1, "w3", in_litre), (US_GAL, "w3", in_gallon), (CUP_L, "w3", in_cup), (1, "w6", six), (1, "w35", strong),
            ):  # fmt: skip
                self.assertAlmostEqual(exact("hp_6", volume, strength=strength, target=float(target)), wanted, delta=wanted * 1e-3)

    def test_practice_equivalences_of_peroxide(self) -> None:
        """150 mg/L: 1.25 mL per cup, 5 mL per L, 20 mL per gallon (common practice, within 6 %)."""
        for volume, common in ((CUP_L, 1.25), (1, 5), (US_GAL, 20)):
            self.assertAlmostEqual(exact("hp_6", volume, target=150.0), common, delta=common * 0.06)

    def test_formalin_by_its_own_volume(self) -> None:
        """25 uL/L is 0.946 mL in ten US gallons (CV-31); the keepers' 1 mL is 5.7 % more."""
        self.assertAlmostEqual(exact("form_1", 10 * US_GAL, target=25.0), 0.946, places=3)
        self.assertAlmostEqual(1 / exact("form_1", 10 * US_GAL, target=25.0), 1.057, places=3)
        self.assertAlmostEqual(exact("form_2", 10 * US_GAL, target=250.0, readings={"temperature": 20.0, "oxygen": 8.0}), 9.464, places=3)

    def test_permanganate(self) -> None:
        """2 mg/L in ten US gallons is 75.7 mg (CV-40), 0.757 mL of 1 % stock a gallon (CV-42); 10 mg/L there 378.5 mg (CV-41)."""
        self.assertAlmostEqual(exact("km_1", 10 * US_GAL), 75.7, places=1)
        self.assertAlmostEqual(exact("km_1", US_GAL, strength="stock_1"), 0.757, places=3)
        self.assertAlmostEqual(exact("km_2", 10 * US_GAL, target=10.0), 378.5, places=1)

    def test_copper(self) -> None:
        """0.15 mg/L as copper is 58.9 mg of the pentahydrate in 100 L (CV-61), 5.89 mL of its 1 % stock (CV-65)."""
        self.assertAlmostEqual(exact("cu_1", 100), 58.9, delta=0.06)
        self.assertAlmostEqual(exact("cu_1", 100, strength="stock_1"), 5.89, places=2)
        self.assertAlmostEqual(exact("cu_1", 10 * US_GAL, target=0.2), 29.7, delta=0.05)

    def test_copper_follows_alkalinity(self) -> None:
        """Alkalinity over 100, capped at 2.5 mg/L (CV-63); below 50 never, unread unknown."""
        for alkalinity, wanted in ((50, 0.5), (100, 1.0), (250, 2.5), (400, 2.5)):
            self.assertAlmostEqual(exact("cu_3", 100, readings={"alkalinity": alkalinity}), wanted * 100, delta=0.01)
        # the same as copper: 0.255 mg/L in 100 L from the 1 % stock is 10 mL (CV-63, CV-65)
        self.assertAlmostEqual(exact("cu_3", 100, strength="stock_1", readings={"alkalinity": 100}), 10.0, delta=0.01)
        told = ask("cu_3", 100, readings={"alkalinity": 100})
        assert told.amount is not None
        self.assertAlmostEqual(told.amount.reached, 1.0, delta=0.01)
        self.assertEqual(ask("cu_3", 100, readings={"alkalinity": 49}).verdict, "never")
        with self.assertRaises(NotKnownYet):
            ask("cu_3", 100)
        with self.assertRaises(Refused):
            ask("cu_3", 100, readings={"alkalinity": 100}, target=1.5)

    def test_complexed_copper_is_never_the_sulfate(self) -> None:
        """2 mg/L of free copper is ten times what kills (reference, mistake 5): only the keeper's own complexed product."""
        for strength in ("pentahydrate", "anhydrous", "stock_1"):
            with self.assertRaises(InvalidInput) as caught:
                ask("cu_2", 80, strength=strength)
            self.assertEqual(caught.exception.field, "strength")
        own = own_product(FOUND.actives["copper"], kind="mg_per_ml", value=5.2)
        self.assertAlmostEqual(exact("cu_2", 80, product=own, target=2.0), 2.0 * 80 / 5.2)

    def test_salt(self) -> None:
        """1 g/L in a US gallon is 3.785 g (CV-70), 3 % 113.6 g (CV-71)."""
        self.assertAlmostEqual(exact("nacl_3", US_GAL, target=1.0), 3785, delta=1)
        self.assertAlmostEqual(exact("nacl_1", US_GAL, target=30.0), 113_562, delta=60)

    def test_neutralisers(self) -> None:
        """CV-44 to CV-51: 0.3229, 0.589, 7.000, 2.484; 200 mg of permanganate take 2.15 mL of 3 % peroxide."""
        of = {(active, s.active): s.ratio for active in ("permanganate", "bleach") for s in FOUND.actives[active].stopped_by}
        # the neutral reactions by molar masses (IUPAC 2021), g/mol: 2 KMnO4 + 3 H2O2, 8 KMnO4 + 3 Na2S2O3.5H2O, 2 of that for Cl2, C6H8O6 for Cl2
        for pair, molar, short in (
            (("permanganate", "hydrogen_peroxide"), 3 * 34.0147 / (2 * 158.034), 0.3229),
            (("permanganate", "thiosulfate"), 3 * 248.184 / (8 * 158.034), 0.589),
            (("bleach", "thiosulfate"), 2 * 248.184 / 70.906, 7.000),
            (("bleach", "ascorbate"), 176.12 / 70.906, 2.484),
        ):
            self.assertAlmostEqual(of[pair] or 0.0, molar, delta=1e-4, msg=str(pair))
            self.assertAlmostEqual(of[pair] or 0.0, short, delta=5e-4, msg=str(pair))
        peroxide = neutralise.stopping(FOUND.actives["permanganate"], active_mg=200)[0]
        self.assertAlmostEqual(peroxide.amount_mg / peroxide.margin / 30, 2.15, places=2)

    def test_bleach(self) -> None:
        """200 mg/L from 5.25, 6 and 8.25 %: 3.70, 3.21, 2.29 mL/L (CV-54), and 14 g of thiosulfate for 10 L (STS-2)."""
        for strength, wanted in (("b525", 3.70), ("b6", 3.21), ("b825", 2.29)):
            product = listed_product(FOUND.actives["bleach"], strength)
            self.assertAlmostEqual(
                neutralise.disinfectant_ml(volume_l=1, chlorine_mg_per_l=200, strength_mg_per_ml=product.mg_per_ml or 0), wanted, delta=0.006
            )
        self.assertAlmostEqual(neutralise.stopping(FOUND.actives["bleach"], active_mg=2000)[0].amount_mg, 14_000, delta=5)

    def test_food(self) -> None:
        """50 mg/kg at 1, 2 and 0.5 % of body weight: 5, 2.5 and 10 mg/g (CV-120; SRAC 473)."""
        for eaten, wanted in ((0.01, 5), (0.02, 2.5), (0.005, 10)):
            self.assertAlmostEqual(food.medicated(biomass_g=100, mg_per_kg_day=50, eaten_fraction=eaten).active_mg_per_g, wanted)

    def test_changes(self) -> None:
        """35 to 12 g/L takes 65.7 % and to 15 57.1 % (CV-80); a quarter daily halves a level in three changes."""
        self.assertAlmostEqual(correct.change_to_come_down(reading=35, target=12), 0.657, places=3)
        self.assertAlmostEqual(correct.change_to_come_down(reading=35, target=15), 0.571, places=3)
        self.assertEqual(correct.changes_needed(reading=10, target=5, share=0.25), 3)


class Gates(TestCase):
    def test_care_asks_before_it_reckons(self) -> None:
        told = ask("hp_6", 10, confirmed=False)
        self.assertEqual((told.verdict, told.amount), ("confirm", None))
        self.assertTrue(any("strength" in c for c in told.confirm))

    def test_open_beyond_its_range_asks_too(self) -> None:
        self.assertEqual(ask("nacl_3", 45, target=2.0, confirmed=False).verdict, "amount")
        self.assertEqual(ask("nacl_3", 45, target=4.0, confirmed=False).verdict, "confirm")

    def test_a_vet_decides(self) -> None:
        told = ask("mtz_1", 85)
        self.assertEqual((told.verdict, told.amount), ("vet", None))
        self.assertAlmostEqual(exact("mtz_1", 85, target=7.0, prescribed=True), 595)

    def test_blocked_is_never_reckoned(self) -> None:
        for use in ("op_1", "ivm_1", "mg_3", "km_4", "hp_10", "clo_1", "cu_4"):
            told = ask(use, 85, target=1.0, prescribed=True)
            self.assertEqual((told.verdict, told.amount), ("block", None), use)

    def test_guard_rails_hold_and_slips_of_units_are_named(self) -> None:
        """GR-02, GR-03, GR-05, GR-07, GR-09; three times the published high is named as a slip."""
        for use, target in (("nacl_3", 5.1), ("form_1", 26.4), ("km_1", 2.1), ("hp_6", 151.0), ("cu_1", 0.21), ("pzq_1", 10.5)):
            with self.subTest(use), self.assertRaises(Refused) as caught:
                ask(use, 85, target=target)
            self.assertEqual(caught.exception.field, "target")
        with self.assertRaisesRegex(Refused, "slip of units"):
            ask("mg_1", 85, target=0.3)
        with self.assertRaisesRegex(Refused, "slip of units"):
            ask("mtz_1", 85, target=250.0, prescribed=True)

    def test_a_seldom_strength_is_asked_back(self) -> None:
        told = ask("hp_6", 10, strength="w35", product_confirmed=False)
        self.assertEqual((told.verdict, told.amount), ("asks", None))
        own = own_product(FOUND.actives["hydrogen_peroxide"], kind="percent_w_w", value=30, density_kg_per_l=1.11)
        self.assertTrue(own.asks)
        self.assertFalse(own_product(FOUND.actives["hydrogen_peroxide"], kind="percent_w_v", value=3).asks)

    def test_every_use_answers(self) -> None:
        """Each of the 118 uses, confirmed and prescribed: an amount, or why there is none; never less than nothing."""
        for name, (active, use) in FOUND.uses.items():
            with self.subTest(name):
                readings = {"alkalinity": 120.0, "temperature": 20.0, "oxygen": 8.0, "ph": 7.2}
                target = use.dose.value if use.dose else None
                if use.gate != "block" and use.dose and use.dose.unit in ("mg/kg", "mg/g"):
                    with self.assertRaisesRegex(InvalidInput, "measure it as food"):
                        ask(name, 60, readings=readings, target=target, prescribed=True)
                    continue
                product = own_product(active, kind="mg_per_ml", value=5.2) if use.strengths == () else None
                told = ask(name, 60, product=product, readings=readings, target=target, prescribed=use.gate == "vet")
                self.assertIn(told.verdict, ("amount", "steps", "block"))
                self.assertEqual(told.verdict == "amount", told.amount is not None)
                if told.amount is not None:
                    self.assertGreater(told.amount.exact, 0)
                    self.assertTrue(told.cautions, active.id)


class NeverSilently(TestCase):
    def test_what_lives_there(self) -> None:
        told = ask("cu_1", 85, lives={"invertebrates"})
        self.assertEqual((told.verdict, told.amount), ("never", None))
        self.assertTrue(told.cautions[0].text.startswith("shrimp, corals"))
        self.assertIn("care", {c.level for c in ask("nacl_3", 45, lives={"loach_catfish"}).cautions})

    def test_what_runs_there(self) -> None:
        self.assertEqual(ask("pzq_1", 45, running={"carbon"}).verdict, "never")
        self.assertEqual(ask("pzq_1", 45, running={"uv"}).verdict, "amount")
        # a bath is a vessel of its own
        self.assertEqual(ask("pzq_2", 10, running={"carbon"}).verdict, "amount")

    def test_what_is_in_it(self) -> None:
        """IX-01 formalin and permanganate never; IX-29 chloroquine and praziquantel with care; unlisted: one at a time."""
        self.assertEqual(ask("km_1", 85, in_water={"formalin"}).verdict, "never")
        self.assertEqual(ask("form_1", 85, in_water={"permanganate"}).verdict, "never")
        told = ask("pzq_1", 85, in_water={"chloroquine"})
        self.assertEqual(told.verdict, "amount")
        self.assertTrue(any("chloroquine is in this water" in c.text and c.level == "care" for c in told.cautions))
        self.assertTrue(any("one treatment at a time" in c.text for c in ask("pzq_1", 85, in_water={"bronopol"}).cautions))

    def test_the_water(self) -> None:
        """Formalin: never above 27 degC, at 250 uL/L never above 21, never under 5 mg/L oxygen; unread: read it first."""
        self.assertEqual(ask("form_1", 85, readings={"temperature": 27.5}).verdict, "never")
        self.assertEqual(ask("form_2", 10, readings={"temperature": 22.0}).verdict, "never")
        self.assertEqual(ask("form_1", 85, readings={"oxygen": 4.0, "temperature": 24.0}).verdict, "never")
        self.assertTrue(any("read the oxygen first" in c.text for c in ask("form_1", 85, readings={"temperature": 24.0}).cautions))
        self.assertEqual(ask("km_1", 85, water="marine").verdict, "never")

    def test_past_its_date(self) -> None:
        active, use = FOUND.uses["pzq_1"]
        lines = cautions(active, use, met=meets(active, use, here=Surroundings(water="marine", expired=True), found=FOUND))
        self.assertEqual((lines[0].level, lines[0].text), ("never", "this praziquantel is past its date: nobody knows its strength"))

    def test_the_filter(self) -> None:
        self.assertEqual(ask("mb_1", 85, biofilter=True).verdict, "never")
        self.assertEqual(ask("mb_1", 85).verdict, "amount")

    def test_the_keeper_is_warned(self) -> None:
        for use in ("form_1", "km_1", "hp_6", "ct_1", "mg_1"):
            self.assertTrue(any(c.text.startswith("for you:") for c in ask(use, 40, readings={"temperature": 20.0, "oxygen": 8.0}).cautions), use)


class InTheTool(TestCase):
    def test_what_no_scale_reads_becomes_a_stock(self) -> None:
        """0.5 mg of malachite green: 25 mg in 100 mL, of which 2 mL hold 0.5 mg (arithmetic)."""
        told = ask("mg_1", 10)
        assert told.amount is not None and told.amount.stock is not None
        stock = told.amount.stock
        self.assertEqual((stock.weigh, stock.made_up_to_ml, stock.take_ml), (25.0, 100.0, 2.0))
        self.assertAlmostEqual(stock.gives, 0.5)
        self.assertAlmostEqual(told.amount.reached, 0.05)

    def test_tablets_come_in_halves(self) -> None:
        """2.5 mg/L in 100 L from 150 mg tablets: 1.67, so a tablet and a half reaches 2.25 mg/L."""
        product = own_product(FOUND.actives["praziquantel"], kind="mg_each", value=150)
        told = ask("pzq_1", 100, product=product)
        assert told.amount is not None
        self.assertEqual((told.amount.measures, told.amount.taken), ("pieces", 1.5))
        self.assertAlmostEqual(told.amount.reached, 2.25)

    def test_an_uncertain_volume_may_leave_the_range(self) -> None:
        told = ask("cu_1", 100, target=0.2, spread_l=8)
        assert told.amount is not None
        self.assertTrue(told.amount.leaves_range)
        self.assertAlmostEqual(told.amount.reached_high, told.amount.reached * 100 / 84, places=6)
        self.assertFalse(ask("pzq_1", 100, spread_l=2).amount.leaves_range)  # type: ignore[union-attr]

    def test_the_keepers_own_spoon(self) -> None:
        """90 g of a coarse salt of 4.5 g a teaspoon: 20 of them, where fine salt takes 15 (arithmetic)."""
        coarse = Figure(value=4.5, low=4.3, high=4.7, unit="g", source=("label",), confidence="C", recalled=False)
        spoons = Spoons(teaspoon=coarse, tablespoon=coarse.model_copy(update={"value": 13.5, "low": 12.9, "high": 14.1}))
        for own, wanted in ((None, "15 level teaspoons"), (spoons, "20 level teaspoons")):
            told = ask("nacl_3", 45, target=2.0, spoons=own)
            assert told.amount is not None
            words = {t.name: t.words for t in told.amount.tools}
            self.assertEqual(words["level teaspoon"], wanted)

    def test_strengths(self) -> None:
        """35 % w/w of density 1.13 holds 395.5 mg/mL, 35 % w/v 350 (arithmetic)."""
        active = FOUND.actives["hydrogen_peroxide"]
        self.assertAlmostEqual(own_product(active, kind="percent_w_w", value=35, density_kg_per_l=1.13).mg_per_ml or 0, 395.5)
        self.assertAlmostEqual(own_product(active, kind="percent_w_v", value=35).mg_per_ml or 0, 350)
        self.assertEqual(in_product(own_product(active, kind="purity_percent", value=50), active_mg=10), ("mass", 20))
        for kind, value in (("percent_w_v", 0), ("percent_w_v", float("nan")), ("percent_w_w", 101), ("purity_percent", 120), ("mg_per_ml", 1e9)):
            with self.assertRaises(InvalidInput):
                own_product(active, kind=kind, value=value)  # type: ignore[arg-type]

    @given(
        st.sampled_from(sorted(FOUND.uses)), st.floats(0.05, 100_000), st.floats(allow_nan=True, allow_infinity=True), st.floats(-1, 1e6), st.floats(-0.5, 1.5)
    )
    @settings(max_examples=150, deadline=None)
    def test_no_request_gives_less_than_nothing_or_breaks(self, use: str, volume: float, target: float, now: float, share: float) -> None:
        try:
            told = ask(
                use, volume, target=target, level_now=now, share=share, prescribed=True, readings={"alkalinity": 100.0, "oxygen": 8.0, "temperature": 20.0}
            )
        except PennywortError as error:
            self.assertTrue(error.message)
            return
        if told.amount is not None:
            self.assertGreaterEqual(told.amount.exact, 0)
            self.assertGreaterEqual(told.amount.reached, 0)


class Corrections(TestCase):
    def test_up_down_and_back(self) -> None:
        """1.86 to 2.25 mg/L in 85 L is 33.2 mg; a quarter changed at 2 g/L in 45 L puts back 22.5 g (arithmetic)."""
        self.assertAlmostEqual(mass_for_target_mg(net_volume_l=85, level_now_mg_per_l=1.86, target_mg_per_l=2.25), 33.15)
        after = correct.after_change(net_volume_l=45, level_mg_per_l=2000, share=0.25)
        self.assertEqual((after.level_mg_per_l, after.put_back_mg), (1500, 22_500))

    def test_full_doses_after_each_change_pile_up_to_four(self) -> None:
        """A quarter changed daily and a full dose each time climbs towards four times the dose (reference, mistake 7)."""
        level = 1.0
        for _ in range(60):
            level = correct.after_change(net_volume_l=1, level_mg_per_l=level, share=0.25).level_mg_per_l + 1
        self.assertAlmostEqual(level, 4.0, places=6)

    def test_six_in_all(self) -> None:
        """Permanganate: no more than 6 mg/L in all (UF/IFAS FA-37, recalled)."""
        self.assertEqual(correct.within_total(given_mg_per_l=4, wanted_mg_per_l=2, most_mg_per_l=6), 2)
        with self.assertRaises(Refused):
            correct.within_total(given_mg_per_l=5, wanted_mg_per_l=2, most_mg_per_l=6)

    def test_what_can_not_come_down(self) -> None:
        for reading, target, fresh, field in ((2, 3, 0, "target"), (5, 2, 2, "fresh"), (-1, 0, 0, "reading")):
            with self.assertRaises(InvalidInput) as caught:
                correct.change_to_come_down(reading=reading, target=target, fresh=fresh)
            self.assertEqual(caught.exception.field, field)


class Salts(TestCase):
    def test_down_in_two_days(self) -> None:
        """35 to 12 g/L for sea fish in two even steps; the shares changed multiply to the whole (arithmetic)."""
        days = salts.steps(net_volume_l=100, now_g_per_l=35, target_g_per_l=12, fish="marine")
        self.assertEqual([round(d.ends_at_g_per_l, 2) for d in days], [23.5, 12.0])
        left = 35.0
        for day in days:
            left *= 1 - day.change_fraction
        self.assertAlmostEqual(left, 12.0)

    def test_against_nitrite(self) -> None:
        """2 mg/L as nitrogen is 6.57 as NO2: ten to one takes 108.3 mg/L of salt (CV-73); what is there already counts."""
        self.assertAlmostEqual(salts.against_nitrite_mg_per_l(nitrite_mg_per_l=6.569, chloride_mg_per_l=0), 108.3, places=1)
        self.assertEqual(salts.against_nitrite_mg_per_l(nitrite_mg_per_l=1, chloride_mg_per_l=50), 0)

    def test_up_slowly_for_soft_water_fish(self) -> None:
        days = salts.steps(net_volume_l=100, now_g_per_l=0, target_g_per_l=1, fish="soft")
        self.assertEqual([d.add_g for d in days], [50.0, 50.0])

    def test_brine_for_a_swap(self) -> None:
        """20 L of 100 L at 35 to 36.1 g/L: replace by 40.5 g/L (arithmetic)."""
        self.assertAlmostEqual(salts.brine_g_per_l(net_volume_l=100, swapped_l=20, now_g_per_l=35, target_g_per_l=36.1), 40.5)
        with self.assertRaises(InvalidInput):
            salts.brine_g_per_l(net_volume_l=100, swapped_l=1, now_g_per_l=0, target_g_per_l=35)


class Feeding(TestCase):
    def test_weight_from_length(self) -> None:
        """W = a L^b: ten in a hundred too long is a third too heavy (reference, mistake 9)."""
        for body in food.BODY:
            one, other = (food.mass_from_length_g(length_cm=x, body=body) for x in (10, 11))
            self.assertAlmostEqual(other / one, 1.33, delta=0.02)

    def test_mg_per_kg_of_food_is_named(self) -> None:
        for dose in (0.5, 5000):
            with self.assertRaises(Refused) as caught:
                food.medicated(biomass_g=100, mg_per_kg_day=dose, eaten_fraction=0.01)
            self.assertEqual(caught.exception.field, "dose")
