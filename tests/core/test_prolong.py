"""The end of a course follows its clock: put off, brought back, and what was done left alone."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from itertools import pairwise
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from pennywort.core.course.clock import Counted, read_clock
from pennywort.core.course.prolong import SLACK, days_between, prolong
from tests.core.test_course import FOUND, LONDON, START, after, plan

DAY = timedelta(days=1)


class Ends(TestCase):
    def test_whole_days_and_never_before_the_first_plan(self) -> None:
        """Thirty days begun again on day 10 end on day 40; a clock two hours over moves nothing; nothing ends before its plan."""
        for clock_h, planned_h, days in ((40 * 24, 33 * 24, 7), (33 * 24 + 2, 33 * 24, 0), (33 * 24 + 3, 33 * 24, 1), (30 * 24, 40 * 24, -7), (0, 33 * 24, 0)):
            got = days_between(planned_end_at=after(planned_h), clock_end_at=after(clock_h), first_end_at=after(33 * 24))
            self.assertEqual(got, days * DAY, (clock_h, planned_h))
        half = days_between(planned_end_at=after(168), clock_end_at=after(178), first_end_at=after(168), slack=timedelta(hours=12))
        self.assertEqual(half, timedelta(0))


class Calendars(TestCase):
    def setUp(self) -> None:
        self.steps = plan("copper_30_strict").steps
        self.end = after(33 * 24)

    def test_copper_comes_out_when_the_days_are_full(self) -> None:
        """A week longer: medicine out a week later, a test a day until then, a change a week more; the build-up stays."""
        got = prolong(self.steps, done=set(), end_at=self.end, later=7 * DAY, zone=LONDON)
        out = next(s for s in got.steps if s.title == "Change half: copper out")
        self.assertEqual(out.due_at, after(40 * 24))
        kinds = [(s.kind, s.title) for s in got.added]
        self.assertEqual(kinds.count(("water_test", "Copper")), 7)
        self.assertEqual(kinds.count(("water_change", "Change a tenth, siphon the bottom")), 1)
        self.assertEqual([s.due_at for s in got.steps if s.kind == "dose"], [s.due_at for s in self.steps if s.kind == "dose"])
        self.assertEqual(got.dropped, ())

    def test_salt_is_not_raised_again_before_the_days_are_full(self) -> None:
        """Low salinity begun again on day 10: what raises it waits as long as the clock does, and the tests go on with it."""
        made = plan("low_salinity")
        up = [s for s in made.steps if s.kind == "salinity" and s.due_at >= made.clock_ends_at]
        self.assertTrue(up and min(s.due_at for s in up) == made.clock_ends_at < made.treatment_ends_at)
        got = prolong(made.steps, done=set(), end_at=made.clock_ends_at, later=10 * DAY, zone=LONDON)
        moved = {(s.place, s.number): s.due_at for s in got.steps}
        for step in up:
            self.assertEqual(moved[(step.place, step.number)], step.due_at + 10 * DAY)
        tests = [max(s.due_at for s in of if s.kind == "water_test") for of in (made.steps, got.steps)]
        self.assertEqual(tests[1] - tests[0], 10 * DAY)

    def test_there_and_back_is_the_first_plan(self) -> None:
        there = prolong(self.steps, done=set(), end_at=self.end, later=5 * DAY, zone=LONDON)
        back = prolong(there.steps, done=set(), end_at=self.end + 5 * DAY, later=-5 * DAY, zone=LONDON)
        self.assertEqual({(s.place, s.number, s.due_at) for s in back.steps}, {(s.place, s.number, s.due_at) for s in self.steps})
        self.assertEqual(set(back.dropped), {(s.place, s.number) for s in there.added})

    def test_daily_tasks_keep_their_hour_over_a_change_of_the_clocks(self) -> None:
        """Begun on 25 September 2026 at nine, put off over the night of 25 October: still at nine, and medicine out too."""
        begin = datetime(2026, 9, 25, 8, tzinfo=UTC)
        made = plan("copper_30_strict", start=begin)
        end = begin + timedelta(days=30)
        got = prolong(made.steps, done=set(), end_at=made.clock_ends_at, later=10 * DAY, zone=LONDON)
        daily = [s for s in got.steps if s.kind == "water_test" and s.title == "Copper" and s.every_h == 24]
        self.assertGreater(max(s.due_at for s in daily), end)
        self.assertEqual({s.due_at.astimezone(LONDON).hour for s in daily}, {9})
        self.assertEqual(next(s for s in got.steps if s.title == "Change half: copper out").due_at.astimezone(LONDON).hour, 9)

    @given(st.sampled_from(["copper_30_strict", "low_salinity", "watch", "ich_salt", "peroxide_in_tank"]), st.integers(-20, 40), st.integers(0, 45))
    @settings(max_examples=60, deadline=None)
    def test_what_was_done_stays_and_distances_hold(self, name: str, days: int, done_days: int) -> None:
        made = plan(name)
        end = made.clock_ends_at
        done = {(s.place, s.number) for s in made.steps if s.due_at < after(24 * done_days)}
        got = prolong(made.steps, done=done, end_at=end, later=days * DAY, zone=LONDON)
        kept = {(s.place, s.number): s for s in got.steps}
        for step in made.steps:
            if (step.place, step.number) in done:
                self.assertEqual(kept[(step.place, step.number)], step)
        for place in {s.place for s in got.steps if s.every_h}:
            line = sorted((s for s in got.steps if s.place == place), key=lambda s: s.number)
            self.assertEqual(len({s.number for s in line}), len(line))
            for one, other in pairwise(line):
                self.assertGreaterEqual((other.due_at - one.due_at) / timedelta(hours=1), (line[0].every_h or 0) - 1.01)


class OnTime(TestCase):
    def test_what_is_done_on_time_moves_no_end(self) -> None:
        """Every protocol, all doses on time and every reading in range: its calendar never moves, on any day of it."""
        for name in FOUND.courses:
            made = plan(name)
            if made.clock is None:
                continue
            end = made.clock_ends_at
            rule = made.clock
            kinds = {"doses": ("dose",), "readings": ("water_test",), "days": ()}[rule.counts]
            # copper is in range once its last quarter is in
            ready = max((s.due_at for s in made.steps if s.kind == "dose"), default=START) if rule.counts == "readings" else START
            if rule.counts == "readings" and not any(s.kind == "dose" for s in made.steps):
                ready = max((s.due_at for s in made.steps if s.kind == "salinity" and s.due_at < end), default=START)
            counted = [Counted(at=s.due_at, good=True) for s in made.steps if s.kind in kinds and s.due_at >= ready]
            days = int((end - START) / DAY)
            for day in range(days):
                now = after(24 * day + 1)
                state = read_clock(rule, [c for c in counted if c.at <= now], start_at=START, now=now)
                if state.complete:
                    continue
                clock_end = state.ends_at or now + timedelta(hours=rule.length_h)
                slack = timedelta(hours=12) if rule.counts == "doses" else SLACK
                later = days_between(planned_end_at=end, clock_end_at=clock_end, first_end_at=end, slack=slack)
                with self.subTest(name, day=day):
                    self.assertEqual(later, timedelta(0))
