"""The clock of a course: it counts only what its rule counts, and says what restarted it."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal

from pennywort.core.course import phrases
from pennywort.core.errors import InvalidInput

DAY_H = 24.0


@dataclass(frozen=True, kw_only=True)
class Counted:
    """Something the clock looks at: a reading with whether it lay in range, or a dose that was given."""

    at: datetime
    good: bool
    words: str = ""


def judged(at: datetime, reading: float, *, low: float, high: float, edge_fraction: float = 0.0) -> Counted:
    """A reading beside its range, all in one unit; ``edge_fraction`` of an end is still within it."""
    if low * (1 - edge_fraction) <= reading <= high * (1 + edge_fraction):
        return Counted(at=at, good=True)
    return Counted(at=at, good=False, words=phrases.read_out_of_range(reading, low))


@dataclass(frozen=True, kw_only=True)
class ClockRule:
    """``counts`` readings in range, doses on time, or plain days; ``length_h`` in all; what a gap of ``gap_h`` does."""

    counts: Literal["readings", "doses", "days"]
    length_h: float
    slip: Literal["restart", "pause", "mixed"]
    gap_h: float
    every_h: float | None = None


@dataclass(frozen=True, kw_only=True)
class Slip:
    """What stopped or restarted the clock, and when."""

    at: datetime
    kind: Literal["restarted", "paused"]
    words: str
    lost_h: float


@dataclass(frozen=True, kw_only=True)
class ClockState:
    """Where the clock stands. ``day_number`` of ``of_days``; ``ends_at`` if all goes well from now on; ``started_at`` None before it runs."""

    counted_h: float
    day_number: int
    of_days: int
    running: bool
    complete: bool
    started_at: datetime | None
    ends_at: datetime | None
    slips: tuple[Slip, ...]


def read_clock(rule: ClockRule, counted: Sequence[Counted], *, start_at: datetime, now: datetime) -> ClockState:
    """Read the clock at an instant.

    Days: every hour from the start counts. Readings: an hour counts while the reading before it was in range; with no
    reading for longer than ``gap_h`` nobody knows, and the hours since the last reading do not count. Doses: an hour counts
    while the last dose is no older than its interval and half of it again.

    A stretch out of range restarts the count (restart), is only left out (pause), or restarts it where it lasted ``gap_h`` or
    more and is left out where it was shorter (mixed: the default of the reference where the schools differ).

    :raises InvalidInput: a rule of no length.
    """
    if not math.isfinite(rule.length_h) or rule.length_h <= 0:
        raise InvalidInput(phrases.CLOCK_COUNTS_SOMETHING, field="length")
    of_days = math.ceil(rule.length_h / DAY_H - 1e-9)
    if rule.counts == "days":
        total = max(0.0, (now - start_at) / timedelta(hours=1))
        return _state(rule, total, of_days=of_days, running=now >= start_at, started=start_at, now=now, slips=())
    count = _Counting(rule)
    for one in sorted((c for c in counted if start_at <= c.at <= now), key=lambda c: c.at):
        count.read(one)
    running = count.end(now)
    return _state(rule, count.total, of_days=of_days, running=running, started=count.started, now=now, slips=tuple(count.slips))


class _Counting:
    """The hours counted while readings or doses are read one after the other."""

    def __init__(self, rule: ClockRule) -> None:
        self.rule = rule
        self.total = 0.0
        self.slips: list[Slip] = []
        self.started: datetime | None = None
        self.good_since: datetime | None = None
        self.bad_since: Counted | None = None
        self.last: Counted | None = None
        # for so long a dose, or a reading, is good
        self.window_h = rule.gap_h if rule.counts == "readings" else (rule.every_h or DAY_H) * 1.5

    def read(self, one: Counted) -> None:
        """The next reading or dose."""
        self._gap_before(one)
        if one.good:
            if self.bad_since is not None:
                self._slip(self.bad_since.at, until=one.at, words=self.bad_since.words or phrases.OUT_OF_RANGE)
                self.bad_since = None
            if self.good_since is None:
                self.good_since = one.at
                self.started = self.started or one.at
        elif self.good_since is not None:
            # the level was last known good at the reading before this one
            assert self.last is not None
            self._count_to(self.last.at)
            self.bad_since = Counted(at=self.last.at, good=False, words=one.words)
        self.last = one

    def _gap_before(self, one: Counted) -> None:
        """A dose that was missed, or a time in which nothing was read, ends what was counted."""
        if self.last is None or self.good_since is None or _hours(self.last.at, one.at) <= self.window_h + 1e-9:
            return
        if self.rule.counts == "doses" and one.good:
            covered = self.last.at + timedelta(hours=self.window_h)
            self._count_to(covered)
            self._slip(covered, until=one.at, words=phrases.DOSE_MISSED)
        elif self.rule.counts == "readings":
            self._count_to(self.last.at)
            self._slip(self.last.at, until=one.at, words=phrases.nothing_read_for(_hours(self.last.at, one.at)))

    def end(self, now: datetime) -> bool:
        """Count up to now; whether it still runs."""
        if self.good_since is None or self.last is None:
            return self.good_since is not None
        known = self.last.at + timedelta(hours=self.window_h)
        running = now <= known
        self._count_to(now if running else self.last.at if self.rule.counts == "readings" else known)
        return running

    def _count_to(self, at: datetime) -> None:
        assert self.good_since is not None
        self.total += _hours(self.good_since, at)
        self.good_since = None

    def _slip(self, at: datetime, *, until: datetime, words: str) -> None:
        """Book a gap: the hours counted so far, and since when, after it."""
        if self.started is None:
            return
        lasted = _hours(at, until)
        if self.rule.slip == "restart" or (self.rule.slip == "mixed" and lasted >= self.rule.gap_h - 1e-9):
            self.slips.append(Slip(at=at, kind="restarted", words=words, lost_h=self.total + lasted))
            self.total, self.started = 0.0, until
        else:
            self.slips.append(Slip(at=at, kind="paused", words=words, lost_h=lasted))


def _hours(begin: datetime, end: datetime) -> float:
    return max(0.0, (end - begin) / timedelta(hours=1))


def _state(rule: ClockRule, total: float, *, of_days: int, running: bool, started: datetime | None, now: datetime, slips: tuple[Slip, ...]) -> ClockState:
    counted = min(total, rule.length_h)
    complete = total >= rule.length_h - 1e-9
    left = rule.length_h - counted
    return ClockState(
        counted_h=counted,
        day_number=min(of_days, int(counted / DAY_H + 1e-9) + (0 if complete else 1)) if started is not None else 0,
        of_days=of_days,
        running=running and not complete,
        complete=complete,
        started_at=started,
        ends_at=(now + timedelta(hours=left)) if started is not None and not complete else None,
        slips=slips,
    )
