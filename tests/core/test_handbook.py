"""Worked sums of extension sheets and textbooks, done again by the core. Figures are from memory; each names where it is printed."""

from __future__ import annotations

import math
from collections.abc import Callable
from unittest import TestCase

from pennywort.core.medicine.correct import after_change, change_to_come_down, changes_needed
from pennywort.core.medicine.dose import Water, label_dose_ml, mass_for_target_mg
from pennywort.core.medicine.food import medicated
from pennywort.core.medicine.formulary import Wanted, measure
from pennywort.core.medicine.guards import Surroundings
from pennywort.core.medicine.neutralise import ammonia_from_chloramine_mg_per_l, disinfectant_ml, stopping
from pennywort.core.medicine.product import listed_product, own_product
from pennywort.core.medicine.salts import against_nitrite_mg_per_l, brine_g_per_l
from pennywort.core.reference import library
from pennywort.core.water.chemistry import AMMONIA_PER_N, NITRATE_ION_PER_N, NITRITE_ION_PER_N, unionised_ammonia_fraction
from pennywort.core.water.vessels import gross_volume_l

FOUND = library()
US_GAL, FT3, ACRE_FT, LB, OZ = 3.785411784, 28.316846592, 1_233_481.83754752, 453_592.37, 28_349.523125


def exact(use_id: str, volume_l: float, target: float, strength: str = "", own: tuple[str, float] | None = None) -> float:
    active, use = FOUND.uses[use_id]
    product = own_product(active, kind=own[0], value=own[1]) if own else listed_product(active, strength)  # type: ignore[arg-type]
    here = Surroundings(water=use.water[0], readings={"alkalinity": 100.0, "ph": 7.5, "temperature": 18.0, "oxygen": 8.0})
    wanted = Wanted(target=target, confirmed=True, product_confirmed=True, prescribed=True)
    told = measure(active, use, product=product, water=Water(net_volume_l=volume_l), here=here, wanted=wanted, found=FOUND, tools=list(FOUND.tools.values()))
    assert told.amount is not None, told.words
    return told.amount.exact


