"""The gate of the release, line by line, and the drip by hand."""

from __future__ import annotations

from dataclasses import replace
from datetime import UTC, datetime, timedelta
from unittest import TestCase

from pennywort.core.errors import InvalidInput
from pennywort.core.outcome.release import Meal, ReleaseFacts, drip, gate

NOW = datetime(2026, 11, 24, 14, 20, tzinfo=UTC)


def ago(days: float) -> datetime:
    return NOW - timedelta(days=days)


FINE = ReleaseFacts(
    watched_since=ago(31), needed_days=30, treated_until=None, medicine="", meals=[Meal(at=ago(1), well=True)], sign_at=None, looked_at=ago(1),
    apart_c=0.4, apart_g_per_kg=0.5, salt_matters=True, destination=True,
)  # fmt: skip


class Gates(TestCase):
    def missing(self, **change: object) -> dict[str, str]:
        found = gate(replace(FINE, **change), now=NOW)  # type: ignore[arg-type]
        return {c.name: c.state for c in found.checks if c.state != "yes"}

    def test_all_is_there(self) -> None:
        found = gate(FINE, now=NOW)
        self.assertEqual((found.open, found.earliest_at, len(found.checks)), (True, NOW, 8))

    def test_each_line_alone_holds_it_shut(self) -> None:
        for change, name, state in (
            ({"watched_since": ago(29)}, "watched", "no"),
            ({"treated_until": NOW + timedelta(days=5)}, "no treatment runs", "no"),
            ({"medicine": "copper still in the water"}, "medicine out", "no"),
            ({"meals": []}, "eating", "unknown"),
            ({"meals": [Meal(at=ago(4), well=True)]}, "eating", "unknown"),
            ({"meals": [Meal(at=ago(1), well=True), Meal(at=ago(2), well=False)]}, "eating", "no"),
            ({"looked_at": ago(3)}, "no signs", "unknown"),
            ({"looked_at": None}, "no signs", "unknown"),
            ({"sign_at": ago(10)}, "no signs", "no"),
            ({"apart_c": 2.5}, "temperature matched", "no"),
            ({"apart_c": None}, "temperature matched", "unknown"),
            ({"apart_g_per_kg": 4.0}, "salinity matched", "no"),
        ):
            with self.subTest(change):
                self.assertEqual(self.missing(**change), {name: state})

    def test_the_earliest_day_is_the_latest_of_what_only_waits(self) -> None:
        """Ten of thirty days, and a sign six days ago: the sign's thirty days end on day 24 from now, after the watching's 20."""
        found = gate(replace(FINE, watched_since=ago(10), sign_at=ago(6)), now=NOW)
        self.assertEqual(found.earliest_at, ago(6) + timedelta(days=30))
        self.assertIsNone(gate(replace(FINE, watched_since=ago(10), medicine="salt still in the water"), now=NOW).earliest_at)

    def test_a_sign_of_before_the_watching_is_the_watchings_own(self) -> None:
        self.assertEqual(self.missing(sign_at=ago(40)), {})
        self.assertEqual(self.missing(destination=False, apart_c=None, apart_g_per_kg=None), {})

    def test_days_that_are_none(self) -> None:
        for days in (0.0, -3.0, 400.0, float("nan"), float("inf")):
            with self.assertRaises(InvalidInput):
                gate(replace(FINE, needed_days=days), now=NOW)


class Drips(TestCase):
    def test_by_hand(self) -> None:
        """3 degrees apart to within half a degree: a sixth of it is left once five times 5 L are added, 25 L in 45 minutes."""
        got = drip(box_l=5, apart=3.0, within=0.5)
        self.assertEqual((got.add_l, got.times_fraction), (25.0, 5.0))
        self.assertAlmostEqual(got.rate_ml_per_min, 25_000 / 45)
        self.assertAlmostEqual(3.0 * 5 / (5 + got.add_l), 0.5)

    def test_at_least_as_much_again(self) -> None:
        self.assertEqual(drip(box_l=5, apart=0.0, within=0.5).add_l, 5.0)

    def test_what_can_not_be(self) -> None:
        for change, field in (
            ({"box_l": 0.0}, "box"),
            ({"apart": -1.0}, "apart"),
            ({"apart": 50.0}, "apart"),
            ({"within": 0.0}, "within"),
            ({"lasts_min": float("nan")}, "minutes"),
        ):
            with self.assertRaises(InvalidInput) as caught:
                drip(**{"box_l": 5.0, "apart": 1.0, "within": 0.5, **change})
            self.assertEqual(caught.exception.field, field)
