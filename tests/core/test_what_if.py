"""A plan otherwise: levels by hand, what comes through beside the life cycles and scipy, and that less care never lets less through."""

from __future__ import annotations

import math
from datetime import timedelta
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st
from scipy import stats

from pennywort.core.course.plan import CoursePlan, TankFacts
from pennywort.core.course.whatif import Otherwise, WhatIf, what_if
from pennywort.core.errors import InvalidInput, NotKnownYet
from pennywort.core.medicine.dose import Water
from pennywort.core.medicine.guards import Surroundings
from pennywort.core.parasite.life_cycle import left_fraction, stages_at
from pennywort.core.parasite.passing import Meeting, Share, never_met
from tests.core.test_course import FOUND, plan


def held_from(start_h: float, end_h: float) -> list[Meeting]:
    return [Meeting(in_range_h=((start_h, end_h),))]


class NeverMet(TestCase):
    def settled(self, cycle: str, *, warmth: float, meeting: Meeting) -> Share:
        found = FOUND.life_cycles[cycle]
        return never_met(found, temperature_c=warmth, meetings=[meeting], seed=7, begin="settled", pace_sd=0.0, lines=20_000, runs=4)

    def test_as_the_closed_form_says_for_one_just_settled(self) -> None:
        """The grid convolution of ``left_fraction`` and 80,000 followed lines: four standard errors apart at most."""
        for cycle, warmth, days in (("ich", 25.0, 3.0), ("ich", 25.0, 4.0), ("cryptocaryon", 25.0, 14.0), ("amyloodinium", 25.0, 9.0), ("ich", 15.0, 8.0)):
            with self.subTest(cycle=cycle, days=days):
                expected = left_fraction(FOUND.life_cycles[cycle], temperature_c=warmth, days=days, by="medicine")
                found = self.settled(cycle, warmth=warmth, meeting=Meeting(in_range_h=((0.0, days * 24),)))
                self.assertAlmostEqual(found.middle, expected, delta=4 * math.sqrt(max(expected, 1e-4) / 80_000) + 0.004)

    def test_what_is_still_on_the_fish_at_the_last_move(self) -> None:
        """Moves every hour to the fifth day: P(T_fish > 120 h), log-normal with nine in ten in 72 to 168 h (scipy)."""
        fish = stages_at(FOUND.life_cycles["cryptocaryon"], temperature_c=25.0)[0].length
        expected = stats.lognorm.sf(120, s=math.log(fish.high_h / fish.low_h) / (2 * stats.norm.ppf(0.95)), scale=fish.middle_h)
        found = self.settled("cryptocaryon", warmth=25.0, meeting=Meeting(moves_h=tuple(float(h) for h in range(121))))
        self.assertAlmostEqual(found.middle, expected, delta=0.008)

    def test_the_same_every_time_and_bounds(self) -> None:
        ich = FOUND.life_cycles["ich"]
        one, two = (never_met(ich, temperature_c=25.0, meetings=held_from(0, 60), seed=3) for _ in range(2))
        self.assertEqual(one, two)
        self.assertLessEqual(0.0, one.low)
        self.assertLessEqual(one.low, one.middle)
        self.assertLessEqual(one.middle, one.high)
        # nothing there meets nothing; a month of it meets them all
        self.assertEqual(never_met(ich, temperature_c=25.0, meetings=[Meeting()], seed=3).middle, 1.0)
        self.assertEqual(never_met(ich, temperature_c=25.0, meetings=held_from(0, 720), seed=3).high, 0.0)
        with self.assertRaises(InvalidInput):
            never_met(ich, temperature_c=25.0, meetings=[], seed=3)
        with self.assertRaises(NotKnownYet):
            never_met(ich, temperature_c=1.0, meetings=held_from(0, 60), seed=3)

    @settings(max_examples=25, deadline=None)
    @given(st.floats(10, 200), st.floats(1, 120), st.sampled_from(["ich", "amyloodinium", "cryptocaryon"]))
    def test_more_hours_in_range_never_let_more_through(self, hours: float, more: float, cycle: str) -> None:
        found = FOUND.life_cycles[cycle]
        short, long = (never_met(found, temperature_c=25.0, meetings=held_from(0, h), seed=5, lines=400, runs=20).middle for h in (hours, hours + more))
        self.assertLessEqual(long, short + 0.03)


