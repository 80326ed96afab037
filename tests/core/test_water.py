"""Volume, chemistry and the water gate."""

from __future__ import annotations

import math
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from pennywort.core.errors import InvalidInput
from pennywort.core.reference import library
from pennywort.core.water.chemistry import AMMONIUM_ION_PER_N, NITRITE_ION_PER_N, nitrogen_from_ion_mg_per_l, unionised_ammonia_fraction
from pennywort.core.water.gate import Readings, signs_from_readings, water_gate
from pennywort.core.water.volume import BoxTank, water_volume

FOUND = library()
sides = st.floats(min_value=5, max_value=300)


class Volume(TestCase):
    def test_a_box_by_the_published_rule(self) -> None:
        """SRAC Publication 410 (Jensen 1989, from memory): L x W x D / 1000; and in3 / 231 for US gallons."""
        self.assertAlmostEqual(water_volume(BoxTank(length_cm=60, width_cm=30, water_depth_cm=30)).net_volume_l, 54.0, places=9)
        inches = water_volume(BoxTank(length_cm=24 * 2.54, width_cm=12 * 2.54, water_depth_cm=12 * 2.54))
        self.assertAlmostEqual(inches.gross_volume_l / 3.785411784, 24 * 12 * 12 / 231, places=9)

    def test_a_worked_tank_with_gravel_and_rock(self) -> None:
        """118 x 43 cm, 44 deep: 223.3 L; 5 cm gravel 60 % solid takes 15.2 L, 8 L of rock: 200 L (arithmetic)."""
        volume = water_volume(
            BoxTank(length_cm=118, width_cm=43, water_depth_cm=44, sand_depth_cm=5, sand_porosity_fraction=0.4, rock_mass_kg=20.8, rock_density_kg_per_l=2.6)
        )
        self.assertAlmostEqual(volume.gross_volume_l, 223.256, places=3)
        self.assertAlmostEqual(volume.net_volume_l, 200.03, places=2)
        self.assertEqual([line.label for line in volume.trace], ["box, to the water line", "less sand grains", "less rock", "net water, reckoned"])
        self.assertAlmostEqual(volume.trace[1].value, -15.222, places=3)

    def test_a_sump_adds_and_a_measurement_overrides(self) -> None:
        tank = BoxTank(length_cm=100, width_cm=50, water_depth_cm=45, sump_volume_l=40, measured_net_volume_l=250)
        volume = water_volume(tank)
        self.assertAlmostEqual(volume.reckoned_net_volume_l, 265.0)
        self.assertEqual(volume.net_volume_l, 250)
        self.assertTrue(volume.measured)
        self.assertAlmostEqual(volume.net_uncertainty_l, 5.0)

    def test_uncertainty_adds_in_quadrature(self) -> None:
        """Half a centimetre on each side of 60 x 40 x 36: parts of 0.72, 1.08 and 1.2 L, together 1.767 L."""
        volume = water_volume(BoxTank(length_cm=60, width_cm=40, water_depth_cm=36))
        self.assertAlmostEqual(volume.net_uncertainty_l, math.sqrt(0.72**2 + 1.08**2 + 1.2**2), places=9)

    def test_impossible_tanks_name_their_field(self) -> None:
        good = {"length_cm": 60.0, "width_cm": 30.0, "water_depth_cm": 30.0}
        for field, change in (
            ("length", {"length_cm": 0.0}),
            ("width", {"width_cm": -1.0}),
            ("water_depth", {"water_depth_cm": math.nan}),
            ("sand_depth", {"sand_depth_cm": 30.0}),
            ("sand_porosity", {"sand_porosity_fraction": 1.0}),
            ("rock_mass", {"rock_mass_kg": 500.0}),
            ("rock_density", {"rock_density_kg_per_l": 0.0}),
            ("sump_volume", {"sump_volume_l": math.inf}),
            ("measured_net_volume", {"measured_net_volume_l": 0.0}),
        ):
            with self.subTest(field), self.assertRaises(InvalidInput) as caught:
                water_volume(BoxTank(**{**good, **change}))
            self.assertEqual(caught.exception.field, field)

    @given(sides, sides, sides, st.floats(min_value=1, max_value=4))
    def test_a_tank_twice_as_long_holds_twice_the_water(self, length: float, width: float, depth: float, factor: float) -> None:
        one = water_volume(BoxTank(length_cm=length, width_cm=width, water_depth_cm=depth)).net_volume_l
        more = water_volume(BoxTank(length_cm=length * factor, width_cm=width, water_depth_cm=depth)).net_volume_l
        self.assertAlmostEqual(more, one * factor, delta=more * 1e-12)


