"""Better, same or worse, from looks over days."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Literal

from pennywort.core.diagnosis import phrases
from pennywort.core.diagnosis.facts import Share
from pennywort.core.reference.library import Library

Trend = Literal["better", "same", "worse", "mixed"]
# What goes the other way is said as mixed unless one side weighs so many times more (common practice).
OUTWEIGHS = 3
LOOK_AGAIN_DAYS = 3
# A share of the group that changes by less than this may be chance.
SHARE_CHANGES = 0.1


@dataclass(frozen=True, kw_only=True)
class Seen:
    """One look: on which day of the case or course, what was found, in how many fish, and how much of it (1 the least of its scale)."""

    day: float
    signs: Mapping[str, bool]
    shares: Mapping[str, Share]
    sizes: Mapping[str, int] = field(default_factory=dict)


@dataclass(frozen=True, kw_only=True)
class SignTrend:
    """How one sign went between the two looks, in words of the shares where they are known."""

    sign: str
    trend: Trend
    words: str
    new: bool = False


@dataclass(frozen=True, kw_only=True)
class Progress:
    """Against the look before and against the first one; ``look_again`` asks for a new look before anything else."""

    since_last: Trend
    since_first: Trend
    signs: tuple[SignTrend, ...]
    look_again: bool
    words: str


def _share(look: Seen, sign: str) -> float | None:
    share = look.shares.get(sign)
    return share.seen_count / share.fish_count if share else None


def _sign_trend(sign: str, before: Seen, now: Seen, *, found: Library) -> SignTrend | None:
    was, is_now, good = before.signs.get(sign), now.signs.get(sign), found.signs[sign].good
    if was is None or is_now is None or not (was or is_now):
        return None
    if was != is_now:
        worse = is_now != good
        return SignTrend(sign=sign, trend="worse" if worse else "better", words=phrases.came_or_went(is_now, good=good), new=is_now and not good)
    told = [t for t in (_by_share(sign, before, now), _by_size(sign, before, now, found=found)) if t is not None]
    if not told:
        return SignTrend(sign=sign, trend="same", words=phrases.AS_BEFORE)
    ways = {way for way, _ in told if way != 0}
    grows = next(iter(ways)) > 0 if len(ways) == 1 else None
    trend: Trend = "same" if not ways else "mixed" if grows is None else "worse" if grows != good else "better"
    return SignTrend(sign=sign, trend=trend, words="; ".join(words for _, words in told))


def _by_share(sign: str, before: Seen, now: Seen) -> tuple[int, str] | None:
    """Whether it is in more fish (1), fewer (-1) or as many (0), with both counts."""
    old, new = _share(before, sign), _share(now, sign)
    if old is None or new is None:
        return None
    one, other = before.shares[sign], now.shares[sign]
    words = phrases.counted_then_and_now(one.seen_count, one.fish_count, other.seen_count, other.fish_count)
    return (0 if abs(new - old) < SHARE_CHANGES else 1 if new > old else -1), words


def _by_size(sign: str, before: Seen, now: Seen, *, found: Library) -> tuple[int, str] | None:
    """Whether there is more of it (1), less (-1) or as much (0), with both sizes."""
    scale = found.worsening.sizes.get(found.signs[sign].sizes, ())
    old, new = before.sizes.get(sign), now.sizes.get(sign)
    if old is None or new is None or not 1 <= min(old, new) <= max(old, new) <= len(scale):
        return None
    return (new > old) - (new < old), phrases.grade_then_and_now(old, new, scale[old - 1], scale[new - 1])


def sign_trends(before: Seen, now: Seen, *, found: Library) -> tuple[SignTrend, ...]:
    """How each sign of the fish went that was looked for both times and seen at least once, worst first.

    What a water test says is not among them: the water gate speaks of that, and warmth may be part of the course.
    Moving up a ladder (grains countable, too many, dust; thin and eating, thin and not) is worse, and down better: the other
    rungs then say nothing.
    """
    trends = {}
    fishes = [s.id for s in found.signs.values() if not s.reading]
    for sign in fishes:
        trend = _sign_trend(sign, before, now, found=found)
        if trend:
            trends[sign] = trend
    for ladder in found.worsening.ladders:
        was = next((i for i in reversed(range(len(ladder))) if before.signs.get(ladder[i])), None)
        is_now = next((i for i in reversed(range(len(ladder))) if now.signs.get(ladder[i])), None)
        if was is None or is_now is None or was == is_now:
            continue
        for rung in ladder:
            trends.pop(rung, None)
        top = ladder[is_now]
        trends[top] = SignTrend(sign=top, trend="worse" if is_now > was else "better", words=phrases.was(found.signs[ladder[was]].short))
    rank = {"worse": 0, "mixed": 1, "same": 2, "better": 3}
    return tuple(sorted(trends.values(), key=lambda t: (rank[t.trend], -found.worsening.weights.get(t.sign, 1), t.sign)))


def _overall(trends: Sequence[SignTrend], *, lost_count: int, found: Library) -> Trend:
    """By weight, breathing and losses most, then appetite and number affected; a loss is never better.

    Where some signs went up and others down it is mixed, unless one side outweighs the other by far.
    """
    if lost_count:
        return "worse"
    weights = found.worsening.weights
    worse = sum(weights.get(t.sign, 1) for t in trends if t.trend in ("worse", "mixed"))
    better = sum(weights.get(t.sign, 1) for t in trends if t.trend in ("better", "mixed"))
    if worse and better:
        return "worse" if worse >= OUTWEIGHS * better else "better" if better >= OUTWEIGHS * worse else "mixed"
    return "worse" if worse else "better" if better else "same"


def progress(looks: Sequence[Seen], *, lost_count: int = 0, found: Library) -> Progress | None:
    """How a fish or group goes, from at least two looks in order of time; None with fewer.

    At day 3 to 4 without improvement since the first look it asks to look again: wrong medicine or wrong disease
    (common practice; reference, section 6.1).

    :param lost_count: fish lost since the look before the last.
    """
    if len(looks) < 2:
        return None
    first, before, now = looks[0], looks[-2], looks[-1]
    trends = sign_trends(before, now, found=found)
    since_last = _overall(trends, lost_count=lost_count, found=found)
    since_first = _overall(sign_trends(first, now, found=found), lost_count=0, found=found)
    if lost_count and since_first == "better":
        since_first = "same"
    ill = any(seen and not found.signs[s].good for s, seen in now.signs.items())
    look_again = ill and now.day - first.day >= LOOK_AGAIN_DAYS and since_first != "better"
    words = _words(since_last, trends, before, now, found=found)
    if look_again:
        words = f"{words} {phrases.no_better_after(int(now.day - first.day))}"
    return Progress(since_last=since_last, since_first=since_first, signs=trends, look_again=look_again, words=words)


def _words(since_last: Trend, trends: Sequence[SignTrend], before: Seen, now: Seen, *, found: Library) -> str:
    """The sum in a sentence; what is mixed is told sign by sign, and what was not there or not looked for before is named."""

    def named(*of: Trend) -> list[str]:
        return [found.signs[t.sign].short for t in trends if t.trend in of]

    told = {t.sign for t in trends}
    fresh = [
        s for s, seen in now.signs.items() if seen and not before.signs.get(s) and s in found.signs and not found.signs[s].good and not found.signs[s].reading
    ]
    fresh = [s for s in fresh if s not in told or any(t.sign == s and t.new for t in trends)]
    return phrases.since_the_look_before(
        since_last, worse=named("worse", "mixed"), better=named("better", "mixed"), fresh=[found.signs[s].short for s in fresh]
    )
