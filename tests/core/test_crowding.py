"""Which water runs out of air first."""

from __future__ import annotations

from unittest import TestCase

from pennywort.core.errors import InvalidInput
from pennywort.core.outcome.crowding import grams_per_l
from pennywort.core.reference import library


class Crowding(TestCase):
    def test_one_large_fish_weighs_more_than_many_small_ones(self) -> None:
        """By hand with W = 0.0112 L^3.04 (Froese, Thorson and Reyes 2014, recalled): 30 cm are 346 g, 3 cm 0.316 g; in 100 L 3.46 and, of twenty, 0.063 g/L."""
        self.assertAlmostEqual(grams_per_l([(1, 30.0)], net_volume_l=100.0), 3.465, places=2)
        self.assertAlmostEqual(grams_per_l([(20, 3.0)], net_volume_l=100.0), 0.0632, places=3)
        self.assertEqual(grams_per_l([(2, None)], net_volume_l=10.0), grams_per_l([(2, 8.0)], net_volume_l=10.0))
        self.assertEqual(grams_per_l([], net_volume_l=10.0), 0.0)

    def test_no_water(self) -> None:
        for litres in (0.0, -1.0, float("nan")):
            self.assertRaises(InvalidInput, grams_per_l, [], net_volume_l=litres)

    def test_every_kind_has_a_length_that_can_be(self) -> None:
        for species in library().species.values():
            grams_per_l([(1, species.adult_cm)], net_volume_l=50.0)

    def test_air_comes_first_and_no_step_speaks_of_an_active_by_a_dose(self) -> None:
        for emergency in library().emergencies.values():
            self.assertGreaterEqual(len(emergency.steps), 4)
            self.assertNotRegex(" ".join(s.text for s in (*emergency.steps, *emergency.then)), r"\d+ ?(mg|mL|g/L)")
