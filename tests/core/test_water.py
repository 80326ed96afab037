"""Volume, chemistry and the water gate."""

from __future__ import annotations

import math
from dataclasses import replace
from unittest import TestCase

import gsw
from hypothesis import given
from hypothesis import strategies as st

from pennywort.core.errors import InvalidInput
from pennywort.core.reference import library
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.water.chemistry import AMMONIUM_ION_PER_N, NITRITE_ION_PER_N, PER_N, as_nitrogen_mg_per_l, chloride_to_nitrite, unionised_ammonia_fraction
from pennywort.core.water.gate import Circumstances, Readings, signs_from_readings, water_gate
from pennywort.core.water.oxygen import oxygen_saturation_mg_per_l
from pennywort.core.water.salt import salinity_from_gravity, specific_gravity
from pennywort.core.water.volume import BoxTank, water_volume

FOUND = library()
sides = st.floats(min_value=5, max_value=300)


class Volume(TestCase):
    def test_a_box_by_the_published_rule(self) -> None:
        """SRAC Publication 410 (Jensen 1989, from memory): L x W x D / 1000; and in3 / 231 for US gallons."""
        self.assertAlmostEqual(water_volume(BoxTank(length_cm=60, width_cm=30, water_depth_cm=30)).net_volume_l, 54.0, places=9)
        # counted in buckets: 2 % of it (common practice), and nothing of a box
        counted = water_volume(BoxTank(measured_net_volume_l=42.0))
        self.assertEqual((counted.net_volume_l, round(counted.net_uncertainty_l, 9), counted.measured), (42.0, 0.84, True))
        for wrong in (BoxTank(measured_net_volume_l=-1.0), BoxTank(measured_net_volume_l=float("nan")), BoxTank(), BoxTank(length_cm=60, width_cm=30)):
            self.assertRaises(InvalidInput, water_volume, wrong)
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
        """NO2 = 3.2845 x NO2-N, NO3 = 4.4268 x NO3-N, NH4 = 1.2878 and NH3 = 1.2159 x as N, from atomic masses (IUPAC)."""
        self.assertAlmostEqual(PER_N["no3"], 4.4268, delta=0.0002)
        self.assertAlmostEqual(PER_N["nh3"], 1.2159, delta=0.0002)
        self.assertAlmostEqual(NITRITE_ION_PER_N, 3.2845, delta=0.0002)
        self.assertAlmostEqual(AMMONIUM_ION_PER_N, 1.2878, delta=0.0002)
        self.assertAlmostEqual(as_nitrogen_mg_per_l(6.569, counted_as="no2"), 2.0, places=3)

    def test_out_of_range_names_the_field(self) -> None:
        for field, values in (("ph", (2.0, 25.0)), ("temperature", (7.0, 60.0)), ("ph", (math.nan, 25.0))):
            with self.assertRaises(InvalidInput) as caught:
                unionised_ammonia_fraction(ph=values[0], temperature_c=values[1])
            self.assertEqual(caught.exception.field, field)


class Oxygen(TestCase):
    def test_the_published_table(self) -> None:
        """US Geological Survey table of oxygen solubility after Benson and Krause, one atmosphere, fresh water (from memory)."""
        for temperature_c, mg_per_l in ((0, 14.62), (5, 12.77), (10, 11.29), (15, 10.08), (20, 9.09), (25, 8.26), (30, 7.56)):
            with self.subTest(temperature_c=temperature_c):
                self.assertAlmostEqual(oxygen_saturation_mg_per_l(temperature_c=temperature_c), mg_per_l, delta=0.01)

    def test_against_gsw(self) -> None:
        """gsw.O2sol (Garcia and Gordon 1992, fitted to Benson and Krause), umol/kg to mg/L by density and 31.9988 g/mol, within 0.5 %."""
        for temperature_c in (5.0, 15.0, 25.0):
            for salinity in (0.0, 12.0, 35.0):
                theirs = float(gsw.O2sol_SP_pt(salinity, temperature_c)) * 31.9988e-6 * float(gsw.rho_t_exact(salinity, temperature_c, 0))
                with self.subTest(temperature_c=temperature_c, salinity=salinity):
                    ours = oxygen_saturation_mg_per_l(temperature_c=temperature_c, salinity_g_per_kg=salinity)
                    self.assertAlmostEqual(ours, theirs, delta=theirs * 0.005)

    def test_out_of_range_names_the_field(self) -> None:
        for field, values in (("temperature", (50.0, 0.0)), ("salinity", (20.0, math.nan))):
            with self.assertRaises(InvalidInput) as caught:
                oxygen_saturation_mg_per_l(temperature_c=values[0], salinity_g_per_kg=values[1])
            self.assertEqual(caught.exception.field, field)


