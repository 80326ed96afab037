"""Every use of the formulary, in five waters from a cup to a pond, in every form and every tool: nothing passes its limit."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass
from unittest import TestCase

from pennywort.core.errors import PennywortError
from pennywort.core.medicine.dose import Water
from pennywort.core.medicine.formulary import Measured, Wanted, measure
from pennywort.core.medicine.guards import Surroundings
from pennywort.core.medicine.product import Product, active_in, listed_product, own_product
from pennywort.core.medicine.tools import COARSE_FRACTION, ROUGH_FRACTION, in_tools
from pennywort.core.reference import library
from pennywort.core.reference.formulary_models import Active, Use
from pennywort.core.units import Preferences, read_quantity, show_volume

FOUND = library()
TOOLS = list(FOUND.tools.values())
VOLUMES_L = (0.25, 2.0, 40.0, 400.0, 20_000.0)
READ = {"alkalinity": 120.0, "ph": 7.2, "temperature": 20.0, "oxygen": 8.0, "hardness": 60.0}
SCALE = {"mg/L": 1.0, "g/L": 1000.0, "uL/L": 1.0}


@dataclass(frozen=True, kw_only=True)
class Case:
    """One use of one product in one water, at one level of its range."""

    active: Active
    use: Use
    product: Product
    volume_l: float
    target: float
    told: Measured


def products_for(active: Active, use: Use) -> Iterator[Product]:
    """Every listed form that the use takes, and a tablet and a liquid of the keeper's own where it may be one."""
    for strength in active.strengths:
        product = listed_product(active, strength.id)
        if (use.strengths is None or strength.id in use.strengths) and use.dose and (use.dose.unit == "uL/L") == product.direct:
            yield product
    if use.dose and use.dose.unit == "mg/L":
        yield own_product(active, kind="mg_each", value=600.0)
        yield own_product(active, kind="mg_each", value=20.0)
        yield own_product(active, kind="mg_per_ml", value=7.3)


def cases() -> Iterator[Case]:
    for active, use in FOUND.uses.values():
        if use.dose is None or use.gate == "block" or use.dose.unit not in SCALE or use.route == "topical":
            continue
        for product in products_for(active, use):
            for volume_l in VOLUMES_L:
                for target in sorted({use.dose.low or use.dose.value, use.dose.value, use.dose.high or use.dose.value}):
                    here = Surroundings(water=use.water[0], readings=READ)
                    wanted = Wanted(target=target, confirmed=True, prescribed=True, product_confirmed=True)
                    try:
                        told = measure(
                            active,
                            use,
                            product=product,
                            water=Water(net_volume_l=volume_l),
                            here=here,
                            wanted=wanted,
                            found=FOUND,
                            tools=TOOLS,
                        )
                    except PennywortError:
                        continue
                    if told.amount is not None:
                        yield Case(active=active, use=use, product=product, volume_l=volume_l, target=target, told=told)


def limit_of(case: Case) -> float:
    """The highest level in mg/L, or µL/L, that this use names for itself, or what was asked for."""
    assert case.use.dose is not None
    ends = [case.use.dose.high or case.use.dose.value]
    if case.use.refuse_above:
        ends.append(case.use.refuse_above.value)
    return max(min(ends), case.target) * SCALE[case.use.dose.unit]


def reached_by(case: Case, amount: float) -> float:
    """The plain sum, without any of the code under test: mass over volume."""
    mass = amount * 1000 if case.product.direct else active_in(case.product, amount=amount)
    return mass / case.volume_l / (case.use.active_share or 1.0)