# what is printed, where, the sum, the figure printed, and how near a printed figure is rounded
SUMS: tuple[tuple[str, str, Callable[[], float], float, float], ...] = (
    ("1 mg/L in an acre-foot, lb", "SRAC 410, table of conversions", lambda: mass_for_target_mg(net_volume_l=ACRE_FT, target_mg_per_l=1) / LB, 2.72, 0.005),
    ("1 mg/L in a cubic foot, g", "SRAC 410, table of conversions", lambda: mass_for_target_mg(net_volume_l=FT3, target_mg_per_l=1) / 1000, 0.0283, 0.0001),
    (
        "1 mg/L in a million gallons, lb",
        "Noga, appendix of conversions",
        lambda: mass_for_target_mg(net_volume_l=1e6 * US_GAL, target_mg_per_l=1) / LB,
        8.345,
        0.01,
    ),
    ("1 mg/L in a gallon, g", "Noga, appendix of conversions", lambda: mass_for_target_mg(net_volume_l=US_GAL, target_mg_per_l=1) / 1000, 0.0038, 0.00005),
    ("1 mg/L in 100 gallons, g", "SRAC 410", lambda: mass_for_target_mg(net_volume_l=100 * US_GAL, target_mg_per_l=1) / 1000, 0.38, 0.005),
    ("permanganate 2 mg/L in an acre-foot, lb", "UF/IFAS FA-37", lambda: exact("km_1", ACRE_FT, 2) / LB, 5.4, 0.05),
    ("permanganate 10 mg/L in a gallon, mg", "UF/IFAS FA-37", lambda: exact("km_2", US_GAL, 10), 37.9, 0.1),
    ("copper sulfate at alkalinity 100 in an acre-foot, lb", "UF/IFAS FA-13", lambda: exact("cu_3", ACRE_FT, 1.0) / LB, 2.72, 0.005),
    ("copper sulfate at alkalinity 100 in 1000 gallons, g", "UF/IFAS FA-13", lambda: exact("cu_3", 1000 * US_GAL, 1.0) / 1000, 3.8, 0.05),
    ("copper 0.2 mg/L in 100 gallons, g of the pentahydrate", "UF/IFAS FA-165", lambda: exact("cu_1", 100 * US_GAL, 0.2) / 1000, 0.297, 0.001),
    ("salt 3 % in a gallon, lb", "UF/IFAS VM-86", lambda: exact("nacl_1", US_GAL, 30) / LB, 0.25, 0.002),
    ("salt 1 % in a gallon, oz", "UF/IFAS VM-86", lambda: exact("nacl_2", US_GAL, 10) / OZ, 1.34, 0.01),
    ("salt 1 g/L in 100 gallons, lb", "UF/IFAS VM-86", lambda: exact("nacl_3", 100 * US_GAL, 1) / LB, 0.83, 0.01),
    ("salt 3 g/L in 1000 gallons, lb", "UF/IFAS VM-86", lambda: exact("nacl_3", 1000 * US_GAL, 3) / LB, 25.0, 0.1),
    ("formalin 250 µL/L in a gallon, mL", "UF/IFAS VM-77", lambda: exact("form_2", US_GAL, 250), 0.95, 0.005),
    ("formalin 25 µL/L in 100 gallons, mL", "UF/IFAS VM-77", lambda: exact("form_1", 100 * US_GAL, 25), 9.5, 0.05),
    ("formalin 15 µL/L in an acre-foot, gallons", "UF/IFAS VM-77 (4.9; arithmetic)", lambda: exact("form_1", ACRE_FT, 15) / 1000 / US_GAL, 4.9, 0.05),
    ("tricaine 100 mg/L in 10 L, g", "Noga, anaesthetics", lambda: exact("tms_1", 10, 100) / 1000, 1.0, 1e-9),
    ("praziquantel 2 mg/L in 100 gallons, g", "UF/IFAS FA-28", lambda: exact("pzq_1", 100 * US_GAL, 2) / 1000, 0.757, 0.001),
    ("metronidazole 6.6 mg/L (250 mg in 10 gallons)", "Carpenter, exotic formulary", lambda: exact("mtz_1", 10 * US_GAL, 6.6), 250, 1),
    ("methylene blue 3 mg/L from 1 % in a gallon, mL", "Noga, formulary (arithmetic)", lambda: exact("mb_1", US_GAL, 3, own=("percent_w_v", 1.0)), 1.14, 0.005),
    ("oxytetracycline 2.5 g in 100 lb of fish a day, mg/kg", "SRAC 473", lambda: 2500 / (100 * LB / 1e6), 55.1, 0.05),
    (
        "55 mg/kg fed at 1 % of weight, g in a kg of feed",
        "SRAC 473",
        lambda: medicated(biomass_g=1000, mg_per_kg_day=55, eaten_fraction=0.01).active_mg_per_g,
        5.5,
        1e-9,
    ),
    (
        "83 mg/kg fed at 3 %, g in a kg of feed",
        "SRAC 473 (arithmetic)",
        lambda: medicated(biomass_g=500, mg_per_kg_day=83, eaten_fraction=0.03).active_mg_per_g,
        2.767,
        0.001,
    ),
    ("free ammonia at pH 8.0 and 25 °C, %", "Emerson et al. 1975, table", lambda: unionised_ammonia_fraction(ph=8.0, temperature_c=25) * 100, 5.38, 0.02),
    ("free ammonia at pH 7.0 and 20 °C, %", "Emerson et al. 1975, table", lambda: unionised_ammonia_fraction(ph=7.0, temperature_c=20) * 100, 0.396, 0.002),
    ("free ammonia at pH 9.0 and 15 °C, %", "Emerson et al. 1975, table", lambda: unionised_ammonia_fraction(ph=9.0, temperature_c=15) * 100, 21.5, 0.1),
    ("NH3 in a mg of nitrogen", "UF/IFAS FA-16", lambda: AMMONIA_PER_N, 1.2, 0.02),
    ("nitrite in a mg of nitrogen", "SRAC 462", lambda: NITRITE_ION_PER_N, 3.3, 0.02),
    ("nitrate in a mg of nitrogen", "Standard Methods", lambda: NITRATE_ION_PER_N, 4.43, 0.005),
    (
        "salt for nitrite 1 mg/L at ten to one, mg/L",
        "SRAC 462 (10 mg/L of chloride are 16.5 of salt)",
        lambda: against_nitrite_mg_per_l(nitrite_mg_per_l=1, chloride_mg_per_l=0),
        16.5,
        0.05,
    ),
    ("salt for nitrite 3 at chloride 10, mg/L", "SRAC 462 (arithmetic)", lambda: against_nitrite_mg_per_l(nitrite_mg_per_l=3, chloride_mg_per_l=10), 33.0, 0.1),
    (
        "thiosulfate for 1 mg/L of chlorine in 1000 gallons, g",
        "UF/IFAS, chlorine and thiosulfate (7 to 1)",
        lambda: stopping(FOUND.actives["bleach"], active_mg=1000 * US_GAL)[0].amount_mg / 1000,
        26.5,
        0.1,
    ),
    (
        "ammonia left by 3 mg/L of chloramine, mg/L as N",
        "Standard Methods (molar masses)",
        lambda: ammonia_from_chloramine_mg_per_l(chlorine_mg_per_l=3),
        0.59,
        0.01,
    ),
    (
        "bleach 5.25 % for 200 mg/L in a gallon, mL",
        "UF/IFAS VM-87",
        lambda: disinfectant_ml(volume_l=US_GAL, chlorine_mg_per_l=200, strength_mg_per_ml=54.0),
        14.0,
        0.05,
    ),
    (
        "a tank of 10 ft across and 3 ft deep, gallons",
        "SRAC 282 (0.785 d² h, 7.48 gallons in a cubic foot)",
        lambda: gross_volume_l("upright_cylinder", {"diameter": 304.8, "depth": 91.44}) / US_GAL,
        1762,
        1,
    ),
    (
        "half changed three times leaves, %",
        "dilution, any textbook",
        lambda: after_change(net_volume_l=1, level_mg_per_l=100, share=0.5).level_mg_per_l * 0.25,
        12.5,
        1e-9,
    ),
    ("a quarter changed until a tenth is left, times", "ln 0.1 / ln 0.75", lambda: float(changes_needed(reading=10, target=1, share=0.25)), 9, 0),
    (
        "sea water of 35 down to 15 by fresh water, %",
        "UF/IFAS FA-164, low salinity (arithmetic)",
        lambda: change_to_come_down(reading=35, target=15) * 100,
        57.1,
        0.05,
    ),
    (
        "16 of 128 L swapped to rise from 5 to 7 g/L, g/L",
        "mass balance",
        lambda: brine_g_per_l(net_volume_l=128, swapped_l=16, now_g_per_l=5, target_g_per_l=7),
        21.0,
        1e-9,
    ),
    (
        "a label of 5 mL for 10 gallons in 29 gallons, mL",
        "rule of three",
        lambda: label_dose_ml(net_volume_l=29 * US_GAL, label_amount_ml=5, label_per_volume_l=10 * US_GAL),
        14.5,
        1e-9,
    ),
)


class Handbook(TestCase):
    def test_every_sum(self) -> None:
        for what, source, sum_of, printed, rounded in SUMS:
            with self.subTest(what, source=source):
                self.assertLessEqual(math.fabs(sum_of() - printed), rounded + 1e-9)

    def test_there_are_more_than_25_with_their_sources(self) -> None:
        self.assertGreaterEqual(len(SUMS), 25)
        self.assertTrue(all(len(source) > 3 for _, source, *_ in SUMS))