class Salinity(TestCase):
    def test_gravity_of_sea_water(self) -> None:
        """UNESCO 1983 check value: rho(S 35, 5 C, 0) = 1027.67547 and of pure water at 5 C 999.96675 kg/m3, so 1.02771 (EOS-80)."""
        self.assertAlmostEqual(specific_gravity(salinity_g_per_kg=35.16504, sample_c=5, reference_c=5), 1027.67547 / 999.96675, delta=2e-5)

    def test_there_and_back(self) -> None:
        for salinity in (0.5, 8.0, 20.0, 35.0):
            gravity = specific_gravity(salinity_g_per_kg=salinity, sample_c=24, reference_c=24)
            self.assertAlmostEqual(salinity_from_gravity(gravity, sample_c=24, reference_c=24), salinity, places=9)

    def test_a_keepers_figure(self) -> None:
        """SG 1.0264 at 25 C is sea water of 35 (common practice)."""
        self.assertAlmostEqual(salinity_from_gravity(1.0264), 35.0, delta=0.3)

    def test_no_such_water(self) -> None:
        for gravity in (0.98, 1.2):
            with self.assertRaises(InvalidInput) as caught:
                salinity_from_gravity(gravity)
            self.assertEqual(caught.exception.field, "salinity")


class Chloride(TestCase):
    def test_ten_to_one(self) -> None:
        """2 mg/L NO2-N is 6.569 mg/L NO2: 65.69 mg/L of chloride makes ten to one (arithmetic on SRAC 462)."""
        self.assertAlmostEqual(chloride_to_nitrite(chloride_mg_per_l=65.69, nitrite_as_n_mg_per_l=2), 10.0, places=3)
        self.assertEqual(chloride_to_nitrite(chloride_mg_per_l=20, nitrite_as_n_mg_per_l=0), math.inf)


