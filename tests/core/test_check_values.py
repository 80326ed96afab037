"""Section 2 of the reference, row by row: the arithmetic and chemistry marked X there, within the last digit printed."""

from __future__ import annotations

from unittest import TestCase

from pennywort.core.medicine import correct, food, neutralise
from pennywort.core.medicine.dose import label_dose_ml, mass_for_target_mg
from pennywort.core.reference import library
from pennywort.core.units import Preferences, read_quantity
from pennywort.core.water import salt
from pennywort.core.water.build_up import ammonia_build_up
from pennywort.core.water.chemistry import PER_N, unionised_ammonia_fraction
from pennywort.core.water.oxygen import oxygen_saturation_mg_per_l
from tests.core.test_formulary import CUP_L, US_GAL, exact

FOUND = library()
MINE = Preferences()


def read(text: str, kind: str) -> float:
    return read_quantity(text, kind=kind, field="x", preferences=MINE)


def strength(active: str, name: str) -> float:
    return next(s.mg_per_ml or s.share or 0.0 for s in FOUND.actives[active].strengths if s.id == name)


def stopped(active: str, mass_mg: float) -> dict[str, float]:
    """What uses so much up by the sum alone, mg of each."""
    return {s.active: s.amount_mg / s.margin for s in neutralise.stopping(FOUND.actives[active], active_mg=mass_mg)}


class Units(TestCase):
    """CV-01 to CV-19."""

    def test_volumes(self) -> None:
        for text, litres in (("1 us gal", 3.785411784), ("1 uk gal", 4.54609), ("1 ft3", 28.317), ("1 m3", 1000), ("7.4805 us gal", 28.317)):
            self.assertAlmostEqual(read(text, "volume"), litres, delta=litres * 1e-5, msg=text)
        for text, millilitres in (("1 cup", 236.588), ("1 tbsp", 14.787), ("1 tsp", 4.929), ("1 fl oz", 29.574)):
            self.assertAlmostEqual(read(text, "small_volume"), millilitres, delta=0.0006, msg=text)
        self.assertAlmostEqual(read("1 uk gal", "volume") / read("1 us gal", "volume"), 1.20095, places=5)

    def test_masses_and_warmth(self) -> None:
        self.assertAlmostEqual(read("1 lb", "mass"), 453.592, places=3)
        self.assertAlmostEqual(read("1 oz", "mass"), 28.350, places=3)
        for fahrenheit, celsius in ((77, 25), (82.4, 28), (86, 30), (69.8, 21)):
            self.assertAlmostEqual(read(f"{fahrenheit} F", "temperature"), celsius, places=6)

    def test_one_milligram_a_litre(self) -> None:
        """In 10, 100, 1000 and a million US gallons, in a cubic metre, in grains (CV-07 to CV-10)."""
        for gallons, mg in ((10, 37.85), (100, 378.5), (1000, 3785), (1e6, 8.345 * 453_592.37)):
            self.assertAlmostEqual(mass_for_target_mg(net_volume_l=gallons * US_GAL, target_mg_per_l=1), mg, delta=mg * 2e-4)
        self.assertAlmostEqual(mass_for_target_mg(net_volume_l=1000, target_mg_per_l=1), 1000)
        grain_mg = 64.79891
        self.assertAlmostEqual(mass_for_target_mg(net_volume_l=US_GAL, target_mg_per_l=1) / grain_mg, 0.0584, places=4)
        self.assertAlmostEqual(mass_for_target_mg(net_volume_l=US_GAL, target_mg_per_l=17.118) / grain_mg, 1.0, places=4)

    def test_hardness_and_percent(self) -> None:
        self.assertAlmostEqual(read("1 dKH", "alkalinity"), 17.848, places=3)
        self.assertAlmostEqual(read("1 meq/L", "alkalinity") / read("1 dKH", "alkalinity"), 2.804, places=3)
        for text, grams in (("1 %", 10), ("0.1 %", 1), ("1 ppt", 1), ("3 %", 30)):
            self.assertAlmostEqual(read(text, "dose_g_per_l"), grams)
        for degrees, alkalinity in ((2.8, 50), (5.6, 100), (8.4, 150), (11.2, 200), (14.0, 250)):
            self.assertAlmostEqual(read(f"{degrees} dKH", "alkalinity"), alkalinity, delta=0.4)

    def test_mixing(self) -> None:
        """C (1 - f), and V (C1 / C2 - 1) to dilute (CV-18, CV-19)."""
        self.assertAlmostEqual(correct.after_change(net_volume_l=1, level_mg_per_l=8, share=0.25).level_mg_per_l, 6)
        share = correct.change_to_come_down(reading=8, target=5)
        # in a vessel that must not overflow the same mix is a change of V_add / (V + V_add)
        added = 100 * (8 / 5 - 1)
        self.assertAlmostEqual(share, added / (100 + added))


