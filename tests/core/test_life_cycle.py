"""Life cycles by temperature: what a course must outlast, and what comes through."""

from __future__ import annotations

from unittest import TestCase

from pennywort.core.errors import InvalidInput, NotKnownYet
from pennywort.core.parasite.life_cycle import cycle_at, days_to_outlast, hatch_at, left_fraction, stages_at
from tests.core.test_course import FOUND


class LifeCycles(TestCase):
    def test_the_published_rows(self) -> None:
        """White spot: under four days to six above 24 degC, about ten at 15.5, three to five weeks at 10 (SRAC 476, UF/IFAS CIR920; recalled)."""
        ich = FOUND.life_cycles["ich"]
        for celsius, low, high in ((25, 3, 6), (20, 5, 8), (15.5, 8.5, 11.5), (10, 21, 35)):
            got = cycle_at(ich, temperature_c=celsius)
            self.assertAlmostEqual(got.low_h / 24, low)
            self.assertAlmostEqual(got.high_h / 24, high)
        # between two rows: by the geometric mean half way
        self.assertAlmostEqual(cycle_at(ich, temperature_c=22.5).high_h, (192 * 144) ** 0.5, places=6)
        # two degrees beyond the table its last row stands, further nothing is claimed
        self.assertEqual(cycle_at(ich, temperature_c=32), cycle_at(ich, temperature_c=30))
        for celsius in (34.0, 4.0):
            with self.subTest(celsius), self.assertRaises(NotKnownYet):
                cycle_at(ich, temperature_c=celsius)

    def test_stages_of_the_sea(self) -> None:
        """Cryptocaryon at 25 degC: three to seven days on the fish, cysts three to 28 (Colorni and Burgess 1997; UF/IFAS FA164; recalled)."""
        by = {s.id: s for s in stages_at(FOUND.life_cycles["cryptocaryon"], temperature_c=25)}
        self.assertAlmostEqual(by["trophont"].length.low_h / 24, 3)
        self.assertAlmostEqual(by["tomont"].length.high_h / 24, 28)
        self.assertEqual([by[s].reached for s in ("trophont", "tomont", "theront")], [False, False, True])

    def test_hatching(self) -> None:
        """Dactylogyrus eggs: two to four days at 23 degC (UF/IFAS FA28; recalled)."""
        got = hatch_at(FOUND.life_cycles["dactylogyrus"], temperature_c=23)
        self.assertAlmostEqual(got.low_h, 48)
        self.assertAlmostEqual(got.high_h, 96)
        with self.assertRaises(InvalidInput):
            hatch_at(FOUND.life_cycles["ich"], temperature_c=23)

    def test_what_a_short_course_leaves(self) -> None:
        """Ten days of copper leave most late cysts, thirty some seven in a hundred; a move after fourteen days leaves what is on the fish alone."""
        cycle = FOUND.life_cycles["cryptocaryon"]
        ten, thirty = (left_fraction(cycle, temperature_c=25, days=d, by="medicine") for d in (10, 30))
        self.assertTrue(0.5 < ten < 0.95)
        self.assertAlmostEqual(thirty, 0.07, delta=0.01)
        self.assertLess(left_fraction(cycle, temperature_c=25, days=14, by="transfer"), 1e-3)
        self.assertGreater(left_fraction(cycle, temperature_c=20, days=10, by="medicine"), ten)
        self.assertEqual(left_fraction(cycle, temperature_c=25, days=0, by="medicine"), 1.0)

    def test_the_sum_of_two_lengths_against_sampling(self) -> None:
        """The convolution beside a million draws of the same log-normals: within half a hundredth."""
        import numpy as np

        cycle = FOUND.life_cycles["cryptocaryon"]
        random = np.random.default_rng(3)
        stages = [s.length for s in stages_at(cycle, temperature_c=25) if not s.reached]
        total = sum(np.exp(random.normal(np.log(r.middle_h), np.log(r.high_h / r.low_h) / (2 * 1.6448536), 1_000_000)) for r in stages)
        for days in (7, 10, 14):
            self.assertAlmostEqual(left_fraction(cycle, temperature_c=25, days=days, by="medicine"), float((total > days * 24).mean()), delta=0.005)  # type: ignore[union-attr]

    def test_days_to_outlast(self) -> None:
        """Two slow rounds at 20 degC and three days: 2 x 8 + 3 = 19 (arithmetic)."""
        self.assertEqual(days_to_outlast(FOUND.life_cycles["ich"], temperature_c=20, cycles=2, margin_days=3), 19)
