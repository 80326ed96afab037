"""What a record says of itself afterwards: delays, late doses, hours out of range, what the ranking said. Facts, no blame. Pure."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal

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
class Held:
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
    held: Sequence[Held]
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
    found += [Finding(topic="clock", words=f"The clock of the treatment began again: {w}.") for w in facts.restarts]
    found += _tests(facts)
    found += _losses(facts)
    return tuple(found)


def span_words(span: timedelta) -> str:
    """A length of time as a keeper says it: "40 minutes", "5 hours", "2 days 4 hours"."""
    minutes = round(span / timedelta(minutes=1))
    if minutes < 120:
        return _number(minutes, "minute")
    hours = round(span / timedelta(hours=1))
    if hours < 48:
        return _number(hours, "hour")
    days, rest = divmod(hours, 24)
    return _number(days, "day") + (f" {_number(rest, 'hour')}" if rest and days < 7 else "")


def _number(count: int, word: str) -> str:
    return f"{count} {word}" if count == 1 else f"{count} {word}s"


def _delay(facts: CaseFacts) -> list[Finding]:
    if facts.acted_at is None:
        return [Finding(topic="delay", words=f"From the first sign ({facts.noticed}) nothing was given, changed or moved.")]
    gap = facts.acted_at - facts.first_sign_at
    words = f"From the first sign ({facts.noticed}) to the first step ({facts.acted}): {span_words(gap)}."
    found = [Finding(topic="delay", words=words)]
    urgent = next((r for r in facts.ranked if r.urgent and r.at <= facts.acted_at), None)
    if urgent is not None and facts.acted_at - urgent.at > timedelta(hours=12):
        waited = span_words(facts.acted_at - urgent.at)
        found.append(
            Finding(topic="delay", words=f"The ranking held {mid_sentence(urgent.urgent)} possible, which asks for hours, {waited} before the first step.")
        )
    if facts.others_in_water:
        told = "the sick fish were moved apart" if facts.isolated_at else "nobody was moved apart"
        after = f" {span_words(facts.isolated_at - facts.first_sign_at)} after the first sign" if facts.isolated_at else ""
        found.append(Finding(topic="moves", words=f"Other fish shared the water; {told}{after}."))
    return found


def _place(order: tuple[tuple[str, float], ...], name: str) -> int | None:
    return next((i for i, (n, _) in enumerate(order, 1) if n == name), None)


def _ranking(facts: CaseFacts) -> list[Finding]:
    """What stood first at the first look, and from when on the thing it was stood first."""
    if not facts.ranked and facts.ranked_later_count:
        words = "The looks were written down later: what they ranked nobody knew at the time."
        return [Finding(topic="ranking", words=words)]
    if not facts.ranked:
        return [Finding(topic="ranking", words="Nobody looked through the signs, so nothing was ranked.")]
    first = facts.ranked[0]
    if not first.order:
        return []
    name, share = first.order[0]
    words = f"At the first look the ranking put {mid_sentence(name)} first, {share * 100:.0f} %."
    if not facts.was:
        return [Finding(topic="ranking", words=words)]
    if name == facts.was:
        return [Finding(topic="ranking", words=f"{words} That is what it was.")]
    place = _place(first.order, facts.was)
    words += f" What it was, {mid_sentence(facts.was)}, " + (f"stood in place {place}." if place else "was not among those it named.")
    led = next((r for r in facts.ranked if r.order and r.order[0][0] == facts.was), None)
    after = "It never came to stand first." if led is None else f"It stood first {span_words(led.at - first.at)} later."
    return [Finding(topic="ranking", words=f"{words} {after}")]


def _late(dose: DueDone) -> bool:
    slack = max(ON_TIME, timedelta(hours=(dose.every_h or 0.0) * ON_TIME_PART))
    return dose.done_at is not None and dose.done_at - dose.due_at > slack


def _doses(facts: CaseFacts) -> list[Finding]:
    due = [d for d in facts.doses if d.due_at <= facts.ended_at]
    if not due:
        return []
    given = [d for d in due if d.done_at is not None and not d.left_out]
    late = [d for d in given if _late(d)]
    words = f"{len(given)} of {_number(len(due), 'dose')} given"
    words += ", all on time." if given and not late and len(given) == len(due) else "."
    if late:
        worst = max(late, key=lambda d: (d.done_at or d.due_at) - d.due_at)
        words += f" {len(late)} late, the latest by {span_words((worst.done_at or worst.due_at) - worst.due_at)}."
    out = sum(d.left_out for d in due)
    never = len(due) - len(given) - out
    if out:
        words += f" {out} left out."
    if never:
        words += f" {never} fell due and were never written down."
    return [Finding(topic="doses", words=words)]


def _level(held: Held) -> Finding:
    if not held.reached:
        return Finding(topic="level", words=f"{held.name} never reached its range.")
    words = f"{held.name}, once in its range: {span_words(timedelta(hours=held.within_h))} in it"
    below, above = (_beside_range(hours, side) for hours, side in ((held.below_h, "below"), (held.above_h, "above")))
    return Finding(topic="level", words=f"{words}, {below}, {above}.")


def _beside_range(hours: float, side: str) -> str:
    """How long a level lay beside its range: "never" only where it never did."""
    if hours <= 0:
        return f"never {side}"
    return f"{span_words(timedelta(hours=hours))} {side}" if hours >= 0.5 else f"{side} for minutes"


def _tests(facts: CaseFacts) -> list[Finding]:
    due = [t for t in facts.tests if t.due_at <= facts.ended_at]
    if not due:
        return []
    done = sum(t.done_at is not None and not t.left_out for t in due)
    words = "all done." if done == len(due) else f"{done} done."
    return [Finding(topic="tests", words=f"{_number(len(due), 'water test')} fell due, {words}")]


def _losses(facts: CaseFacts) -> list[Finding]:
    total = sum(n for _, n in facts.lost)
    if not total:
        return [Finding(topic="losses", words=f"None of {facts.fish_at_start.words} was lost.")]
    words = f"{total} of {facts.fish_at_start.words} lost"
    if facts.acted_at is not None:
        before = sum(n for at, n in facts.lost if at < facts.acted_at)
        settled = sum(n for at, n in facts.lost if at >= facts.acted_at + LOOK_AGAIN)
        words += f": {before} before the first step, {total - before - settled} within four days of it, {settled} later"
    return [Finding(topic="losses", words=f"{words}.")]