class Peroxide(TestCase):
    """CV-20 to CV-25 and the lines below."""

    def test_table(self) -> None:
        for target, litre, gallon, cup, six, strong, strong_ten in (
            (10, 0.3333, 1.262, 0.0789, 0.1667, 0.0253, 0.957), (25, 0.8333, 3.155, 0.197, 0.4167, 0.0632, 2.393),
            (50, 1.6667, 6.309, 0.394, 0.8333, 0.1264, 4.786), (75, 2.5, 9.464, 0.591, 1.25, 0.1896, 7.178),
            (100, 3.3333, 12.618, 0.789, 1.6667, 0.2528, 9.571), (150, 5.0, 18.927, 1.183, 2.5, 0.3793, 14.357),
        ):  # fmt: skip
            for volume, name, millilitres in (
                (1, "w3", litre), (US_GAL, "w3", gallon), (CUP_L, "w3", cup), (1, "w6", six), (1, "w35", strong), (10 * US_GAL, "w35", strong_ten),
            ):  # fmt: skip
                got = target * volume / strength("hydrogen_peroxide", name)
                self.assertAlmostEqual(got, millilitres, delta=max(millilitres * 1e-3, 0.00006), msg=f"{target} {name}")

    def test_other_facts(self) -> None:
        three = strength("hydrogen_peroxide", "w3")
        self.assertAlmostEqual(three / US_GAL, 7.925, places=3)
        self.assertAlmostEqual(read("1 tsp", "small_volume") * three / US_GAL, 39.06, places=2)
        self.assertAlmostEqual(read("1 tbsp", "small_volume") * three / US_GAL, 117.2, places=1)
        self.assertAlmostEqual(strength("hydrogen_peroxide", "w35") / three, 13.2, places=1)


