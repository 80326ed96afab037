"""When what is done every so many days falls due."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta

from pennywort.core.course import phrases
from pennywort.core.errors import InvalidInput

LONGEST_DAYS = 90
LAPSES_DAYS = 3


@dataclass(frozen=True, kw_only=True)
class NextTime:
    """The day on which it falls due, and for how many days it has been late (0: not late)."""

    due_on: date
    late_days: int
    # of one that ends by itself: nothing of it falls due any more
    over: bool = False


def next_time(*, begins_on: date, every_days: int, last_on: date | None, today: date, ends_on: date | None = None) -> NextTime:
    """Counted from the day on which it was last done, not from the day on which it was due: a change made late moves the next one (common practice).

    What ``ends_on`` a day is over once its next time would lie after it; what was not done by then falls away three days later.

    :raises InvalidInput: not every 1 to 90 days.
    """
    if not 1 <= every_days <= LONGEST_DAYS:
        raise InvalidInput(phrases.every_so_many_days(LONGEST_DAYS), field="every_days")
    due_on = begins_on if last_on is None else max(begins_on, last_on + timedelta(days=every_days))
    over = ends_on is not None and (due_on > ends_on or today > ends_on + timedelta(days=LAPSES_DAYS))
    return NextTime(due_on=due_on, late_days=max(0, (today - due_on).days), over=over)


def every_words(every_days: int) -> str:
    """How often, in words."""
    return phrases.every(every_days)
