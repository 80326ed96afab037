"""The end of a course follows its clock: put off, brought back, and what was done left alone."""

from __future__ import annotations

from datetime import timedelta
from itertools import pairwise
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from pennywort.core.course.prolong import days_between, prolong
from tests.core.test_course import START, after, plan

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
        got = prolong(self.steps, done=set(), end_at=self.end, later=7 * DAY)
        out = next(s for s in got.steps if s.kind == "remove")
        self.assertEqual(out.due_at, after(40 * 24))
        kinds = [(s.kind, s.title) for s in got.added]
        self.assertEqual(kinds.count(("water_test", "Copper")), 7)
        self.assertEqual(kinds.count(("water_change", "Change a tenth, siphon the bottom")), 1)
        self.assertEqual([s.due_at for s in got.steps if s.kind == "dose"], [s.due_at for s in self.steps if s.kind == "dose"])
        self.assertEqual(got.dropped, ())

    def test_there_and_back_is_the_first_plan(self) -> None:
        there = prolong(self.steps, done=set(), end_at=self.end, later=5 * DAY)
        back = prolong(there.steps, done=set(), end_at=self.end + 5 * DAY, later=-5 * DAY)
        self.assertEqual({(s.place, s.number, s.due_at) for s in back.steps}, {(s.place, s.number, s.due_at) for s in self.steps})
        self.assertEqual(set(back.dropped), {(s.place, s.number) for s in there.added})

    @given(st.sampled_from(["copper_30_strict", "low_salinity", "watch", "ich_salt", "peroxide_in_tank"]), st.integers(-20, 40), st.integers(0, 45))
    @settings(max_examples=60, deadline=None)
    def test_what_was_done_stays_and_distances_hold(self, name: str, days: int, done_days: int) -> None:
        made = plan(name)
        end = made.treatment_ends_at if made.treatment_ends_at > START else made.ends_at
        done = {(s.place, s.number) for s in made.steps if s.due_at < after(24 * done_days)}
        got = prolong(made.steps, done=done, end_at=end, later=days * DAY)
        kept = {(s.place, s.number): s for s in got.steps}
        for step in made.steps:
            if (step.place, step.number) in done:
                self.assertEqual(kept[(step.place, step.number)], step)
        for place in {s.place for s in got.steps if s.every_h}:
            line = sorted((s for s in got.steps if s.place == place), key=lambda s: s.number)
            self.assertEqual(len({s.number for s in line}), len(line))
            for one, other in pairwise(line):
                self.assertGreaterEqual((other.due_at - one.due_at) / timedelta(hours=1), (line[0].every_h or 0) - 1.01)