class Gate(TestCase):
    def lines(self, readings: Readings, water: WaterType = "freshwater_tropical", species: tuple[str, ...] = ()) -> dict[str, str]:
        gate = water_gate(readings, water=water, species=[FOUND.species[s] for s in species], found=FOUND)
        return {"gate": gate.state, **{line.name: line.state for line in gate.lines if line.needed or line.value is not None}}

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

    def test_chloride_guards_against_nitrite(self) -> None:
        """1 mg/L NO2-N (3.3 NO2): 50 mg/L of chloride is 15 to one and opens the shut gate half; 10 mg/L does not."""
        for chloride, state, words in ((50.0, "half", "15 : 1 guards"), (10.0, "shut", "only 3.0 : 1, 10 guards")):
            with self.subTest(chloride):
                readings = Readings(temperature_c=25, ph=7, total_ammonia_as_n_mg_per_l=0, nitrite_as_n_mg_per_l=1, chloride_mg_per_l=chloride)
                gate = water_gate(readings, water="freshwater_tropical", species=[], found=FOUND)
                self.assertEqual(gate.state, state)
                self.assertIn(words, gate.lines[1].words)

    def test_chlorine_and_want_of_oxygen_shut_it(self) -> None:
        """0.05 mg/L total chlorine is above the acute criterion of 0.019 (US EPA 1985, recalled); 2.5 mg/L of oxygen is a third of what it can hold."""
        good = {"temperature_c": 25.0, "ph": 7.0, "total_ammonia_as_n_mg_per_l": 0.0, "nitrite_as_n_mg_per_l": 0.0}
        for change in ({"chlorine_mg_per_l": 0.05}, {"oxygen_mg_per_l": 2.5}):
            gate = water_gate(Readings.of({**good, **change}), water="freshwater_tropical", species=[], found=FOUND)
            self.assertEqual(gate.state, "shut")
        self.assertIn("30% of what it can hold", next(x.words for x in gate.lines if x.name == "oxygen"))
        self.assertEqual(self.lines(Readings.of({**good, "oxygen_mg_per_l": 7.5, "chlorine_mg_per_l": 0.0}))["gate"], "open")

    def test_warmth_of_a_course_is_meant(self) -> None:
        """Cherry barbs to 27 degC; a course that has reached 28 allows 28.5 by a tank thermometer, and no more."""
        barbs = [FOUND.species["cherry_barb"]]
        for warmed_to_c, read_c, state in ((None, 28.0, "above"), (28.0, 28.0, "in_range"), (28.0, 28.5, "in_range"), (28.0, 28.6, "above")):
            round_about = Circumstances(warmed_to_c=warmed_to_c)
            gate = water_gate(Readings(temperature_c=read_c), water="freshwater_tropical", species=barbs, found=FOUND, round_about=round_about)
            line = next(x for x in gate.lines if x.name == "temperature")
            self.assertEqual((line.state, line.words == "raised for the course"), (state, state == "in_range"), (warmed_to_c, read_c))

    def test_a_swing_within_a_day_is_a_shock(self) -> None:
        """pH by 1, temperature by 3 degC, salinity by 4 g/kg (common practice), even where the value itself is in range."""
        now = Readings(temperature_c=26, ph=7.9, total_ammonia_as_n_mg_per_l=0, nitrite_as_n_mg_per_l=0)
        for before, name, words in ((Readings(ph=6.8), "ph", "up 1.1"), (Readings(temperature_c=22.5), "temperature", "up 3.5")):
            gate = water_gate(now, water="freshwater_tropical", species=[], found=FOUND, round_about=Circumstances(before=before))
            line = next(x for x in gate.lines if x.name == name)
            self.assertEqual((gate.state, line.swung, line.state), ("shut", True, "above"))
            self.assertIn(words, line.words)
        steady = water_gate(now, water="freshwater_tropical", species=[], found=FOUND, round_about=Circumstances(before=Readings(ph=7.5)))
        self.assertEqual(steady.state, "open")

    def test_all_at_once_is_the_water_until_it_is_tested(self) -> None:
        four = Readings(temperature_c=25, ph=7, total_ammonia_as_n_mg_per_l=0, nitrite_as_n_mg_per_l=0)
        at_once = Circumstances(all_at_once=True)
        gate = water_gate(four, water="freshwater_tropical", species=[], found=FOUND, round_about=at_once)
        self.assertEqual(gate.state, "half")
        self.assertIn("chlorine, oxygen", gate.suspected)
        six = replace(four, oxygen_mg_per_l=8, chlorine_mg_per_l=0)
        self.assertEqual(water_gate(six, water="freshwater_tropical", species=[], found=FOUND, round_about=at_once).suspected, "")

    def test_medicine_above_its_range_shuts_it(self) -> None:
        gate = water_gate(Readings(), water="freshwater_tropical", species=[], found=FOUND, round_about=Circumstances(medicine="over"))
        self.assertEqual((gate.state, gate.words), ("shut", "Mend the water first: medicine."))

    def test_copper_where_none_belongs(self) -> None:
        readings = Readings.of({"copper_mg_per_l": 0.2})
        alone = water_gate(readings, water="marine", species=[], found=FOUND)
        under = water_gate(readings, water="marine", species=[], found=FOUND, round_about=Circumstances(medicine="in_range"))
        states = [next(x.state for x in gate.lines if x.name == "copper") for gate in (alone, under)]
        self.assertEqual(states, ["above", "unknown"])

    def test_the_sea_wants_its_salinity_read(self) -> None:
        read = Readings(temperature_c=25, ph=8.2, total_ammonia_as_n_mg_per_l=0, nitrite_as_n_mg_per_l=0)
        self.assertEqual(self.lines(read, "marine")["gate"], "half")
        self.assertEqual(self.lines(replace(read, salinity_g_per_kg=34), "marine")["gate"], "open")
        self.assertEqual(self.lines(replace(read, salinity_g_per_kg=12), "marine")["gate"], "shut")

    def test_readings_become_signs_only_when_read(self) -> None:
        def signs(**values: float) -> dict[str, bool]:
            readings = Readings.of(values)
            gate = water_gate(readings, water="freshwater_tropical", species=[], found=FOUND)
            return signs_from_readings(readings, gate=gate, water="freshwater_tropical", found=FOUND)

        self.assertEqual(signs(), {})
        self.assertEqual(
            signs(total_ammonia_as_n_mg_per_l=0.4, nitrite_as_n_mg_per_l=0.0, nitrate_as_n_mg_per_l=20, oxygen_mg_per_l=8),
            {"ammonia_raised": True, "nitrite_raised": False, "nitrate_high": True, "low_oxygen_measured": False, "water_all_normal": False},
        )
        well = signs(temperature_c=25, ph=7, total_ammonia_as_n_mg_per_l=0, nitrite_as_n_mg_per_l=0)
        self.assertEqual((well["water_all_normal"], well["water_too_warm"], well["water_too_cold"], well["ph_low_or_swing"]), (True, False, False, False))
