"""Whether an instrument's figure can be true, what the stand-ins send, and how much water a nitrate asks for."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from pennywort.core.errors import InvalidInput, NotKnownYet
from pennywort.core.reference import library
from pennywort.core.water.change import change_for, in_changes
from pennywort.core.water.plausible import Sampled, judge
from pennywort.instruments.simulate import StandIn, figures, pump_reports

NOW = datetime(2026, 11, 24, 12, tzinfo=UTC)
WARMTH = library().instruments["thermometer"].measures[0]
COPPER = library().instruments["copper_colorimeter"].measures[0]


def row(*values: float, every_min: float = 5, end: datetime = NOW) -> list[Sampled]:
    """Figures that were believed, the last of them ``every_min`` before now."""
    return [Sampled(at=end - timedelta(minutes=every_min * (len(values) - i)), value=v) for i, v in enumerate(values)]


class Plausible(TestCase):
    def seen(self, value: float, before: list[Sampled], at: datetime = NOW) -> str:
        return judge(value, at=at, before=before, measure=WARMTH).seen

    def test_a_broken_probe(self) -> None:
        for value in (-127.0, 85.0):
            self.assertEqual(self.seen(value, []), "out_of_range")

    def test_water_does_not_jump(self) -> None:
        """3 °C an hour and 0.2 of noise: in five minutes 0.45 may be, 0.5 may not (by hand)."""
        before = row(25.0, 25.0, 25.0)
        self.assertEqual(self.seen(25.4, before), "ok")
        self.assertEqual(self.seen(25.5, before), "jump")
        self.assertEqual(self.seen(28.1, before, at=NOW + timedelta(hours=1)), "ok")

    def test_a_jump_that_three_agree_on_is_the_water(self) -> None:
        before = [*row(25.0, 25.0, every_min=5, end=NOW - timedelta(minutes=10))]
        for n, expected in enumerate(("jump", "jump", "ok", "ok")):
            at = NOW + timedelta(minutes=5 * n - 10)
            told = judge(21.0 + n * 0.05, at=at, before=before, measure=WARMTH)
            self.assertEqual(told.seen, expected, n)
            before.append(Sampled(at=at, value=21.0 + n * 0.05, seen=told.seen))

    def test_stuck(self) -> None:
        """The very same tenth for more than twelve hours; a colorimeter may say 0.00 for weeks."""
        same = row(*[25.3] * 150)
        self.assertEqual(self.seen(25.3, same), "stuck")
        self.assertEqual(self.seen(25.3, same[-140:]), "ok")
        self.assertEqual(self.seen(25.4, same), "ok")
        self.assertEqual(judge(0.0, at=NOW, before=row(*[0.0] * 40, every_min=1440), measure=COPPER).seen, "ok")

    def test_no_number(self) -> None:
        for value in (float("nan"), float("inf")):
            with self.assertRaises(InvalidInput):
                judge(value, at=NOW, before=[], measure=WARMTH)

    def test_the_words_say_what_is_wrong(self) -> None:
        self.assertEqual(judge(30.0, at=NOW, before=row(25.0), measure=WARMTH).words, "from 25 to 30 °C within 5 minutes: water does not change so fast")


class StandIns(TestCase):
    def sent(self, **more: object) -> list[dict[str, object]]:
        stand_in = StandIn(kind=library().instruments["thermometer"], seed=3, **more)  # type: ignore[arg-type]
        return list(figures(stand_in, {"temperature_c": 25.0}, since=NOW - timedelta(days=1), until=NOW, every=timedelta(minutes=5)))

    def judged(self, rows: list[dict[str, object]]) -> set[str]:
        before: list[Sampled] = []
        for r in rows:
            at, value = datetime.fromisoformat(str(r["at"])), float(str(r["value"]))
            before.append(Sampled(at=at, value=value, seen=judge(value, at=at, before=before, measure=WARMTH).seen))
        return {s.seen for s in before}

    def test_the_same_seed_the_same_lines(self) -> None:
        self.assertEqual(self.sent(), self.sent())
        self.assertEqual(len(self.sent()), 289)

    def test_a_sound_one_is_believed_and_each_fault_is_found(self) -> None:
        self.assertEqual(self.judged(self.sent()), {"ok"})
        for fault, seen in (("stuck", "stuck"), ("jump", "jump"), ("broken", "out_of_range")):
            with self.subTest(fault):
                self.assertIn(seen, self.judged(self.sent(fault=fault, fault_at=NOW - timedelta(hours=20))))

    def test_drift_is_what_it_is_said_to_be(self) -> None:
        first = list(figures(StandIn(kind=library().instruments["salinity_pen"], seed=1, drift_per_day=1.0), {"salinity_g_per_kg": 30}, since=NOW,
                             until=NOW + timedelta(days=4), every=timedelta(hours=1)))  # fmt: skip
        salt = [r["value"] for r in first if r["measure"] == "salinity_g_per_kg"]
        self.assertAlmostEqual(salt[-1] - salt[0], 4.0, delta=0.5)

    def test_a_pump_reports_what_is_due_and_nothing_else(self) -> None:
        schedule = [
            {"task": "a", "due_at": (NOW - timedelta(minutes=1)).isoformat(), "ml": 1.2345},
            {"task": "b", "due_at": (NOW + timedelta(minutes=1)).isoformat(), "ml": 1.0},
        ]
        self.assertEqual(pump_reports(schedule, until=NOW), [{"report": "dose", "task": "a", "at": schedule[0]["due_at"], "ml": 1.23}])


class Changes(TestCase):
    def test_by_hand(self) -> None:
        """40 mg/L to 30 with water that holds none: a quarter. With water of 10: a third. (Dilution by complete mixing.)"""
        self.assertAlmostEqual(change_for(level_mg_per_l=40, target_mg_per_l=30), 0.25)
        self.assertAlmostEqual(change_for(level_mg_per_l=40, target_mg_per_l=30, fresh_mg_per_l=10), 1 / 3)
        self.assertEqual(change_for(level_mg_per_l=20, target_mg_per_l=30), 0.0)

    def test_water_that_holds_as_much_helps_nothing(self) -> None:
        with self.assertRaises(NotKnownYet):
            change_for(level_mg_per_l=40, target_mg_per_l=30, fresh_mg_per_l=30)
        for bad in (-1.0, float("nan")):
            with self.assertRaises(InvalidInput):
                change_for(level_mg_per_l=bad, target_mg_per_l=30)

    def test_in_changes_of_half_at_most(self) -> None:
        self.assertEqual(in_changes(0.0), ())
        self.assertEqual(in_changes(0.22), (0.25,))
        self.assertEqual(in_changes(0.75), (0.5, 0.5))

    @given(st.floats(0.001, 0.999))
    @settings(max_examples=60, deadline=None)
    def test_the_changes_reach_what_was_asked(self, fraction: float) -> None:
        left = 1.0
        for f in in_changes(fraction):
            self.assertLessEqual(f, 0.5 + 1e-9)
            left *= 1 - f
        self.assertLessEqual(left, 1 - fraction + 1e-9)