class Ammonia(TestCase):
    def test_the_published_table(self) -> None:
        """Emerson et al. 1975 / Thurston et al. 1979, per cent NH3 in fresh water (from memory), within 0.5 % and the last printed digit.

        The tables were printed with T + 273.2; the definition has 273.15."""
        for ph, temperature_c, percent in (
            (6.5, 25, 0.180), (7.0, 10, 0.186), (7.0, 25, 0.566), (7.4, 20, 0.988), (8.0, 20, 3.82), (8.0, 25, 5.38), (8.4, 28, 14.99),
            (9.0, 25, 36.3), (9.0, 30, 44.6),
        ):  # fmt: skip
            with self.subTest(ph=ph, temperature_c=temperature_c):
                self.assertAlmostEqual(unionised_ammonia_fraction(ph=ph, temperature_c=temperature_c) * 100, percent, delta=percent * 0.005 + 0.0005)

    def test_sea_water_holds_less_of_it_as_nh3(self) -> None:
        """US EPA 1989 saltwater form (from memory): S 35, 25 C, pH 8.2 gives 6.99 %; 28 C gives 8.59 %."""
        self.assertAlmostEqual(unionised_ammonia_fraction(ph=8.2, temperature_c=25, salinity_g_per_kg=35), 0.0699, delta=0.0003)
        self.assertAlmostEqual(unionised_ammonia_fraction(ph=8.2, temperature_c=28, salinity_g_per_kg=35), 0.0859, delta=0.0004)

    def test_ion_and_nitrogen_are_kept_apart(self) -> None:
        """NO2 = 3.2845 x NO2-N and NH4 = 1.2878 x NH4-N, from atomic masses (IUPAC)."""
        self.assertAlmostEqual(NITRITE_ION_PER_N, 3.2845, delta=0.0002)
        self.assertAlmostEqual(AMMONIUM_ION_PER_N, 1.2878, delta=0.0002)
        self.assertAlmostEqual(nitrogen_from_ion_mg_per_l(6.569, ion="nitrite"), 2.0, places=3)

    def test_out_of_range_names_the_field(self) -> None:
        for field, values in (("ph", (2.0, 25.0)), ("temperature", (7.0, 60.0)), ("ph", (math.nan, 25.0))):
            with self.assertRaises(InvalidInput) as caught:
                unionised_ammonia_fraction(ph=values[0], temperature_c=values[1])
            self.assertEqual(caught.exception.field, field)


class Gate(TestCase):
    def lines(self, readings: Readings, water: str = "freshwater_tropical", species: tuple[str, ...] = ()) -> dict[str, str]:
        gate = water_gate(readings, water=water, species=[FOUND.species[s] for s in species], found=FOUND)
        return {"gate": gate.state, **{line.name: line.state for line in gate.lines}}

    def test_all_read_and_in_range_opens_it(self) -> None:
        readings = Readings(temperature_c=25, ph=7.2, total_ammonia_as_n_mg_per_l=0, nitrite_as_n_mg_per_l=0.03)
        self.assertEqual(self.lines(readings), {"gate": "open", "ammonia": "in_range", "nitrite": "in_range", "ph": "in_range", "temperature": "in_range"})

    def test_the_same_ammonia_harms_at_a_high_ph_only(self) -> None:
        """1 mg/L at pH 7.0, 25 C is 0.006 mg/L NH3-N; at pH 8.2 it is 0.083, above the 0.05 of UF/IFAS FA-16 (recalled)."""
        low = Readings(temperature_c=25, ph=7.0, total_ammonia_as_n_mg_per_l=1, nitrite_as_n_mg_per_l=0)
        high = Readings(temperature_c=25, ph=8.2, total_ammonia_as_n_mg_per_l=1, nitrite_as_n_mg_per_l=0)
        self.assertEqual(self.lines(low)["gate"], "open")
        self.assertEqual(self.lines(high)["gate"], "shut")
        line = water_gate(high, water="freshwater_tropical", species=[], found=FOUND).lines[0]
        self.assertAlmostEqual(line.value or 0, 0.0824, places=3)

    def test_nothing_read_is_not_nothing_wrong(self) -> None:
        self.assertEqual(self.lines(Readings()), {"gate": "half", "ammonia": "unknown", "nitrite": "unknown", "ph": "unknown", "temperature": "unknown"})

    def test_ammonia_without_ph_says_what_is_missing(self) -> None:
        gate = water_gate(Readings(total_ammonia_as_n_mg_per_l=0.5), water="freshwater_tropical", species=[], found=FOUND)
        self.assertIn("pH and temperature", gate.lines[0].words)
        self.assertEqual(gate.state, "shut")

    def test_the_fish_here_narrow_the_temperature(self) -> None:
        """26.4 C suits a cherry barb and is too warm for panda corydoras (to 25 C, common practice)."""
        readings = Readings(temperature_c=26.4)
        self.assertEqual(self.lines(readings, species=("cherry_barb",))["temperature"], "in_range")
        self.assertEqual(self.lines(readings, species=("cherry_barb", "panda_corydoras"))["temperature"], "above")

    def test_sea_water_guards_against_nitrite(self) -> None:
        readings = Readings(nitrite_as_n_mg_per_l=0.6)
        self.assertEqual(self.lines(readings)["nitrite"], "above")
        self.assertEqual(self.lines(readings, water="marine")["nitrite"], "in_range")

    def test_readings_become_signs_only_when_read(self) -> None:
        self.assertEqual(signs_from_readings(Readings(), water="freshwater_tropical", found=FOUND), {})
        signs = signs_from_readings(Readings(total_ammonia_as_n_mg_per_l=0.4, nitrite_as_n_mg_per_l=0.0), water="freshwater_tropical", found=FOUND)
        self.assertEqual(signs, {"ammonia_raised": True, "nitrite_raised": False})