class EveryUse(TestCase):
    def test_no_amount_in_any_tool_passes_the_limit_of_its_use(self) -> None:
        """Half a tablet of 600 mg in 2 L was 150 mg/L where ten is the most: whatever is offered is summed up again."""
        seen = 0
        for case in cases():
            amount, limit = case.told.amount, limit_of(case)
            assert amount is not None
            offered = [t.amount for t in amount.tools if t.usable] + ([amount.stock.gives] if amount.stock else [])
            for taken in (*offered, amount.taken):
                seen += 1
                with self.subTest(use=case.use.id, product=case.product.name, volume=case.volume_l, target=case.target):
                    # a liquid of which more than a hundredth is poured in makes the water more by itself
                    poured_ml = amount.stock.take_ml if amount.stock else taken if amount.measures == "volume" else 0.0
                    thinned = case.volume_l / (case.volume_l + poured_ml / 1000)
                    self.assertLessEqual(reached_by(case, taken) * thinned, limit * (1 + 1e-6))
                    self.assertLessEqual(amount.reached, limit * (1 + 1e-6))
        self.assertGreater(seen, 4000)

    def test_what_is_offered_is_near_what_is_wanted(self) -> None:
        """Within a twentieth of the exact amount, 15 in a hundred where it says rough: never just the nearest mark."""
        for case in cases():
            amount = case.told.amount
            assert amount is not None
            for option in (t for t in amount.tools if t.usable):
                with self.subTest(use=case.use.id, product=case.product.name, volume=case.volume_l, tool=option.tool.id):
                    most = ROUGH_FRACTION if option.verdict == "rough" else COARSE_FRACTION
                    self.assertLessEqual(abs(option.amount - amount.exact), most * amount.exact * (1 + 1e-9))
            if amount.stock:
                with self.subTest(use=case.use.id, product=case.product.name, volume=case.volume_l, stock=amount.stock):
                    self.assertLessEqual(abs(amount.reached / (case.target * SCALE[case.use.dose.unit]) - 1), 0.06)  # type: ignore[union-attr]

    def test_nearly_every_amount_can_be_measured(self) -> None:
        """From a cup to a pond there is a tool, or a stock, for all but a few: those say so."""
        every = list(cases())
        unmeasured = [c for c in every if c.told.amount and not any(t.usable for t in c.told.amount.tools) and c.told.amount.stock is None]
        listed = [c for c in every if c.product.listed]
        self.assertLess(len([c for c in unmeasured if c.product.listed]), 0.05 * len(listed))
        for case in unmeasured:
            assert case.told.amount is not None
            too_many = any(t.verdict == "too many fills" for t in case.told.amount.tools)
            self.assertEqual("coarser" in case.told.words or "by weight" in case.told.words, too_many, case.told.words)
            self.assertEqual("finer" in case.told.words, not too_many, case.told.words)

    def test_one_fill_stands_before_many(self) -> None:
        for case in cases():
            assert case.told.amount is not None
            usable = [t for t in case.told.amount.tools if t.verdict in ("fits best", "fits")]
            if usable and usable[0].fills > 3:
                with self.subTest(use=case.use.id, volume=case.volume_l):
                    self.assertTrue(all(t.fills > 3 for t in usable))

    def test_a_volume_is_shown_to_a_hundredth(self) -> None:
        for volume_l in (*VOLUMES_L, 0.2366, 0.1, 1.04, 3.785, 9.96, 10.04, 37.85, 999.6, 12_345.0):
            for unit in ("l", "us_gal", "imp_gal"):
                mine = Preferences(volume=unit)
                back = read_quantity(show_volume(volume_l, mine).text, kind="volume", field="volume", preferences=mine)
                with self.subTest(volume=volume_l, unit=unit):
                    self.assertLessEqual(abs(back - volume_l) / volume_l, 0.01)


