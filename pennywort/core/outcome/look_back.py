"""What a record says of itself afterwards: delays, late doses, hours out of range, what the ranking said. Facts, no blame. Pure."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal

from pennywort.core.outcome import phrases
from pennywort.core.outcome.figures import Count
from pennywort.core.reference.naming import mid_sentence

Topic = Literal["delay", "doses", "level", "tests", "clock", "ranking", "losses", "moves"]
# a dose within this of its time, or within this part of the time to the next, was on time (common practice)
ON_TIME = timedelta(hours=2)
ON_TIME_PART = 0.15
# days after which a treatment that does nothing is doubted (common practice: not better in 3-4 days, look again)
LOOK_AGAIN = timedelta(days=4)


@dataclass(frozen=True, kw_only=True)
class DueDone:
    """Something planned: when it was due, when it was done (None: never), whether somebody left it out on purpose."""

    title: str
    due_at: datetime
    done_at: datetime | None
    left_out: bool = False
    every_h: float | None = None


@dataclass(frozen=True, kw_only=True)
class LevelKept:
    """One medicine of a course: hours in its range, below and above it, from when it was first reached to the end of treatment."""

    name: str
    within_h: float
    below_h: float
    above_h: float
    reached: bool


@dataclass(frozen=True, kw_only=True)
class Ranked:
    """What the ranking said at one look: conditions by name with their share (0-1), the likeliest first; ``urgent``: any that asks for hours."""

    at: datetime
    order: tuple[tuple[str, float], ...]
    urgent: str = ""


@dataclass(frozen=True, kw_only=True)
class CaseFacts:
    """What the record knows of one case. ``acted_at``: the first dose, bath, change or move after the first sign, with its words."""

    first_sign_at: datetime
    noticed: str
    acted_at: datetime | None
    acted: str
    ended_at: datetime
    doses: Sequence[DueDone]
    tests: Sequence[DueDone]
    held: Sequence[LevelKept]
    restarts: Sequence[str]
    ranked: Sequence[Ranked]
    was: str
    fish_at_start: Count
    lost: Sequence[tuple[datetime, int]]
    isolated_at: datetime | None
    others_in_water: bool
    # looks that were written down later: what they ranked nobody knew at the time
    ranked_later_count: int = 0


@dataclass(frozen=True, kw_only=True)
class Finding:
    """One sentence of a look back, and what it is about."""

    topic: Topic
    words: str


def look_back(facts: CaseFacts) -> tuple[Finding, ...]:
    """Write the look back of a case, in the order in which things happened."""
    found: list[Finding] = []
    found += _delay(facts)
    found += _ranking(facts)
    found += _doses(facts)
    found += [_level(h) for h in facts.held]
    found += [Finding(topic="clock", words=phrases.clock_began_again(w)) for w in facts.restarts]
    found += _tests(facts)
    found += _losses(facts)
    return tuple(found)


def _delay(facts: CaseFacts) -> list[Finding]:
    if facts.acted_at is None:
        return [Finding(topic="delay", words=phrases.nothing_was_done(facts.noticed))]
    gap = facts.acted_at - facts.first_sign_at
    words = phrases.first_sign_to_first_step(facts.noticed, facts.acted, gap)
    found = [Finding(topic="delay", words=words)]
    urgent = next((r for r in facts.ranked if r.urgent and r.at <= facts.acted_at), None)
    if urgent is not None and facts.acted_at - urgent.at > timedelta(hours=12):
        waited = facts.acted_at - urgent.at
        found.append(Finding(topic="delay", words=phrases.urgent_was_possible(mid_sentence(urgent.urgent), waited)))
    if facts.others_in_water:
        isolated_after = facts.isolated_at - facts.first_sign_at if facts.isolated_at else None
        found.append(Finding(topic="moves", words=phrases.others_shared_the_water(isolated_after)))
    return found


def _place(order: tuple[tuple[str, float], ...], name: str) -> int | None:
    return next((i for i, (n, _) in enumerate(order, 1) if n == name), None)


def _ranking(facts: CaseFacts) -> list[Finding]:
    """What stood first at the first look, and from when on the thing it was stood first."""
    if not facts.ranked and facts.ranked_later_count:
        return [Finding(topic="ranking", words=phrases.WRITTEN_DOWN_LATER)]
    if not facts.ranked:
        return [Finding(topic="ranking", words=phrases.NOBODY_LOOKED)]
    first = facts.ranked[0]
    if not first.order:
        return []
    name, share = first.order[0]
    first_name = mid_sentence(name)
    if not facts.was:
        words = phrases.ranked_first(first_name, share)
    elif name == facts.was:
        words = phrases.ranked_first_rightly(first_name, share)
    else:
        led = next((r for r in facts.ranked if r.order and r.order[0][0] == facts.was), None)
        words = phrases.ranked_another_first(
            first_name, share, was=mid_sentence(facts.was), place=_place(first.order, facts.was), led_after=led.at - first.at if led else None
        )
    return [Finding(topic="ranking", words=words)]


def _lateness(dose: DueDone) -> timedelta:
    return (dose.done_at or dose.due_at) - dose.due_at


def _late(dose: DueDone) -> bool:
    return _lateness(dose) > max(ON_TIME, timedelta(hours=(dose.every_h or 0.0) * ON_TIME_PART))


def _doses(facts: CaseFacts) -> list[Finding]:
    due = [d for d in facts.doses if d.due_at <= facts.ended_at]
    if not due:
        return []
    given = [d for d in due if d.done_at is not None and not d.left_out]
    late = [d for d in given if _late(d)]
    out = sum(d.left_out for d in due)
    words = phrases.doses(
        due=len(due), given=len(given), late=len(late), latest_by=max((_lateness(d) for d in late), default=timedelta()), left_out=out,
        never_written=len(due) - len(given) - out,
    )  # fmt: skip
    return [Finding(topic="doses", words=words)]


def _level(held: LevelKept) -> Finding:
    if not held.reached:
        return Finding(topic="level", words=phrases.never_in_its_range(held.name))
    return Finding(topic="level", words=phrases.in_its_range(held.name, within_h=held.within_h, below_h=held.below_h, above_h=held.above_h))


def _tests(facts: CaseFacts) -> list[Finding]:
    due = [t for t in facts.tests if t.due_at <= facts.ended_at]
    if not due:
        return []
    done = sum(t.done_at is not None and not t.left_out for t in due)
    return [Finding(topic="tests", words=phrases.tests_fell_due(len(due), done))]


def _losses(facts: CaseFacts) -> list[Finding]:
    total = sum(n for _, n in facts.lost)
    if not total:
        return [Finding(topic="losses", words=phrases.none_lost(facts.fish_at_start.words))]
    if facts.acted_at is None:
        return [Finding(topic="losses", words=phrases.lost_of(total, facts.fish_at_start.words))]
    before = sum(n for at, n in facts.lost if at < facts.acted_at)
    settled = sum(n for at, n in facts.lost if at >= facts.acted_at + LOOK_AGAIN)
    return [Finding(topic="losses", words=phrases.lost_when(total, facts.fish_at_start.words, before=before, settled=settled))]
