"""Steps of salinity: never away from where they lead, in even parts, with what is swapped for each."""

from __future__ import annotations

from unittest import TestCase

from pennywort.core.course.build import build_plan
from pennywort.core.course.plan import Chosen, CoursePlan, TankFacts
from pennywort.core.errors import InvalidInput
from pennywort.core.medicine.dose import Water
from pennywort.core.medicine.guards import Surroundings
from pennywort.core.medicine.salts import swap_for
from pennywort.core.reference import library
from tests.core.test_course import LONDON, START

FOUND = library()


def salted(name: str, *, reads: float | None, **parameters: float) -> CoursePlan:
    protocol = FOUND.courses[name]
    tank = TankFacts(
        water=Water(net_volume_l=80, net_uncertainty_l=1), temperature_c=25, surroundings=Surroundings(water=protocol.water[0]), salinity_g_per_kg=reads
    )
    return build_plan(protocol, tank=tank, chosen=Chosen(parameters=parameters), start_at=START, zone=LONDON, found=FOUND)


def legs(of: CoursePlan) -> list[tuple[float | None, float | None]]:
    return [(s.from_g_per_kg, s.to) for s in of.steps if s.kind == "salinity"]


class TowardsTheGoal(TestCase):
    def test_a_step_back_is_dropped(self) -> None:
        """A tank that reads 5.3 was sent to 4 g/kg on its way to 10."""
        self.assertEqual(legs(salted("raise_brackish", reads=5.3)), [(5.3, 7.0), (7.0, 10.0)])
        self.assertEqual(legs(salted("raise_brackish", reads=8.0)), [(8.0, 10.0)])

    def test_a_step_that_is_left_out_is_said(self) -> None:
        told = [c.text for c in salted("raise_brackish", reads=5.3).cautions]
        self.assertIn("the water reads 5.3 g/kg, past 4 g/kg: that step is left out, and the next leads on from here", told)
        with self.assertRaises(InvalidInput) as caught:
            salted("raise_brackish", reads=5.3, first=4.0)
        self.assertEqual(caught.exception.field, "parameters.first")
        self.assertIn("reads 5.3 g/kg", caught.exception.message)

    def test_the_goal_itself_always_stays(self) -> None:
        self.assertEqual(legs(salted("raise_brackish", reads=12.0)), [(12.0, 10.0)])
        self.assertEqual(legs(salted("raise_brackish", reads=10.0)), [(10.0, 10.0)])

    def test_unread_water_takes_the_plans_steps(self) -> None:
        self.assertEqual(legs(salted("raise_brackish", reads=None)), [(None, 4.0), (4.0, 7.0), (7.0, 10.0)])

    def test_down_held_and_up_again_in_even_parts(self) -> None:
        """35 to 22 to 12, and from 12 to 35 in 13 days of 1.77 g/kg: one to two a day."""
        found = legs(salted("low_salinity", reads=35.0))
        self.assertEqual(found[:2], [(35.0, 22.0), (22.0, 12.0)])
        up = [b - a for a, b in found[2:] if a is not None and b is not None]
        self.assertEqual(len(up), 13)
        for part in up:
            self.assertAlmostEqual(part, 23 / 13)
        self.assertAlmostEqual(found[-1][1] or 0, 35.0)

    def test_water_that_is_thin_already(self) -> None:
        self.assertEqual(legs(salted("low_salinity", reads=20.0))[0], (20.0, 12.0))


class Swaps(TestCase):
    """Mass balance, worked by hand."""

    def test_up_by_a_fifth(self) -> None:
        """80 L from 5.3 to 7 g/L: 16 L of (7 x 80 - 5.3 x 64) / 16 = 13.8 g/L, 220.8 g of salt, 239.7 g of a mix of 92.1 %."""
        swap = swap_for(net_volume_l=80, now_g_per_l=5.3, target_g_per_l=7.0, share=0.921)
        self.assertAlmostEqual(swap.swapped_l, 16.0)
        self.assertAlmostEqual(swap.brine_g_per_l, 13.8)
        self.assertAlmostEqual(swap.salt_g, 239.74, places=2)

    def test_down_without_salt(self) -> None:
        """80 L from 35 to 22 g/L: 1 - 22/35 = 37.14 % or 29.7 L."""
        swap = swap_for(net_volume_l=80, now_g_per_l=35, target_g_per_l=22)
        self.assertAlmostEqual(swap.swapped_l, 29.714, places=3)
        self.assertEqual((swap.brine_g_per_l, swap.salt_g), (0.0, 0.0))

    def test_what_mixes_back(self) -> None:
        """Whatever the levels, what was swapped and what stayed make the target."""
        for now, target in ((0.0, 4.0), (12.0, 13.77), (33.2, 35.0), (20.0, 12.0)):
            with self.subTest(now=now, target=target):
                swap = swap_for(net_volume_l=300, now_g_per_l=now, target_g_per_l=target)
                mixed = ((300 - swap.swapped_l) * now + swap.swapped_l * swap.brine_g_per_l) / 300
                self.assertAlmostEqual(mixed, target)

    def test_levels_no_water_has(self) -> None:
        for now, target, field in ((-1.0, 4.0, "now"), (float("nan"), 4.0, "now"), (2.0, 1e308, "target")):
            with self.assertRaises(InvalidInput) as caught:
                swap_for(net_volume_l=80, now_g_per_l=now, target_g_per_l=target)
            self.assertEqual(caught.exception.field, field)