class Others(TestCase):
    def test_formalin(self) -> None:
        """CV-30 to CV-34; the formaldehyde in it at 399.6 mg/mL; 1 mL in ten imperial gallons is 22.0 uL/L."""
        for target, gallon, ten, hundred, formaldehyde in (
            (15, 0.0568, 0.568, 1.5, 6.0), (25, 0.0946, 0.946, 2.5, 10.0), (150, 0.568, 5.678, 15, 59.9), (170, 0.644, 6.435, 17, 67.9),
            (250, 0.946, 9.464, 25, 99.9),
        ):  # fmt: skip
            per_l = label_dose_ml(net_volume_l=1, label_amount_ml=target, label_per_volume_l=1000)
            for volume, millilitres in ((US_GAL, gallon), (10 * US_GAL, ten), (100, hundred)):
                self.assertAlmostEqual(per_l * volume, millilitres, delta=max(millilitres * 1e-3, 0.00006))
            self.assertAlmostEqual(per_l * 399.6, formaldehyde, delta=0.05)
        self.assertAlmostEqual(1000 / read("10 uk gal", "volume"), 22.0, places=1)

    def test_copper(self) -> None:
        """CV-60 to CV-62: 25.45 % in the pentahydrate; 0.15 and 0.20 mg/L in ten gallons and in 100 L."""
        share = strength("copper", "pentahydrate")
        self.assertAlmostEqual(share, 0.2545, places=4)
        for target, ten, hundred in ((0.15, 22.3, 58.9), (0.20, 29.7, 78.6)):
            self.assertAlmostEqual(exact("cu_1", 10 * US_GAL, target=target), ten, delta=0.06)
            self.assertAlmostEqual(exact("cu_1", 100, target=target), hundred, delta=0.06)

    def test_salts(self) -> None:
        """CV-70 to CV-75 and CV-81: grams a gallon, hardness of Epsom salt, spoons of fine salt."""
        for percent, grams in ((0.1, 3.79), (0.3, 11.36), (0.5, 18.93), (1, 37.85), (3, 113.6)):
            self.assertAlmostEqual(read(f"{percent} %", "dose_g_per_l") * US_GAL, grams, delta=0.06)
        hardens = FOUND.actives["magnesium_sulfate"].hardens.value  # type: ignore[union-attr]
        self.assertAlmostEqual(hardens, 100.087 / 246.47, places=5)
        self.assertAlmostEqual(1000 * hardens, 406, delta=0.2)
        self.assertAlmostEqual(1000 * hardens / 17.848, 22.7, delta=0.06)
        spoons = FOUND.actives["sodium_chloride"].spoons
        assert spoons is not None
        self.assertEqual((spoons.teaspoon.value, spoons.tablespoon.value), (6.0, 18.0))
        mix = strength("marine_salt", FOUND.actives["marine_salt"].strengths[0].id)
        self.assertTrue(36 <= 35 / mix <= 40, 35 / mix)

    def test_neutralisers(self) -> None:
        """CV-44 to CV-55."""
        self.assertAlmostEqual(stopped("bleach", 1)["thiosulfate"], 7.0, places=3)
        self.assertAlmostEqual(stopped("bleach", 1)["ascorbate"], 2.484, places=3)
        self.assertAlmostEqual(neutralise.ammonia_from_chloramine_mg_per_l(chlorine_mg_per_l=1), 0.1975, places=4)
        told = stopped("permanganate", 2 * 100)
        self.assertAlmostEqual(told["hydrogen_peroxide"], 64.6, delta=0.05)
        self.assertAlmostEqual(told["thiosulfate"], 0.589 * 200, delta=0.05)
        for name, grams_per_l, for_200 in (("b525", 54.0, 3.70), ("b6", 62.3, 3.21), ("b825", 87.2, 2.29)):
            self.assertAlmostEqual(strength("bleach", name), grams_per_l, delta=0.06)
            got = neutralise.disinfectant_ml(volume_l=1, chlorine_mg_per_l=200, strength_mg_per_ml=strength("bleach", name))
            self.assertAlmostEqual(got, for_200, delta=0.006)
        self.assertAlmostEqual(neutralise.disinfectant_ml(volume_l=1, chlorine_mg_per_l=10, strength_mg_per_ml=54.0), 0.185, places=3)

    def test_food_and_feed(self) -> None:
        """CV-110: a kilogram of feed at 35, 45 and 50 % protein; CV-120."""
        for protein, grams in ((0.35, 32.2), (0.45, 41.4), (0.50, 46.0)):
            got = ammonia_build_up(feed_g_per_day=1000, protein_fraction=protein, net_volume_l=1000, limit_mg_per_l=1)
            self.assertAlmostEqual(got.per_day_mg_per_l, grams)
        self.assertAlmostEqual(food.medicated(biomass_g=1000, mg_per_kg_day=50, eaten_fraction=0.005).active_mg_per_g, 10)


