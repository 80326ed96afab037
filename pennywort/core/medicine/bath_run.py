"""A bath while it runs: where the timer stands, when it speaks, what a sign of distress asks for, what a colour says. Pure."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal

from pennywort.core.errors import InvalidInput
from pennywort.core.medicine import phrases

Phase = Literal["ready", "in", "take_out", "between", "done"]
# what ends a bath at once, whatever the timer says (common practice: out early at heavy breathing or frantic swimming)
SIGNS: dict[str, str] = {"breathing": "heavy breathing", "frantic": "frantic, bolting", "rolled": phrases.LYING_STILL, "jumped": "jumped"}
# what is counted and watched, and ends nothing by itself
NOTED: dict[str, str] = {"fast": "faster gills", "darting": "darting"}
COLOURS: dict[str, tuple[str, str]] = {
    "violet": ("violet", phrases.WORKS),
    "pink": ("pink", phrases.WEARING_OUT),
    "tea": ("tea", phrases.NEARLY_SPENT),
    "brown": ("brown", phrases.SPENT_END_IT),
}
SPENT = ("tea", "brown")
EVENTS = ("in", "out", *SIGNS, *NOTED, *COLOURS, "again", "strip", "end")
# a longer bath is told every five minutes, a short one every minute, a day every half hour; the last three minutes always
LONG_MIN, DAY_MIN = 10.0, 90.0
LAST_MIN = 3


@dataclass(frozen=True, kw_only=True)
class Happened:
    """Something at the bath: fish in or out, a sign, a colour, the end."""

    at: datetime
    kind: str


@dataclass(frozen=True, kw_only=True)
class RunState:
    """Where a run stands. Instants are aware; seconds are whole ones of the turn that runs, or ran last.

    ``take_out`` from the first sign of distress, or the limit, until the fish are out.
    """

    phase: Phase
    turn_count: int
    in_at: datetime | None
    limit_at: datetime | None
    out_at: datetime | None
    elapsed_s: int
    over_s: int
    sign: str


def read_run(events: Sequence[Happened], *, minutes: float, turns: int, now: datetime) -> RunState:
    """Read a run off what happened, in the order of its instants.

    :param minutes: how long fish stay in at most. :raises InvalidInput: no time, or fish out before they were in.
    """
    if not math.isfinite(minutes) or minutes <= 0:
        raise InvalidInput(phrases.HOW_MANY_MINUTES, field="minutes")
    count, in_at, out_at, sign = 0, None, None, ""
    for e in sorted(events, key=lambda e: e.at):
        inside = in_at is not None and out_at is None
        if e.kind == "in":
            if inside:
                raise InvalidInput(phrases.FISH_ARE_IN_IT, field="kind")
            count, in_at, out_at, sign = count + 1, e.at, None, ""
        elif e.kind == "out":
            if not inside:
                raise InvalidInput(phrases.NO_FISH_ARE_IN_IT, field="kind")
            out_at = e.at
        elif e.kind in SIGNS and inside:
            sign = sign or e.kind
    ended = any(e.kind == "end" for e in events)
    limit_at = in_at + timedelta(minutes=minutes) if in_at is not None else None
    until = out_at or now
    elapsed = max(0, int((until - in_at).total_seconds())) if in_at is not None else 0
    over = max(0, int((until - limit_at).total_seconds())) if limit_at is not None else 0
    if in_at is None:
        phase: Phase = "done" if ended else "ready"
    elif out_at is None:
        phase = "take_out" if sign or over > 0 or ended else "in"
    else:
        phase = "done" if ended or count >= turns else "between"
    return RunState(phase=phase, turn_count=count, in_at=in_at, limit_at=limit_at, out_at=out_at, elapsed_s=elapsed, over_s=over, sign=sign)


def minute_marks(minutes: float, *, last_words: str = phrases.TAKE_THEM_OUT) -> tuple[tuple[int, str], ...]:
    """When the timer speaks, in seconds since it began, and what it says; ``last_words`` at the end of the time."""
    total = int(minutes * 60)
    every = 1 if minutes <= LONG_MIN else 5 if minutes <= DAY_MIN else 30
    marks = {m * 60: phrases.minutes_in(m) for m in range(every, math.ceil(minutes), every)}
    marks |= {total - left * 60: phrases.minutes_left(left) for left in range(1, LAST_MIN + 1) if total - left * 60 > 0}
    return (*sorted(marks.items()), (total, last_words))


def rescue_steps(*, neutraliser: str = "") -> tuple[str, ...]:
    """What is done at once (common practice): out, into clean water of the same kind, with air, and watched."""
    steps = [
        phrases.OUT_WITHOUT_THE_WATER,
        phrases.INTO_CLEAN_WATER,
    ]
    if neutraliser:
        steps.append(neutraliser)
    steps += [
        phrases.HOLD_IT_UPRIGHT,
        phrases.HOME_ONCE_IT_HOLDS,
    ]
    return tuple(steps)


def rescue_in_tank(*, stop_words: str) -> tuple[str, ...]:
    """What is done at once where the medicine is in the tank itself (common practice): stop it, air, half the water out."""
    return (
        phrases.in_at_once(stop_words),
        phrases.AIR_AND_CHANGE,
        phrases.HOLD_IT_UPRIGHT,
        phrases.REST_AND_WAIT,
    )


def may_give_again(kinds: Sequence[str], *, dose_mg_per_l: float, most_mg_per_l: float) -> bool:
    """Whether a spent medicine may be given once more: its colour was seen to be spent since the last time, and the sum stays in bounds.

    Milligrams in a litre, by what is given in all (common practice).

    :param kinds: what happened so far, in order.
    """
    given = [i for i, k in enumerate(kinds) if k in ("in", "again")]
    if not given:
        return False
    colours = [k for k in kinds[given[-1] + 1 :] if k in COLOURS]
    return bool(colours) and colours[-1] in SPENT and (len(given) + 1) * dose_mg_per_l <= most_mg_per_l + 1e-9


def soonest_again(last_in: Sequence[datetime], *, apart_h: float | None) -> datetime | None:
    """The earliest instant for the next one of a kind: so long after fish were last in one, however short that was. None where nothing holds it.

    Hours by the use (``apart_h``).
    """
    if not last_in or apart_h is None:
        return None
    return max(last_in) + timedelta(hours=apart_h)


def clock_words(seconds: int) -> str:
    """So many minutes and seconds: 7:05."""
    return f"{seconds // 60}:{seconds % 60:02d}"
