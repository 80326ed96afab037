"""Volumes of every shape, true volume by salt, salinity in every scale, osmolality, and ammonia that builds up."""

from __future__ import annotations

import math
from unittest import TestCase

import gsw
from scipy.integrate import quad

from pennywort.core.errors import InvalidInput
from pennywort.core.reference import library
from pennywort.core.water import salt
from pennywort.core.water.build_up import ammonia_build_up
from pennywort.core.water.from_salt import volume_from_rise
from pennywort.core.water.osmolality import Dissolved, compare_words, osmolality_mosmol_per_kg
from pennywort.core.water.vessels import MEASURES, gross_volume_l, less_than_named_words
from pennywort.core.water.volume import Standing, vessel_volume

SALTS = library().salts


class Vessels(TestCase):
    def test_boxes_of_the_handbook(self) -> None:
        """60 x 30 x 30 cm is 54.0 L; 24 x 12 x 12 in is 14.96 US gal (SRAC 410's rule; arithmetic)."""
        self.assertAlmostEqual(gross_volume_l("box", {"length": 60, "width": 30, "depth": 30}), 54.0)
        inches = gross_volume_l("box", {"length": 24 * 2.54, "width": 12 * 2.54, "depth": 12 * 2.54})
        self.assertAlmostEqual(inches / 3.785411784, 14.96, places=2)

    def test_round_ones_against_scipy(self) -> None:
        """Slices summed by scipy's quadrature: lying cylinder, bowl, tub and bow front give what the formulas give."""
        radius, length, depth = 20.0, 90.0, 13.0
        lying, _ = quad(lambda y: 2 * math.sqrt(max(0.0, radius**2 - (y - radius) ** 2)) * length, 0, depth)
        self.assertAlmostEqual(gross_volume_l("lying_cylinder", {"diameter": 40, "length": 90, "depth": 13}), lying / 1000, places=6)
        bowl, _ = quad(lambda y: math.pi * (radius**2 - (y - radius) ** 2), 0, depth)
        self.assertAlmostEqual(gross_volume_l("bowl", {"diameter": 40, "depth": 13}), bowl / 1000, places=6)
        tub, _ = quad(lambda y: math.pi * (20 + (30 - 20) * y / 40) ** 2, 0, 40)
        self.assertAlmostEqual(gross_volume_l("tub", {"bottom_diameter": 40, "top_diameter": 60, "depth": 40}), tub / 1000, places=6)
        # a bow of 15 over a chord of 90: radius 75, the arc above the chord
        bow, _ = quad(lambda x: 30 + math.sqrt(75**2 - x * x) - 60, -45, 45)
        got = gross_volume_l("bow_front", {"length": 90, "width": 30, "bow_width": 45, "depth": 40})
        self.assertAlmostEqual(got, bow * 40 / 1000, places=6)

    def test_full_vessels(self) -> None:
        self.assertAlmostEqual(gross_volume_l("bowl", {"diameter": 30, "depth": 30}), 4 / 3 * math.pi * 15**3 / 1000)
        self.assertAlmostEqual(gross_volume_l("lying_cylinder", {"diameter": 30, "length": 50, "depth": 30}), math.pi * 225 * 50 / 1000)
        self.assertAlmostEqual(gross_volume_l("hexagon", {"side": 20, "depth": 40}), 1.5 * math.sqrt(3) * 400 * 40 / 1000)

    def test_what_no_vessel_has_is_named(self) -> None:
        for shape, measures, field in (
            ("box", {"length": 60, "width": 30}, "depth"),
            ("bowl", {"diameter": 30, "depth": 31}, "depth"),
            ("bow_front", {"length": 60, "width": 30, "bow_width": 29, "depth": 30}, "bow_width"),
            ("bow_front", {"length": 60, "width": 30, "bow_width": 99, "depth": 30}, "bow_width"),
            ("tub", {"bottom_diameter": math.nan, "top_diameter": 60, "depth": 40}, "bottom_diameter"),
            ("box", {"length": -60, "width": 30, "depth": 30}, "length"),
            ("pyramid", {}, "shape"),
        ):
            with self.subTest(shape=shape, field=field), self.assertRaises(InvalidInput) as caught:
                gross_volume_l(shape, measures)  # type: ignore[arg-type]
            self.assertEqual(caught.exception.field, field)
        self.assertAlmostEqual(gross_volume_l("buckets", {"count": 7, "each": 9.5}), 66.5)
        self.assertEqual(len(MEASURES), 9)

    def test_the_name_on_the_box(self) -> None:
        self.assertEqual(less_than_named_words(net_volume_l=77, named_volume_l=100), "23 % less than the name on the box")


