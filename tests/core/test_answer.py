"""What a reading of a medicine asks for."""

from __future__ import annotations

import math
from typing import Any
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from pennywort.core.course.answer import answer_to
from pennywort.core.errors import InvalidInput

RANGE: dict[str, Any] = {"low_mg_per_l": 1.5, "high_mg_per_l": 2.5, "kit_off_mg_per_l": 0.15}


class Answers(TestCase):
    def test_above_below_and_within(self) -> None:
        """3.6 to 2.25 is a change of 37.5 % (f = 1 - T / C, arithmetic); 1.2 wants what is missing; 2.4 nothing."""
        above = answer_to(3.6, target_mg_per_l=2.25, **RANGE)
        assert above is not None
        self.assertAlmostEqual(above.change_fraction, 0.375)
        below = answer_to(1.2, target_mg_per_l=2.25, **RANGE)
        assert below is not None
        self.assertEqual((below.change_fraction, below.target_mg_per_l), (0.0, 2.25))
        self.assertIsNone(answer_to(2.4, target_mg_per_l=2.25, **RANGE))

    def test_while_it_is_built_up_below_is_no_alarm_and_above_is(self) -> None:
        self.assertIsNone(answer_to(0.6, target_mg_per_l=2.25, building=True, **RANGE))
        self.assertIsNotNone(answer_to(2.9, target_mg_per_l=2.25, building=True, **RANGE))

    def test_a_target_at_the_top_moves_the_alarm_by_what_a_kit_can_be_off(self) -> None:
        self.assertIsNone(answer_to(2.6, target_mg_per_l=2.5, **RANGE))
        self.assertIsNotNone(answer_to(2.7, target_mg_per_l=2.5, **RANGE))
        self.assertIsNotNone(answer_to(2.6, target_mg_per_l=2.25, **RANGE))

    @given(st.floats(0, 50))
    def test_what_is_asked_brings_it_to_its_target(self, level: float) -> None:
        asked = answer_to(level, target_mg_per_l=2.0, **RANGE)
        if asked is not None and asked.change_fraction:
            self.assertAlmostEqual(level * (1 - asked.change_fraction), 2.0)

    def test_what_can_not_be(self) -> None:
        for level in (-1.0, math.nan, math.inf):
            with self.assertRaises(InvalidInput):
                answer_to(level, target_mg_per_l=2.0, **RANGE)
