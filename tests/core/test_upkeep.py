"""When what is done every so many days falls due: worked by hand on a calendar."""

from __future__ import annotations

from datetime import date, timedelta
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from pennywort.core.course.upkeep import every_words, next_time
from pennywort.core.errors import InvalidInput
from pennywort.core.reference import library

DAY = date(2026, 11, 24)


def due(*, begins: int = 0, every: int = 5, last: int | None = None, today: int = 0) -> tuple[int, int]:
    """Days after the 24th on which it falls due, and how late it is."""
    told = next_time(
        begins_on=DAY + timedelta(days=begins),
        every_days=every,
        last_on=None if last is None else DAY + timedelta(days=last),
        today=DAY + timedelta(days=today),
    )
    return (told.due_on - DAY).days, told.late_days


class NextTime(TestCase):
    def test_by_the_calendar(self) -> None:
        self.assertEqual(due(), (0, 0))
        self.assertEqual(due(begins=3), (3, 0))
        self.assertEqual(due(today=2), (0, 2))
        # done on the day: five days on; done two days late: from then
        self.assertEqual(due(last=0, today=1), (5, 0))
        self.assertEqual(due(last=2, today=8), (7, 1))
        # what was done before it began does not bring it forward
        self.assertEqual(due(begins=3, last=-4), (3, 0))

    @given(st.integers(1, 90), st.integers(-60, 60), st.integers(-60, 60))
    def test_once_done_it_is_not_due_before_its_days_are_over(self, every: int, last: int, today: int) -> None:
        on, late = due(every=every, last=last, today=today, begins=-100)
        self.assertEqual(on, last + every)
        self.assertEqual(late, max(0, today - last - every))

    def test_days_that_cant_be(self) -> None:
        for every in (0, -3, 91):
            with self.assertRaises(InvalidInput) as refused:
                due(every=every)
            self.assertEqual(refused.exception.field, "every_days")

    def test_in_words(self) -> None:
        self.assertEqual([every_words(n) for n in (1, 2, 5, 7, 14)], ["every day", "every other day", "every 5 days", "every week", "every two weeks"])

    def test_only_a_change_and_a_test_have_ledgers_of_their_own(self) -> None:
        by = {k.id: k.done_by for k in library().upkeep.values()}
        self.assertEqual((by.pop("change"), by.pop("test"), set(by.values())), ("change", "reading", {"note"}))
