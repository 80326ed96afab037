"""A bath while it runs: phases, seconds, marks and signs."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from pennywort.core.errors import InvalidInput
from pennywort.core.medicine.bath_run import SIGNS, Happened, clock_words, minute_marks, read_run, rescue_steps

START = datetime(2026, 11, 24, 23, 0, tzinfo=UTC)


def at(seconds: float, kind: str) -> Happened:
    return Happened(at=START + timedelta(seconds=seconds), kind=kind)


def read(*events: Happened, now: float, minutes: float = 30.0, turns: int = 1) -> tuple[str, int, int, int]:
    state = read_run(events, minutes=minutes, turns=turns, now=START + timedelta(seconds=now))
    return state.phase, state.turn_count, state.elapsed_s, state.over_s


class Phases(TestCase):
    def test_from_ready_to_done(self) -> None:
        self.assertEqual(read(now=5), ("ready", 0, 0, 0))
        self.assertEqual(read(at(0, "in"), now=90), ("in", 1, 90, 0))
        self.assertEqual(read(at(0, "in"), at(1200, "out"), now=9000), ("done", 1, 1200, 0))

    def test_the_limit_takes_them_out_and_what_is_over_is_counted(self) -> None:
        """Thirty minutes are 1800 s; out at 1935 s is 2:15 over."""
        self.assertEqual(read(at(0, "in"), now=1800), ("in", 1, 1800, 0))
        self.assertEqual(read(at(0, "in"), now=1801), ("take_out", 1, 1801, 1))
        self.assertEqual(read(at(0, "in"), at(1935, "out"), now=9000), ("done", 1, 1935, 135))
        self.assertEqual(clock_words(135), "2:15")

    def test_the_first_sign_takes_them_out_whatever_the_timer_says(self) -> None:
        """Out early at heavy breathing or frantic swimming (common practice)."""
        for sign in SIGNS:
            state = read_run([at(0, "in"), at(100, sign), at(130, "frantic")], minutes=30, turns=1, now=START + timedelta(seconds=140))
            self.assertEqual((state.phase, state.sign), ("take_out", sign))
        self.assertEqual(read(at(0, "in"), at(50, "pink"), now=60)[0], "in")

    def test_a_series_in_one_mix(self) -> None:
        """Each turn has its own time; a sign of the turn before is not the next one's."""
        first = (at(0, "in"), at(60, "rolled"), at(80, "out"))
        self.assertEqual(read(*first, now=100, turns=2), ("between", 1, 80, 0))
        self.assertEqual(read(*first, at(200, "in"), now=260, turns=2), ("in", 2, 60, 0))
        self.assertEqual(read(*first, at(200, "in"), at(400, "out"), now=500, turns=2)[0], "done")
        self.assertEqual(read(*first, at(150, "end"), now=500, turns=3)[0], "done")

    def test_what_can_not_be(self) -> None:
        for events in ((at(0, "out"),), (at(0, "in"), at(5, "in")), (at(0, "in"), at(5, "out"), at(6, "out"))):
            with self.assertRaises(InvalidInput):
                read(*events, now=10)
        for minutes in (0.0, -1.0, float("nan"), float("inf")):
            with self.assertRaises(InvalidInput):
                read(now=0, minutes=minutes)

    @given(st.floats(0.2, 600), st.integers(0, 40_000_000))
    @settings(max_examples=80, deadline=None)
    def test_elapsed_and_over_agree_with_the_clock(self, minutes: float, now_ms: int) -> None:
        # whole milliseconds: an instant holds microseconds, and a figure nearer to a full second than that becomes it
        now = now_ms / 1000
        phase, _, elapsed, over = read(at(0, "in"), now=now, minutes=minutes)
        self.assertEqual(elapsed, now_ms // 1000)
        self.assertEqual(phase == "take_out", over > 0)
        self.assertLessEqual(abs(over - max(0.0, now - minutes * 60)), 1.0)


class Marks(TestCase):
    def test_a_long_bath_speaks_every_five_minutes_and_at_the_last_three(self) -> None:
        self.assertEqual(
            minute_marks(30),
            ((300, "5 minutes in"), (600, "10 minutes in"), (900, "15 minutes in"), (1200, "20 minutes in"), (1500, "25 minutes in"),
             (1620, "3 minutes left"), (1680, "2 minutes left"), (1740, "one minute left"), (1800, "take them out now")),
        )  # fmt: skip

    def test_a_short_one_every_minute(self) -> None:
        self.assertEqual([s for s, _ in minute_marks(5)], [60, 120, 180, 240, 300])
        self.assertEqual(minute_marks(0.2), ((12, "take them out now"),))

    def test_the_rescue_names_what_stops_it(self) -> None:
        self.assertIn("Beside it: peroxide.", rescue_steps(neutraliser="Beside it: peroxide."))
        self.assertTrue(rescue_steps()[0].startswith("Fish out now"))
