"""Warmth has a direction, and a range that is the fish's own, its kind's, or anybody's."""

from __future__ import annotations

from typing import Final
from unittest import TestCase

from pennywort.core.diagnosis.facts import LookFacts
from pennywort.core.diagnosis.network import weigh
from pennywort.core.reference import library
from pennywort.core.water.gate import Circumstances, Over, Readings, signs_from_readings, water_gate
from pennywort.core.water.warmth import Thermometer, bears, warmth_facts, worth_moving

FOUND = library()
FRESH: Final = "freshwater_tropical"
PANDA = FOUND.species["panda_corydoras"]


class WhoseRange(TestCase):
    def test_of_the_species_of_the_kind_or_of_the_water(self) -> None:
        own = bears([PANDA], kinds=("corydoras",), water=FRESH, found=FOUND)
        self.assertEqual((own.low_c, own.high_c, own.told_by), (20, 25, "species"))
        spans = [s.temperature for s in FOUND.species.values() if s.kin == "discus_angel"]
        kind = bears([], kinds=("discus_angel",), water=FRESH, found=FOUND)
        self.assertEqual((kind.low_c, kind.high_c, kind.told_by), (min(t.low or 0 for t in spans), max(t.high or 0 for t in spans), "kind"))
        self.assertEqual(bears([], water=FRESH, found=FOUND).told_by, "water")
        # fish that bear no warmth in common blame nobody
        self.assertEqual(bears([FOUND.species["koi"], FOUND.species["discus"]], water=FRESH, found=FOUND).told_by, "water")

    def test_nobody_is_told_the_low_end_of_a_range_that_is_not_theirs(self) -> None:
        anyone = bears([], water=FRESH, found=FOUND)
        self.assertEqual(warmth_facts(Thermometer(now_c=22.2), range_c=anyone, water=FRESH, found=FOUND), ())
        self.assertEqual(worth_moving(27.9, range_c=anyone), (False, False))

    def test_cooling_above_the_middle_and_warming_below_it(self) -> None:
        own = bears([PANDA], water=FRESH, found=FOUND)
        self.assertEqual([worth_moving(c, range_c=own) for c in (24.0, 22.5, 21.0, None)], [(True, False), (False, False), (False, True), (False, False)])


class WhatItTells(TestCase):
    def facts(self, now: float, *lately: float, water: str = FRESH, warmed: float | None = None, species: str = "panda_corydoras") -> set[str]:
        range_c = bears([FOUND.species[species]], water=water, found=FOUND)  # type: ignore[arg-type]
        thermometer = Thermometer(now_c=now, lately_c=lately, warmed_to_c=warmed)
        return set(warmth_facts(thermometer, range_c=range_c, water=water, found=FOUND))  # type: ignore[arg-type]

    def test_ends_moves_and_degrees(self) -> None:
        self.assertEqual(self.facts(26.4), {"temp_high"})
        self.assertIn("temp_low", self.facts(20.5))
        self.assertEqual(self.facts(22.5) & {"temp_high", "temp_low", "temp_drop_recent", "temp_rise_recent"}, set())
        self.assertIn("temp_drop_recent", self.facts(22.5, 25.0))
        self.assertIn("temp_rise_recent", self.facts(24.5, 22.0))
        # a course that warms is no accident
        self.assertNotIn("temp_rise_recent", self.facts(24.5, 22.0, warmed=24.5))

    def test_each_virus_of_carp_has_its_own_degrees(self) -> None:
        """Koi herpesvirus at 16 to 28 degrees, spring viraemia below (WOAH manual, from memory)."""
        spans = {c: self.facts(c, water="coldwater_pond", species="koi") for c in (4.0, 10.0, 20.0, 29.0)}
        told = [next(f for f in sorted(spans[c]) if f.startswith("water_")) for c in spans]
        self.assertEqual(told, ["water_below_6c", "water_6_to_15c", "water_15_to_28c", "water_above_28c"])

        def share(condition: str, fact: str) -> float:
            signs = {"carp_only": True, "lethargy": True, "red_skin_streaks": True}
            return weigh(LookFacts(water="coldwater_pond", signs=signs, context=(fact,), kin="koi_carp"), found=FOUND).shares[condition]

        self.assertGreater(share("khv", "water_15_to_28c"), 3 * share("khv", "water_6_to_15c"))
        self.assertGreater(share("svc", "water_6_to_15c"), 3 * share("svc", "water_15_to_28c"))

    def test_a_panda_corydoras_at_26_has_no_disease_of_cold_water(self) -> None:
        """Sheen, fast breathing, shut fins at 26.4 °C, a degree and a half above its range: once 61 in 100 for Chilodonella."""
        readings = Readings(temperature_c=26.4, ph=7.1, total_ammonia_as_n_mg_per_l=0, nitrite_as_n_mg_per_l=0.03)
        gate = water_gate(readings, water=FRESH, species=[PANDA], found=FOUND)
        told = signs_from_readings(readings, gate=gate, water=FRESH, found=FOUND)
        self.assertEqual((told["water_too_warm"], told["water_too_cold"], told["temperature_moved"]), (True, False, False))
        signs = {"flat_grey_sheen": True, "rapid_breathing": True, "clamped_fins": True, "spread_over_days": True, **told}
        case = weigh(LookFacts(water=FRESH, signs=signs, context=tuple(self.facts(26.4)), kin=PANDA.kin), found=FOUND)
        self.assertLess(case.shares["chilodonella"], 0.15)
        cold = {**signs, "water_too_warm": False, "water_too_cold": True}
        at_18 = weigh(LookFacts(water=FRESH, signs=cold, context=tuple(self.facts(18.0)), kin=PANDA.kin), found=FOUND)
        self.assertGreater(at_18.shares["chilodonella"], 2 * case.shares["chilodonella"])

    def test_what_fell_into_its_range_has_only_moved(self) -> None:
        readings = Readings(temperature_c=24.0)
        gate = water_gate(readings, water=FRESH, species=[PANDA], found=FOUND, round_about=Circumstances(before=Readings(temperature_c=28.0)))
        told = signs_from_readings(readings, gate=gate, water=FRESH, found=FOUND)
        self.assertEqual((told["water_too_warm"], told["water_too_cold"], told["temperature_moved"]), (False, False, True))


