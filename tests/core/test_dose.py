"""Doses, tools, water changes, labels."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from pennywort.core.errors import InvalidInput, NotKnownYet, Refused
from pennywort.core.medicine.dose import (
    Water,
    after_change_mg_per_l,
    known_water,
    label_dose_ml,
    mass_for_target_mg,
    put_back_mg,
    put_back_ml,
    reach,
)
from pennywort.core.medicine.label import LabelDirections, check_label
from pennywort.core.medicine.tools import in_tools
from pennywort.core.reference import library

FOUND = library()
US_GALLON_L = 3.785411784
volumes = st.floats(min_value=1, max_value=5000)


class Arithmetic(TestCase):
    def test_srac_410(self) -> None:
        """SRAC Publication 410, Jensen 1989 (from memory): what 1 mg/L takes in a gallon, ten, a cubic foot, an acre-foot."""
        for litres, mg, relative in (
            (US_GALLON_L, 3.785, 1e-3),
            (10 * US_GALLON_L, 37.85, 1e-3),
            (28.316846592, 28.3, 2e-3),
            (1233481.8375, 1_233_500, 1e-3),
            (1000, 1000, 1e-12),
        ):
            with self.subTest(litres=litres):
                self.assertAlmostEqual(mass_for_target_mg(net_volume_l=litres, target_mg_per_l=1), mg, delta=mg * relative)

    def test_an_acre_foot_takes_2_72_pounds(self) -> None:
        """SRAC 410 (from memory): 2.72 lb per acre-foot for 1 mg/L; pound from NIST."""
        self.assertAlmostEqual(mass_for_target_mg(net_volume_l=1233481.8375, target_mg_per_l=1) / 453_592.37, 2.72, places=2)

    def test_salt_by_the_gallon(self) -> None:
        """0.1 % is 1 g/L: 3.785 g in a US gallon, 37.85 g in ten (arithmetic); 0.3 % is 11.36 g in one."""
        self.assertAlmostEqual(mass_for_target_mg(net_volume_l=US_GALLON_L, target_mg_per_l=1000), 3785.4, delta=0.1)
        self.assertAlmostEqual(mass_for_target_mg(net_volume_l=US_GALLON_L, target_mg_per_l=3000), 11356.2, delta=0.1)

    def test_permanganate_check_value(self) -> None:
        """2 mg/L in ten US gallons is 75.7 mg (arithmetic; UF/IFAS FA-37 gives the same, from memory)."""
        self.assertAlmostEqual(mass_for_target_mg(net_volume_l=10 * US_GALLON_L, target_mg_per_l=2), 75.7, delta=0.05)

    def test_a_label_scales_with_the_water(self) -> None:
        """Common practice: a 10-gal packet treats a third of itself in 3 gal."""
        self.assertAlmostEqual(label_dose_ml(net_volume_l=3 * US_GALLON_L, label_amount_ml=10, label_per_volume_l=10 * US_GALLON_L), 3.0, places=9)

    def test_only_what_is_missing_is_added(self) -> None:
        """The board's own slip: 85.0 L from 1.86 to 2.25 mg/L takes 33.15 mg; at the target nothing more."""
        self.assertAlmostEqual(mass_for_target_mg(net_volume_l=85, target_mg_per_l=2.25, level_now_mg_per_l=1.86), 33.15, places=9)
        self.assertEqual(mass_for_target_mg(net_volume_l=85, target_mg_per_l=2, level_now_mg_per_l=2.5), 0.0)

    @given(volumes, st.floats(min_value=0.01, max_value=5000), st.floats(min_value=0.1, max_value=50))
    def test_scaling_the_volume_scales_the_dose(self, volume_l: float, target: float, factor: float) -> None:
        one = mass_for_target_mg(net_volume_l=volume_l, target_mg_per_l=target)
        more = mass_for_target_mg(net_volume_l=volume_l * factor, target_mg_per_l=target)
        self.assertAlmostEqual(more, one * factor, delta=more * 1e-9)
        label = label_dose_ml(net_volume_l=volume_l * factor, label_amount_ml=5, label_per_volume_l=37.85)
        self.assertAlmostEqual(label, label_dose_ml(net_volume_l=volume_l, label_amount_ml=5, label_per_volume_l=37.85) * factor, delta=label * 1e-9)

    @given(volumes, st.floats(min_value=0.01, max_value=5000), st.floats(min_value=0, max_value=1))
    def test_what_goes_back_restores_the_level(self, volume_l: float, level: float, share: float) -> None:
        """C (1 - f) + V C f / V = C: never a full dose after a part change."""
        back = put_back_mg(net_volume_l=volume_l, level_mg_per_l=level, changed_fraction=share)
        after = after_change_mg_per_l(level_mg_per_l=level, changed_fraction=share)
        self.assertAlmostEqual(after + back / volume_l, level, delta=level * 1e-9)
        self.assertAlmostEqual(put_back_ml(dose_ml=8, changed_fraction=share), 8 * share)

    def test_impossible_figures_name_their_field(self) -> None:
        for call, field in (
            (lambda: mass_for_target_mg(net_volume_l=0, target_mg_per_l=1), "tank"),
            (lambda: mass_for_target_mg(net_volume_l=float("nan"), target_mg_per_l=1), "tank"),
            (lambda: mass_for_target_mg(net_volume_l=10, target_mg_per_l=-1), "target"),
            (lambda: mass_for_target_mg(net_volume_l=10, target_mg_per_l=1, level_now_mg_per_l=-1), "level_now"),
            (lambda: label_dose_ml(net_volume_l=10, label_amount_ml=0, label_per_volume_l=10), "label_amount"),
            (lambda: label_dose_ml(net_volume_l=10, label_amount_ml=5, label_per_volume_l=float("inf")), "label_per_volume"),
            (lambda: after_change_mg_per_l(level_mg_per_l=1, changed_fraction=1.5), "share"),
            (lambda: put_back_ml(dose_ml=1, changed_fraction=-0.1), "share"),
        ):
            with self.subTest(field), self.assertRaises(InvalidInput) as caught:
                call()  # type: ignore[no-untyped-call]
            self.assertEqual(caught.exception.field, field)

    def test_no_volume_is_another_error_than_a_wrong_one(self) -> None:
        with self.assertRaises(NotKnownYet):
            known_water(None)
        with self.assertRaises(InvalidInput):
            known_water(Water(net_volume_l=-1))

    def test_the_band_follows_the_water(self) -> None:
        """2000 mg into 100 +- 5 L: 20 mg/L, between 2000 / 110 and 2000 / 90 (two standard deviations)."""
        got = reach(water=Water(net_volume_l=100, net_uncertainty_l=5), added_mg=2000)
        self.assertAlmostEqual(got.concentration_mg_per_l, 20.0)
        self.assertAlmostEqual(got.low_mg_per_l, 2000 / 110)
        self.assertAlmostEqual(got.high_mg_per_l, 2000 / 90)


