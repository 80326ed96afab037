"""Better, same or worse, from looks over days."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from pennywort.core.diagnosis.facts import Share
from pennywort.core.reference.library import Library

Trend = Literal["better", "same", "worse"]
# Breathing, appetite and number affected are the measures; colour is late (reference, section 6: common practice).
HEAVY = {"rapid_breathing": 3, "gasping_at_surface": 3, "off_food": 2, "eating_normally": 2, "reduced_appetite": 1, "spread_over_days": 2, "deaths_24h": 3}
# Steps from mild to grave: moving along them is a change even though each sign only comes or goes.
LADDERS = (
    ("eating_normally", "reduced_appetite", "off_food"),
    ("white_spots_countable", "white_spots_many", "gold_grey_dust"),
    ("one_eye_cloudy", "both_eyes_cloudy"),
    ("one_eye_bulging", "both_eyes_bulging"),
    ("fin_ragged_white_edge", "fin_gone_fast"),
)
LOOK_AGAIN_DAYS = 3
# A share of the group that changes by less than this may be chance.
SHARE_CHANGES = 0.1


@dataclass(frozen=True, kw_only=True)
class Seen:
    """One look: on which day of the case or course, what was found, in how many fish."""

    day: float
    signs: Mapping[str, bool]
    shares: Mapping[str, Share]


@dataclass(frozen=True, kw_only=True)
class SignTrend:
    """How one sign went between the two looks, in words of the shares where they are known."""

    sign: str
    trend: Trend
    words: str


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


def _sign_trend(sign: str, before: Seen, now: Seen, *, good: bool) -> SignTrend | None:
    was, is_now = before.signs.get(sign), now.signs.get(sign)
    if was is None or is_now is None or not (was or is_now):
        return None
    if was != is_now:
        worse = is_now != good
        words = "new" if is_now and not good else "gone" if not is_now and not good else "again" if is_now else "no longer"
        return SignTrend(sign=sign, trend="worse" if worse else "better", words=words)
    old, new = _share(before, sign), _share(now, sign)
    if old is None or new is None:
        return SignTrend(sign=sign, trend="same", words="as before")
    one, other = before.shares[sign], now.shares[sign]
    words = f"{one.seen_count} of {one.fish_count}, now {other.seen_count} of {other.fish_count}"
    if abs(new - old) < SHARE_CHANGES:
        return SignTrend(sign=sign, trend="same", words=words)
    return SignTrend(sign=sign, trend="worse" if (new > old) != good else "better", words=words)


def sign_trends(before: Seen, now: Seen, *, found: Library) -> tuple[SignTrend, ...]:
    """How each sign of the fish went that was looked for both times and seen at least once, worst first.

    What a water test says is not among them: the water gate speaks of that, and warmth may be part of the course.
    Moving up a ladder (grains countable, too many, dust) is worse, and down better: the lower rung then says nothing.
    """
    trends = {}
    fishes = [s.id for s in found.signs.values() if not s.reading]
    for sign in fishes:
        trend = _sign_trend(sign, before, now, good=found.signs[sign].good)
        if trend:
            trends[sign] = trend
    for ladder in LADDERS:
        was = next((i for i in reversed(range(len(ladder))) if before.signs.get(ladder[i])), None)
        is_now = next((i for i in reversed(range(len(ladder))) if now.signs.get(ladder[i])), None)
        if was is None or is_now is None or was == is_now:
            continue
        for rung in ladder:
            trends.pop(rung, None)
        top = ladder[is_now]
        trends[top] = SignTrend(sign=top, trend="worse" if is_now > was else "better", words=f"was: {found.signs[ladder[was]].short}")
    rank = {"worse": 0, "same": 1, "better": 2}
    return tuple(sorted(trends.values(), key=lambda t: (rank[t.trend], -HEAVY.get(t.sign, 1), t.sign)))


def _overall(trends: Sequence[SignTrend], *, lost_count: int) -> Trend:
    """Weighed sum: breathing and losses most, then appetite and number affected; a loss is never better."""
    score = sum({"worse": -1, "same": 0, "better": 1}[t.trend] * HEAVY.get(t.sign, 1) for t in trends)
    if lost_count:
        return "worse"
    return "worse" if score < 0 else "better" if score > 0 else "same"


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
    since_last = _overall(trends, lost_count=lost_count)
    since_first = _overall(sign_trends(first, now, found=found), lost_count=0)
    if lost_count and since_first == "better":
        since_first = "same"
    ill = any(seen and not found.signs[s].good for s, seen in now.signs.items())
    look_again = ill and now.day - first.day >= LOOK_AGAIN_DAYS and since_first != "better"
    words = {"better": "Better than", "same": "Much as", "worse": "Worse than"}[since_last] + " at the look before."
    if look_again:
        words += f" {int(now.day - first.day)} days on and no better than at first: look again before anything else is given."
    return Progress(since_last=since_last, since_first=since_first, signs=trends, look_again=look_again, words=words)