class WaterTables(TestCase):
    def test_unionised_ammonia(self) -> None:
        """CV-90 to CV-99, and pKa at five warmths, by T + 273.15 (Emerson et al. 1975; the printed tables' 273.2 lies 0.35 % higher)."""
        for ph, celsius, percent in (
            (6.5, 25, 0.179), (7.0, 10, 0.185), (7.0, 25, 0.564), (7.4, 20, 0.984), (8.0, 20, 3.807),
            (8.0, 25, 5.366), (8.2, 26, 8.795), (8.4, 28, 14.946), (9.0, 25, 36.186), (9.0, 30, 44.533),
        ):  # fmt: skip
            got = unionised_ammonia_fraction(ph=ph, temperature_c=celsius) * 100
            self.assertAlmostEqual(got, percent, delta=max(0.0006, percent * 2e-4), msg=f"{ph} {celsius}")
        for printed, ph, celsius in ((0.00566, 7.0, 25), (0.0538, 8.0, 25), (0.0382, 8.0, 20)):
            self.assertAlmostEqual(unionised_ammonia_fraction(ph=ph, temperature_c=celsius), printed, delta=printed * 0.005)
        self.assertAlmostEqual(unionised_ammonia_fraction(ph=8.2, temperature_c=28, salinity_g_per_kg=35), 0.0859, places=4)

    def test_ions(self) -> None:
        for ion, times in (("nh3", 1.2159), ("nh4", 1.2878), ("no2", 3.2845), ("no3", 4.4268)):
            self.assertAlmostEqual(PER_N[ion], times, places=3)

    def test_oxygen(self) -> None:
        """Benson and Krause 1984 as in Standard Methods, salinity 0, 10, 20, 35."""
        for celsius, row in (
            (0, (14.62, 13.63, 12.71, 11.45)), (10, (11.29, 10.59, 9.93, 9.02)), (15, (10.08, 9.48, 8.92, 8.14)), (20, (9.09, 8.57, 8.08, 7.40)),
            (25, (8.26, 7.81, 7.38, 6.77)), (28, (7.83, 7.40, 7.00, 6.44)), (30, (7.56, 7.15, 6.77, 6.24)),
        ):  # fmt: skip
            for grams, printed in zip((0, 10, 20, 35), row, strict=True):
                got = oxygen_saturation_mg_per_l(temperature_c=celsius, salinity_g_per_kg=grams)
                self.assertAlmostEqual(got, printed, delta=0.012, msg=f"{celsius} {grams}")

    def test_gravity(self) -> None:
        """Millero and Poisson 1981 (EOS-80) at 20/20, 25/25, 25/4 and 15/15, and backwards at 25/25; TEOS-10 within 0.0001."""
        marks = ((20, 20), (25, 25), (25, 4), (15, 15))
        for grams, row in (
            (10, (1.0076, 1.0075, 1.0046, 1.0077)), (12, (1.0091, 1.0090, 1.0061, 1.0092)), (15, (1.0114, 1.0113, 1.0083, 1.0115)),
            (16, (1.0121, 1.0120, 1.0091, 1.0123)), (20, (1.0152, 1.0150, 1.0121, 1.0154)), (30, (1.0228, 1.0226, 1.0196, 1.0230)),
            (33, (1.0251, 1.0249, 1.0219, 1.0254)), (35, (1.0266, 1.0264, 1.0234, 1.0269)), (40, (1.0304, 1.0302, 1.0272, 1.0308)),
        ):  # fmt: skip
            for (sample, reference), printed in zip(marks, row, strict=True):
                got = salt.specific_gravity(salinity_g_per_kg=grams * salt.PSU_TO_G_PER_KG, sample_c=sample, reference_c=reference)
                self.assertAlmostEqual(got, printed, delta=0.00013, msg=f"{grams} {sample}/{reference}")
        for gravity, grams in ((1.009, 12.0), (1.010, 13.3), (1.012, 16.0), (1.020, 26.6), (1.025, 33.2), (1.0264, 35.0)):  # type: ignore[assignment]
            self.assertAlmostEqual(salt.salinity_from_gravity(gravity) / salt.PSU_TO_G_PER_KG, grams, delta=0.1, msg=str(gravity))
