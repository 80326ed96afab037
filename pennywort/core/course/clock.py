"""The clock of a course: it counts only what its rule counts, and says what restarted it."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal

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
    return Counted(at=at, good=False, words=f"read {reading:.3g}, {'below' if reading < low else 'above'} the range")


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
        raise InvalidInput("A clock counts to something.", field="length")
    of_days = math.ceil(rule.length_h / DAY_H - 1e-9)
    if rule.counts == "days":
        total = max(0.0, (now - start_at) / timedelta(hours=1))
        return _state(rule, total, of_days=of_days, running=now >= start_at, started=start_at, now=now, slips=())
    seen = sorted((c for c in counted if start_at <= c.at <= now), key=lambda c: c.at)
    slips: list[Slip] = []
    total, started, good_since, bad_since, last = 0.0, None, None, None, None
    for one in seen:
        if rule.counts == "doses" and one.good and last is not None:
            one_late = _hours(last.at, one.at) - (rule.every_h or DAY_H) * 1.5
            if one_late > 1e-9 and good_since is not None:
                covered = last.at + timedelta(hours=(rule.every_h or DAY_H) * 1.5)
                total += _hours(good_since, covered)
                total, started = _slip(rule, slips, at=covered, until=one.at, total=total, started=started, words="a dose was missed")
                good_since = None
        if rule.counts == "readings" and good_since is not None and last is not None and _hours(last.at, one.at) > rule.gap_h + 1e-9:
            total += _hours(good_since, last.at)
            words = f"nothing was read for {_hours(last.at, one.at):.0f} hours"
            total, started = _slip(rule, slips, at=last.at, until=one.at, total=total, started=started, words=words)
            good_since = None
        if one.good:
            if bad_since is not None:
                total, started = _slip(rule, slips, at=bad_since.at, until=one.at, total=total, started=started, words=bad_since.words or "out of range")
                bad_since = None
            if good_since is None:
                good_since = one.at
                started = started or one.at
        elif good_since is not None:
            # the level was last known good at the reading before this one
            assert last is not None
            total += _hours(good_since, last.at)
            bad_since, good_since = Counted(at=last.at, good=False, words=one.words), None
        last = one
    running = good_since is not None
    if good_since is not None and last is not None:
        window = rule.gap_h if rule.counts == "readings" else (rule.every_h or DAY_H) * 1.5
        known = last.at + timedelta(hours=window)
        running = now <= known
        total += _hours(good_since, now if running else last.at if rule.counts == "readings" else known)
    return _state(rule, total, of_days=of_days, running=running, started=started, now=now, slips=tuple(slips))


def _hours(begin: datetime, end: datetime) -> float:
    return max(0.0, (end - begin) / timedelta(hours=1))


def _slip(
    rule: ClockRule, slips: list[Slip], *, at: datetime, until: datetime, total: float, started: datetime | None, words: str
) -> tuple[float, datetime | None]:
    """Book a gap: the hours counted so far, and since when, after it."""
    if started is None:
        return total, started
    lasted = _hours(at, until)
    restarts = rule.slip == "restart" or (rule.slip == "mixed" and lasted >= rule.gap_h - 1e-9)
    if restarts:
        slips.append(Slip(at=at, kind="restarted", words=words, lost_h=total + lasted))
        return 0.0, until
    slips.append(Slip(at=at, kind="paused", words=words, lost_h=lasted))
    return total, started


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