class ReadAgain(TestCase):
    """A figure that cannot be this water's is asked about, and judges nothing."""

    def gate(self, water: str, **values: float) -> tuple[str, str, dict[str, bool]]:
        good = {"temperature_c": 25.0, "ph": 7.2, "total_ammonia_as_n_mg_per_l": 0.0, "nitrite_as_n_mg_per_l": 0.0}
        readings = Readings(**{**good, **values})  # type: ignore[arg-type]
        gate = water_gate(readings, water=water, species=[], found=FOUND)  # type: ignore[arg-type]
        return gate.state, gate.suspected, signs_from_readings(readings, gate=gate, water=water, found=FOUND)  # type: ignore[arg-type]

    def test_sea_water_typed_for_a_fresh_tank(self) -> None:
        """SG 1.024 is 32 g/kg: once "all in range"."""
        state, suspected, signs = self.gate(FRESH, salinity_g_per_kg=32.0)
        self.assertEqual((state, signs.get("water_all_normal")), ("half", None))
        self.assertIn("Read again: salinity", suspected)
        self.assertIn("this tank is down as fresh water", suspected)
        self.assertEqual(self.gate(FRESH, salinity_g_per_kg=3.0)[0], "open")

    def test_no_salt_in_the_sea_and_figures_no_fish_lives_in(self) -> None:
        for water, values, words in (
            ("marine", {"salinity_g_per_kg": 1.0, "ph": 8.2}, "no sea water"),
            (FRESH, {"ph": 2.5}, "No fish lives at such a pH"),
            (FRESH, {"oxygen_mg_per_l": 20.0}, "calibrate the meter in air"),
        ):
            state, suspected, _ = self.gate(water, **values)
            self.assertEqual(state, "half", values)
            self.assertIn(words, suspected)

    def test_all_normal_and_raised_are_never_both_true(self) -> None:
        """Total ammonia of 0.4 mg/L at pH 6.5 harms nobody and is raised all the same."""
        for total in (0.0, 0.1, 0.2, 0.4, 2.0):
            for ph in (6.2, 6.8, 7.6, 8.4):
                _, _, signs = self.gate(FRESH, total_ammonia_as_n_mg_per_l=total, ph=ph)
                self.assertFalse(signs["ammonia_raised"] and signs.get("water_all_normal"), (total, ph))

    def test_a_salinity_that_a_course_asked_for_is_no_fault(self) -> None:
        readings = Readings(temperature_c=25, ph=8.1, total_ammonia_as_n_mg_per_l=0, nitrite_as_n_mg_per_l=0, salinity_g_per_kg=13.0)
        told = {}
        for meant in (None, 13.0):
            gate = water_gate(readings, water="marine", species=[], found=FOUND, round_about=Circumstances(salted_to_g_per_kg=meant))
            told[meant] = (gate.state, gate.state_of("salinity"))
        self.assertEqual(told, {None: ("shut", "below"), 13.0: ("open", "in_range")})

    def test_a_medicine_above_its_range_is_a_line_with_its_figure(self) -> None:
        over = Over(name="praziquantel", level_mg_per_l=5.0, high_mg_per_l=2.5)
        gate = water_gate(Readings(), water=FRESH, species=[], found=FOUND, round_about=Circumstances(medicine="over", over=over))
        line = next(x for x in gate.lines if x.name == "medicine")
        self.assertEqual((gate.state, gate.words, line.state, line.value, line.high), ("shut", "Mend the water first: medicine.", "above", 5.0, 2.5))