class Tools(TestCase):
    def best(self, amount: float, measures: str = "mass", spoons: bool = False) -> tuple[str, str, float]:
        options = in_tools(amount, measures=measures, tools=FOUND.tools.values(), spoons=FOUND.actives["sodium_chloride"].spoons if spoons else None)  # type: ignore[arg-type]
        return options[0].tool.id, options[0].words, options[0].amount

    def test_the_tool_that_resolves_it(self) -> None:
        self.assertEqual(self.best(112.5), ("scale_1mg", "112 mg", 112))
        self.assertEqual(self.best(425), ("scale_10mg", "420 mg", 420))
        self.assertEqual(self.best(57_000), ("scale_1g", "57 g", 57_000))
        self.assertEqual(self.best(11.2, "volume"), ("syringe_5ml", "2 full and 1.2 mL", 11.200000000000001))
        self.assertEqual(self.best(0.95, "volume")[:2], ("syringe_1ml", "0.96 mL"))

    def test_milligrams_are_not_weighed_on_a_kitchen_scale(self) -> None:
        """Common practice: 40 mg on a kitchen scale is how fish die."""
        options = {o.tool.id: o.verdict for o in in_tools(40, measures="mass", tools=FOUND.tools.values(), spoons=None)}
        self.assertEqual(options["scale_1g"], "too coarse")
        self.assertEqual(options["scale_1mg"], "fits best")
        self.assertNotIn("teaspoon", options)

    def test_a_spoon_is_only_ever_rough(self) -> None:
        """A level tablespoon of fine salt is 18 g (USDA household measures, from memory)."""
        options = {o.tool.id: o for o in in_tools(54_000, measures="mass", tools=FOUND.tools.values(), spoons=FOUND.actives["sodium_chloride"].spoons)}
        self.assertEqual((options["tablespoon"].words, options["tablespoon"].verdict, options["tablespoon"].amount), ("3 level tablespoons", "rough", 54_000))
        self.assertEqual(options["teaspoon"].words, "9 level teaspoons")

    def test_a_drop_too_small_to_measure_has_no_tool(self) -> None:
        options = in_tools(0.02, measures="volume", tools=FOUND.tools.values(), spoons=None)
        self.assertFalse(any(o.usable for o in options))

    @given(st.floats(min_value=30, max_value=100_000))
    def test_what_the_best_tool_measures_is_within_a_twentieth(self, amount: float) -> None:
        option = in_tools(amount, measures="mass", tools=FOUND.tools.values(), spoons=None)[0]
        self.assertTrue(option.usable)
        self.assertLessEqual(abs(option.amount - amount) / amount, 0.05)


class Labels(TestCase):
    def test_guard_rails(self) -> None:
        """Nothing by a label that no label says."""
        for change, kind, field in (
            ({"amount_ml": 500.0, "per_volume_l": 10.0}, Refused, "label.amount"),
            ({"days": 0}, InvalidInput, "label.days"),
            ({"days": 90}, InvalidInput, "label.days"),
            ({"every_h": 200.0}, InvalidInput, "label.every"),
            ({"every_h": 0.25, "days": 30}, InvalidInput, "label.every"),
            ({"product": "  "}, InvalidInput, "label.product"),
        ):
            good = {"product": "mix", "amount_ml": 5.0, "per_volume_l": 37.85, "every_h": 24.0, "days": 7}
            with self.subTest(change=change), self.assertRaises(kind) as caught:
                check_label(LabelDirections(**{**good, **change}))  # type: ignore[arg-type]
            self.assertEqual(caught.exception.field, field)