class Otherwises(TestCase):
    def reckon(self, name: str, condition: str, *, warmth: float = 25.0, **asked: object) -> WhatIf:
        protocol = FOUND.courses[name]
        tank = TankFacts(water=Water(net_volume_l=80, net_uncertainty_l=2), temperature_c=warmth, surroundings=Surroundings(water=protocol.water[0]))
        made: CoursePlan = plan(name, warmth=warmth, condition=condition)
        return what_if(made, protocol, tank=tank, asked=Otherwise(**asked), condition=condition, temperature_c=warmth, found=FOUND)  # type: ignore[arg-type]

    def test_fifteen_hundredths_less_water(self) -> None:
        """The same milligrams in 68 L instead of 80: every level is 1 / 0.85 of what was planned."""
        told = self.reckon("copper_30_strict", "marine_ich", less_water_fraction=0.15)
        for hours in (1.0, 30.0, 200.0):
            at = told.planned.plan.starts_at + timedelta(hours=hours)
            levels = [r.plan.held[0].expected.level(at).concentration_mg_per_l for r in (told.planned, told.otherwise)]
            self.assertAlmostEqual(levels[1], levels[0] / 0.85, places=9)
        self.assertAlmostEqual(told.otherwise.highest_fraction or 0, (told.planned.highest_fraction or 0) / 0.85, places=9)

    def test_a_third_changed_and_nothing_put_back(self) -> None:
        """Copper does not decay: after a third is changed two thirds of it are left, and a course of thirty days is under its range for the rest."""
        told = self.reckon("copper_30_strict", "marine_ich", changed_day=9)
        at = told.planned.plan.starts_at + timedelta(days=8, hours=2)
        before, after = (r.plan.held[0].expected.level(at).concentration_mg_per_l for r in (told.planned, told.otherwise))
        self.assertAlmostEqual(after, before * 2 / 3, places=9)

    def test_stopped_on_day_five_it_is_taken_out_then(self) -> None:
        told = self.reckon("copper_30_strict", "marine_ich", stop_day=5)
        self.assertEqual(told.otherwise.plan.treatment_ends_at, told.planned.plan.starts_at + timedelta(days=4))
        self.assertFalse(any(s.kind == "dose" and s.due_at >= told.otherwise.plan.treatment_ends_at for s in told.otherwise.plan.steps))
        self.assertGreater(told.otherwise.through.middle if told.otherwise.through else 0, 0.2)
        self.assertTrue(told.otherwise.again)
        # the whole of it anew from the day it was stopped
        whole = told.planned.plan.ends_at - told.planned.plan.starts_at
        self.assertEqual(told.otherwise.free_at, told.otherwise.plan.treatment_ends_at + whole)

    def test_a_missed_dose_takes_its_hours(self) -> None:
        told = self.reckon("copper_30_strict", "marine_ich", missed_day=2)
        doses = [sum(s.kind == "dose" for s in r.plan.steps) for r in (told.planned, told.otherwise)]
        self.assertEqual(doses[0] - doses[1], 1)
        self.assertLess(told.otherwise.in_range_h or 0, told.planned.in_range_h or 0)

    def test_new_fish_bring_what_has_less_of_the_course_before_it(self) -> None:
        late = self.reckon("copper_10", "marine_velvet", joined_day=9).otherwise.through
        early = self.reckon("copper_10", "marine_velvet", joined_day=1).otherwise.through
        assert late is not None and early is not None
        self.assertGreater(late.middle, early.middle)

    def test_carbon_left_in_takes_it_out(self) -> None:
        told = self.reckon("chloroquine", "marine_velvet", carbon=True)
        self.assertLess(told.otherwise.in_range_h or 0, (told.planned.in_range_h or 0) / 2)

    def test_each_thing_alone_lets_through_no_more_than_all_of_them(self) -> None:
        told = self.reckon("copper_30_strict", "marine_ich", stop_day=12, missed_day=3, changed_day=8)
        assert told.otherwise.through is not None
        self.assertEqual(set(told.alone), {"stop_day", "missed_day", "changed_day"})
        for name, part in told.alone.items():
            with self.subTest(name):
                assert part.through is not None
                self.assertLessEqual(part.through.middle, told.otherwise.through.high + 0.02)

    def test_what_cant_be_names_its_field(self) -> None:
        for field, asked in (
            ("otherwise", {}), ("stop_day", {"stop_day": 0}), ("stop_day", {"stop_day": 400}), ("missed_day", {"missed_day": 20}),
            ("changed_share", {"changed_day": 2, "changed_fraction": 1.5}), ("less_water", {"less_water_fraction": 0.95}),
            ("less_water", {"less_water_fraction": math.nan}), ("joined_day", {"joined_day": -1}),
        ):  # fmt: skip
            with self.subTest(asked=asked), self.assertRaises(InvalidInput) as caught:
                self.reckon("copper_30_strict", "marine_ich", **asked)
            self.assertEqual(caught.exception.field, field)

    def test_every_course_can_be_stopped_on_its_second_day(self) -> None:
        for name, protocol in FOUND.courses.items():
            with self.subTest(name):
                condition = protocol.conditions[0] if protocol.conditions else ""
                try:
                    told = self.reckon(name, condition, stop_day=1)
                except InvalidInput as error:
                    self.fail(f"{name}: {error.message}")
                self.assertGreaterEqual(told.otherwise.free_at, told.planned.plan.starts_at)