class Rounding(TestCase):
    def one(self, use_id: str, volume_l: float, product: Product | None = None, **wanted: float) -> Measured:
        active, use = FOUND.uses[use_id]
        return measure(
            active, use, product=product or listed_product(active, ""), water=Water(net_volume_l=volume_l),
            here=Surroundings(water=use.water[0], readings=READ),
            wanted=Wanted(confirmed=True, product_confirmed=True, **wanted), found=FOUND, tools=TOOLS,  # type: ignore[arg-type]
        )  # fmt: skip

    def test_a_tablet_too_large_for_the_water_is_crushed_into_a_stock(self) -> None:
        """Praziquantel 5 mg/L in 2 L is 10 mg: of a tablet of 600 mg not half, but 16.7 mL of one in a litre (arithmetic)."""
        told = self.one("pzq_1", 2.0, own_product(FOUND.actives["praziquantel"], kind="mg_each", value=600.0), target=5.0)
        assert told.amount is not None and told.amount.stock is not None
        self.assertFalse(any(t.usable for t in told.amount.tools))
        self.assertEqual((told.amount.stock.weigh, told.amount.measures), (1.0, "pieces"))
        given_mg = told.amount.stock.take_ml / told.amount.stock.made_up_to_ml * 600
        self.assertAlmostEqual(given_mg, 10.0, delta=0.4)
        self.assertTrue(told.amount.stock.suspended)

    def test_at_the_top_of_a_range_a_dose_is_rounded_down(self) -> None:
        """25 µL/L in 37.85 L is 0.946 mL: 0.94 on a syringe of 0.02 mL, never 0.96, which is 25.4."""
        told = self.one("form_1", 37.854, target=25.0)
        assert told.amount is not None
        self.assertLessEqual(told.amount.reached, 25.0)
        self.assertAlmostEqual(told.amount.taken, 0.94, places=6)
        # copper at 0.20 mg/L in 30 L is 23.58 mg of the pentahydrate: 23 mg are 0.195, 24 would be 0.2036
        told = self.one("cu_1", 30.0, target=0.2)
        assert told.amount is not None
        self.assertEqual(told.amount.taken, 23.0)
        self.assertLessEqual(told.amount.reached, 0.2)

    def test_a_stock_counts_its_own_water(self) -> None:
        """What 14 mL in 350 mL thin by 4 in 100 is poured in addition: v = A / (s - A / V) (mass balance)."""
        told = self.one("mb_1", 0.35, target=2.0)
        assert told.amount is not None and told.amount.stock is not None
        stock = told.amount.stock
        strength = stock.weigh / stock.made_up_to_ml
        # the plain mass balance of the mixed water, in mg/L
        self.assertAlmostEqual(strength * stock.take_ml / (350 + stock.take_ml) * 1000, told.amount.reached, delta=0.02)
        self.assertAlmostEqual(told.amount.reached, 2.0, delta=0.06)

    def test_a_full_syringe_is_full(self) -> None:
        """10 mL of a 5 mL syringe are two full ones, not "1 full and 5 mL"."""
        words = {o.tool.id: o.words for o in in_tools(10.0, measures="volume", tools=TOOLS, spoons=None)}
        self.assertEqual((words["syringe_5ml"], words["syringe_10ml"]), ("2 full", "10 mL"))
        self.assertEqual({o.tool.id: o.words for o in in_tools(11.2, measures="volume", tools=TOOLS, spoons=None)}["syringe_5ml"], "2 full and 1.2 mL")

    def test_a_pond_is_salted_from_sacks(self) -> None:
        """20 m³ at 3 g/L take 60 kg: two sacks of 25 kg and 10 kg, on a scale that holds them."""
        told = self.one("nacl_3", 20_000.0, target=3.0)
        assert told.amount is not None
        self.assertAlmostEqual(told.amount.taken, 60_000_000)
        self.assertEqual((told.amount.tools[0].words, told.amount.tools[0].verdict), ("2 sacks of 25 kg and 10 kg", "fits best"))

    def test_it_says_coarser_where_a_coarser_tool_is_needed(self) -> None:
        active, use = FOUND.uses["form_1"]
        fine = [t for t in FOUND.tools.values() if t.id in ("syringe_1ml", "scale_1mg")]
        told = measure(
            active, use, product=listed_product(active, ""), water=Water(net_volume_l=20_000), here=Surroundings(water=use.water[0], readings=READ),
            wanted=Wanted(confirmed=True, product_confirmed=True), found=FOUND, tools=fine,
        )  # fmt: skip
        self.assertIn("coarser", told.words)

    def test_halves_of_tablets_never_exceed_what_was_asked(self) -> None:
        """1.6 tablets of a dose at its limit are one and a half, 6 in 100 short, and are called rough."""
        options = in_tools(1.6, measures="pieces", tools=(), spoons=None, most=1.6, piece="tablet")
        self.assertEqual((options[0].amount, options[0].words, options[0].verdict), (1.5, "1½ tablets", "rough"))
        self.assertEqual(in_tools(0.2, measures="pieces", tools=(), spoons=None, piece="tablet")[0].verdict, "too coarse")
        self.assertTrue(math.isclose(in_tools(2.0, measures="pieces", tools=(), spoons=None)[0].amount, 2.0))
