"""The ledger of a group: recounts beside the book, and that nothing is made up or lost in it."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from pennywort.core.outcome.figures import Count
from pennywort.core.outcome.release import feeding_plan
from pennywort.core.outcome.tally import Entry, Kind, counted_before, other_part, reconcile, tally

START = datetime(2026, 11, 1, tzinfo=UTC)


def n(count: int, plus_minus: int = 0) -> Count:
    return Count(count=count, plus_minus=plus_minus)


def on(day: int, kind: Kind, count: int, plus_minus: int = 0) -> Entry:
    return Entry(at=START + timedelta(days=day), kind=kind, count=n(count, plus_minus))


class TheOtherPart(TestCase):
    @given(st.integers(40, 400), st.integers(1, 20), st.integers(1, 12), st.integers(-8, 8))
    def test_weighed_as_weighted_least_squares_weigh(self, whole: int, off: int, part_off: int, apart: int) -> None:
        """Unknown: the part. Equations: part = thought, part = whole - counted; each row by its own plus-minus (numpy's lstsq)."""
        counted = whole // 3
        thought = max(part_off, whole - counted + apart)
        found = other_part(whole=n(whole, off), counted=n(counted), thought=n(thought, part_off), derived=False)
        if abs(whole - counted - thought) > (off**2 + part_off**2) ** 0.5 + 1:
            self.assertIsNone(found)
        elif found is not None:
            solved, *_ = np.linalg.lstsq(np.array([[1 / part_off], [1 / off]]), np.array([thought / part_off, (whole - counted) / off]), rcond=None)
            self.assertAlmostEqual(found.count, float(solved[0]), delta=0.500001)
            self.assertLessEqual(found.plus_minus, min(off, part_off))

    def test_what_was_never_counted_is_the_rest(self) -> None:
        self.assertEqual(other_part(whole=n(240, 20), counted=n(37), thought=n(200, 20), derived=True), n(203, 20))
        self.assertIsNone(other_part(whole=n(240, 20), counted=n(40), thought=n(200, 20), derived=True))
        self.assertIsNone(other_part(whole=n(240, 20), counted=n(90), thought=n(200, 20), derived=True))
        # an exact part is not moved by anything
        self.assertIsNone(other_part(whole=n(240, 20), counted=n(47), thought=n(200), derived=False))

    def test_counted_back_to_the_move(self) -> None:
        """35 counted after two were lost, four sold (± 1) and three joined: 38 before."""
        since = [on(2, "lost", 2), on(3, "left", 4, 1), on(4, "joined", 3)]
        self.assertEqual(counted_before(n(35), gone=since), n(38, 1))


class Recounts(TestCase):
    def test_within_the_plus_minus_nothing_is_missing(self) -> None:
        """About 39 ± 3 and counted 37 ± 1: apart by 2, off by the root of 10: the first number was off by two."""
        told = reconcile(book=n(39, 3), counted=n(37, 1))
        self.assertEqual((told.missing, told.more, told.shift_count), (None, None, -2))
        self.assertEqual(told.words, "The book said about 39 ± 3: within its plus-minus.")

    def test_beyond_it_fish_are_missing(self) -> None:
        """18 by the book, 16 counted: two are missing. About 40 ± 2 and counted 30 ± 1: ten are, give or take the root of 5, rounded up."""
        self.assertEqual(reconcile(book=n(18), counted=n(16)).missing, n(2))
        told = reconcile(book=n(40, 2), counted=n(30, 1))
        self.assertEqual((told.missing, told.words), (n(10, 3), "The book said about 40 ± 2: about 10 ± 3 missing."))

    def test_more_than_the_book_knew(self) -> None:
        told = reconcile(book=n(5), counted=n(7))
        self.assertEqual((told.more, told.words), (n(2), "The book said 5: 2 more than it knew of."))
        self.assertEqual(reconcile(book=n(5), counted=n(5)).words, "The book said 5 as well.")


class Tallies(TestCase):
    def test_by_hand(self) -> None:
        """About 600 ± 20; 40 ± 5 lost: 560 ± 21, the root of 425 rounded up. Counted 540 ± 4, within it. 30 sold, 10 parted: 500 ± 4."""
        told = tally(start=n(600, 20), entries=[on(9, "parted", 10), on(2, "lost", 40, 5), on(5, "recount", 540, 4), on(7, "left", 30)])
        self.assertEqual([x.left for x in told.lines], [n(560, 21), n(540, 4), n(510, 4), n(500, 4)])
        self.assertEqual((told.left, told.shift_count, told.missing), (n(500, 4), -20, ()))

    def test_what_happened_at_the_instant_of_a_recount_was_counted_with_it(self) -> None:
        self.assertEqual(tally(start=n(10), entries=[on(3, "recount", 8), on(3, "lost", 2)]).left, n(8))
        self.assertEqual(tally(start=n(10), entries=[on(3, "recount", 8), on(3, "lost", 2)]).missing, ())

    def test_a_loss_written_later_explains_what_a_recount_missed(self) -> None:
        found = tally(start=n(10), entries=[on(4, "recount", 8)])
        self.assertEqual(found.missing, ((START + timedelta(days=4), 2),))
        self.assertEqual(tally(start=n(10), entries=[on(4, "recount", 8), on(2, "lost", 2)]).missing, ())

    @given(
        st.integers(0, 200),
        st.lists(st.tuples(st.integers(0, 30), st.sampled_from(["lost", "left", "parted", "recount"]), st.integers(0, 30)), max_size=12),
    )
    @settings(max_examples=150, deadline=None)
    def test_every_fish_is_somewhere(self, start: int, rows: list[tuple[int, Kind, int]]) -> None:
        """Start, plus what recounts corrected, is what is left, went and is missing; as long as nobody takes out more than there are."""
        walked, left = [], start
        for day, kind, count in sorted(rows, key=lambda r: (r[0], r[1] == "recount")):
            taken = count if kind == "recount" else min(count, left)
            left = taken if kind == "recount" else left - taken
            walked.append(on(day, kind, taken))
        told = tally(start=n(start), entries=walked)
        went = sum(e.count.count for e in walked if e.kind != "recount")
        self.assertEqual(start + told.shift_count, told.left.count + went + sum(c for _, c in told.missing))


class Feeding(TestCase):
    def test_two_weeks_of_small_feeds_without_a_gap(self) -> None:
        """Several small feeds a day for two weeks (common practice)."""
        plan = feeding_plan()
        self.assertEqual([d for f in plan for d in range(f.from_days, f.to_days + 1)], list(range(1, 15)))
        self.assertEqual([f.feeds_count for f in plan], sorted((f.feeds_count for f in plan), reverse=True))
        self.assertEqual((plan[0].feeds_count, plan[-1].feeds_count), (5, 3))