class WhatStandsInIt(TestCase):
    def test_sand_follows_the_shape(self) -> None:
        """A tub 40 cm across at the bottom and 60 at a water line of 30: 4 cm of sand is the frustum from 40 to 42.67 cm,
        5.37 L, six tenths of it grains (solid geometry by hand)."""
        tub = {"bottom_diameter": 40.0, "top_diameter": 60.0, "depth": 30.0}
        got = vessel_volume("tub", tub, Standing(sand_depth_cm=4))
        low, high = 20.0, 20.0 + 10 * 4 / 30
        bed = math.pi * 4 * (low * low + low * high + high * high) / 3 / 1000
        self.assertAlmostEqual(bed, 5.369, places=3)
        self.assertAlmostEqual(got.net_volume_l, gross_volume_l("tub", tub) - 0.6 * bed)

    def test_rock_by_its_volume_equipment_and_sump(self) -> None:
        got = vessel_volume("litres", {"volume": 100.0}, Standing(rock_volume_l=6, equipment_volume_l=2, sump_volume_l=20, rock_mass_kg=2.6))
        self.assertAlmostEqual(got.net_volume_l, 100 - 6 - 2 - 1 + 20)
        self.assertEqual([t.value for t in got.trace][1:-1], [-1, -6, -2, 20])

    def test_a_tape_is_out_by_half_a_centimetre_in_any_shape(self) -> None:
        """An upright cylinder 30 cm across, 40 deep: pi d / 2 x 40 x 0.5 by its width (and the square), pi r2 x 0.5 by its depth."""
        got = vessel_volume("upright_cylinder", {"diameter": 30.0, "depth": 40.0}, Standing())
        wide = math.pi * 40 * (15.25**2 - 15**2) / 1000
        deep = math.pi * 15**2 * 0.5 / 1000
        self.assertAlmostEqual(got.net_uncertainty_l, math.hypot(wide, deep), places=9)

    def test_what_can_not_stand_there(self) -> None:
        box = {"length": 60.0, "width": 30.0, "depth": 30.0}
        for shape, measures, standing, field in (
            ("box", box, Standing(sand_depth_cm=30), "sand_depth"), ("box", box, Standing(rock_mass_kg=200), "rock_mass"),
            ("box", box, Standing(equipment_volume_l=60), "equipment"), ("litres", {"volume": 50.0}, Standing(sand_depth_cm=2), "sand_length"),
            ("box", box, Standing(rock_volume_l=-1), "rock_volume"), ("box", {**box, "depth": 0.0}, Standing(), "depth"),
        ):  # fmt: skip
            with self.assertRaises(InvalidInput) as caught:
                vessel_volume(shape, measures, standing)  # type: ignore[arg-type]
            self.assertEqual(caught.exception.field, field)


class BySalt(TestCase):
    def test_a_hundred_grams_in_fifty_litres(self) -> None:
        """100 g lift 50 L by 2 g/L; a meter good to 0.05 g/L makes that 50 give or take 1.8 (one standard deviation)."""
        got = volume_from_rise(added_mg=100_000, before_mg_per_l=300, after_mg_per_l=2300, reading_error_mg_per_l=50)
        self.assertAlmostEqual(got.net_volume_l, 50.0)
        self.assertAlmostEqual(got.net_uncertainty_l, 50 * math.sqrt(2) * 50 / 2000)

    def test_a_rise_lost_in_the_meter(self) -> None:
        for before, after, field in ((300, 300, "after"), (300, 330, "after"), (-1, 300, "before")):
            with self.assertRaises(InvalidInput) as caught:
                volume_from_rise(added_mg=1000, before_mg_per_l=before, after_mg_per_l=after, reading_error_mg_per_l=50)
            self.assertEqual(caught.exception.field, field)


class Salinity(TestCase):
    def test_hydrometers_by_their_mark(self) -> None:
        """Table of the reference (Millero and Poisson 1981, EOS-80): 20/20, 25/25, 25/4, 15/15 at 12, 20 and 35."""
        for grams, expected in (
            (12, (1.0091, 1.0090, 1.0061, 1.0092)),
            (20, (1.0152, 1.0150, 1.0121, 1.0154)),
            (35, (1.0266, 1.0264, 1.0234, 1.0269)),
        ):
            # practical salinity of the table as absolute salinity
            salinity = grams * salt.PSU_TO_G_PER_KG
            marks = ((20, 20), (25, 25), (25, 4), (15, 15))
            got = [salt.specific_gravity(salinity_g_per_kg=salinity, sample_c=t, reference_c=r) for t, r in marks]
            for value, wanted in zip(got, expected, strict=True):
                self.assertAlmostEqual(value, wanted, delta=0.00012)

    def test_the_same_reading_by_another_mark_is_another_water(self) -> None:
        """1.009 is 12.0 g/kg at 25/25 and 15.9 at 25/4: enough to fail low salinity."""
        self.assertAlmostEqual(salt.salinity_from_gravity(1.009, sample_c=25, reference_c=25), 12.0, delta=0.06)
        self.assertAlmostEqual(salt.salinity_from_gravity(1.009, sample_c=25, reference_c=4), 15.9, delta=0.1)

    def test_unesco_check_values(self) -> None:
        """PSS-78: at 15 degC (IPTS-68, 14.9964 on today's scale) 42.9140 mS/cm is practical salinity 35 (UNESCO technical paper 44)."""
        self.assertAlmostEqual(salt.salinity_from_conductivity(42.9140, temperature_c=14.9964) / salt.PSU_TO_G_PER_KG, 35.0, places=3)
        # EOS-80: rho(35, 5 degC, 0) = 1027.67547 kg/m3; TEOS-10 lies within 0.01 of it
        self.assertAlmostEqual(salt.in_every_scale(salinity_g_per_kg=35.16504, temperature_c=5).density_kg_per_l * 1000, 1027.675, delta=0.02)

    def test_there_and_back(self) -> None:
        for grams in (0.5, 12.0, 35.0, 42.0):
            every = salt.in_every_scale(salinity_g_per_kg=grams, temperature_c=24)
            self.assertAlmostEqual(salt.salinity_from_conductivity(every.conductivity_ms_per_cm, temperature_c=24), grams, places=3)
            self.assertAlmostEqual(salt.salinity_from_gravity(every.gravity_20_20, sample_c=20, reference_c=20), grams, places=3)
            self.assertAlmostEqual(every.practical, float(gsw.SP_from_SR(grams)), places=6)

    def test_fresh_water_is_none(self) -> None:
        every = salt.in_every_scale(salinity_g_per_kg=0, temperature_c=25)
        self.assertEqual((every.conductivity_ms_per_cm, every.tds_mg_per_l, every.gravity_25_25), (0.0, 0.0, 1.0))


class Osmolality(TestCase):
    def test_physiological_saline(self) -> None:
        """0.9 % sodium chloride is near 286 mOsmol/kg (handbook value for normal saline, from memory)."""
        self.assertAlmostEqual(osmolality_mosmol_per_kg((Dissolved(salt=SALTS["sodium_chloride"], grams_per_l=9),)), 286, delta=3)

    def test_sea_water(self) -> None:
        """Standard sea water lies between 1000 and 1080 mOsmol/kg (textbook range, from memory)."""
        self.assertTrue(1000 < osmolality_mosmol_per_kg((Dissolved(salt=SALTS["marine_salt"], grams_per_l=35.165),)) < 1080)

    def test_a_bath_that_dilutes(self) -> None:
        """From water of TDS 530 into a "salt bath" of TDS 193: it dilutes (common practice, a known mistake)."""
        bath, home = (osmolality_mosmol_per_kg((Dissolved(salt=SALTS["tds"], grams_per_l=g),)) for g in (0.193, 0.530))
        self.assertEqual(compare_words(bath_mosmol=bath, home_mosmol=home)[0], "thinner")
        self.assertEqual(compare_words(bath_mosmol=200, home_mosmol=10)[0], "saltier")
        self.assertEqual(compare_words(bath_mosmol=10.5, home_mosmol=10)[0], "same")


class BuildUp(TestCase):
    def test_a_pinch_in_a_small_tank(self) -> None:
        """1 kg of 35 % protein makes 32.2 g TAN (Timmons and Ebeling, recalled): 0.5 g of 40 % in 40 L makes 0.46 mg/L a day."""
        self.assertAlmostEqual(
            ammonia_build_up(feed_g_per_day=1000, protein_fraction=0.35, net_volume_l=1, limit_mg_per_l=1).per_day_mg_per_l, 32_200, places=6
        )
        got = ammonia_build_up(feed_g_per_day=0.5, protein_fraction=0.4, net_volume_l=40, limit_mg_per_l=1)
        self.assertAlmostEqual(got.per_day_mg_per_l, 0.46)
        self.assertAlmostEqual(got.daily_fraction, 0.46)
        # simulated day by day: a change of that share holds the level at the limit
        level = 0.0
        for _ in range(200):
            level = (level + got.per_day_mg_per_l) * (1 - got.daily_fraction)
        self.assertAlmostEqual(level + got.per_day_mg_per_l, 1.0, places=6)
