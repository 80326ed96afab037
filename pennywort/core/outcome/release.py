"""Whether fish may leave quarantine: what is there, what is missing, and from when; and how they are dripped over."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal

from pennywort.core.errors import InvalidInput
from pennywort.core.outcome import phrases
from pennywort.core.units.degrees import APART
from pennywort.core.units.phrases import MORE_THAN_NOTHING, NOT_NEGATIVE
from pennywort.core.water.matched import WITHIN_C

# all of these are common practice: fish that are seen eating for three days, looked at within two, and matched as a bag of fish is
EATING_DAYS = 3.0
LOOKED_DAYS = 2.0
MATCHED_G_PER_KG = 1.0
DRIP_MIN = 45.0
MIN_A_HALVING = 15.0
# a vessel that has room for less than a fifth of what is in it is no help
LEAST_ROOM = 0.2
MOST_TIMES = 20.0


@dataclass(frozen=True, kw_only=True)
class Meal:
    """One sight of the group eating as usual, less, or not."""

    at: datetime
    well: bool


@dataclass(frozen=True, kw_only=True)
class ReleaseFacts:
    """What the record knows of a group. ``sign_at``: when a sign of trouble was last seen; ``looked_at``: when anybody last looked.

    ``medicine`` words what is still in the water, empty where nothing is; ``treated_until`` the end of a treatment that runs.
    Temperature and salinity apart from the destination, None where one of both was not read.
    """

    watched_since: datetime
    needed_days: float
    treated_until: datetime | None
    medicine: str
    meals: Sequence[Meal]
    sign_at: datetime | None
    looked_at: datetime | None
    apart_c: float | None
    apart_g_per_kg: float | None
    salt_matters: bool
    destination: bool
    # what of either water was read in red, a word each
    water_at_fault: Sequence[str] = ()


@dataclass(frozen=True, kw_only=True)
class Check:
    """One line of the gate; ``ready_at`` from when it will be met by waiting alone."""

    name: str
    state: Literal["yes", "no", "unknown"]
    words: str
    ready_at: datetime | None = None


@dataclass(frozen=True, kw_only=True)
class Release:
    """The whole gate. ``earliest_at``: from when they may leave if all goes well; None where waiting alone is not enough."""

    open: bool
    checks: tuple[Check, ...]
    earliest_at: datetime | None


def gate(facts: ReleaseFacts, *, now: datetime) -> Release:
    """Every check of the release (common practice: eating, breathing, no spots, medicine out, for the whole observation).

    :raises InvalidInput: no days to watch.
    """
    if not math.isfinite(facts.needed_days) or not 1 <= facts.needed_days <= 365:
        raise InvalidInput(phrases.DAYS_OF_WATCHING, field="days")
    checks = [_watched(facts, now), _treated(facts, now), _medicine(facts), _water(facts), _eating(facts, now), _signs(facts, now)]
    if facts.destination:
        checks.append(_matched("temperature", facts.apart_c, WITHIN_C["release"], APART, phrases.READ_BOTH_THERMOMETERS))
        if facts.salt_matters:
            checks.append(_matched("salinity", facts.apart_g_per_kg, MATCHED_G_PER_KG, " g/kg", phrases.READ_BOTH_SALINITIES))
    missing = [c for c in checks if c.state != "yes"]
    dates = [c.ready_at for c in missing]
    earliest = now if not missing else max(d for d in dates if d is not None) if all(d is not None for d in dates) else None
    return Release(open=not missing, checks=tuple(checks), earliest_at=earliest)


def _days(begin: datetime, end: datetime) -> float:
    return (end - begin) / timedelta(days=1)


def _watched(facts: ReleaseFacts, now: datetime) -> Check:
    ready = facts.watched_since + timedelta(days=facts.needed_days)
    done = max(0, int(_days(facts.watched_since, now)))
    words = phrases.days_of(min(done, int(facts.needed_days)), facts.needed_days)
    return Check(name="watched", state="yes" if ready <= now else "no", words=words, ready_at=ready)


def _treated(facts: ReleaseFacts, now: datetime) -> Check:
    if facts.treated_until is None or facts.treated_until <= now:
        return Check(name=phrases.NO_TREATMENT, state="yes", words="none")
    return Check(name=phrases.NO_TREATMENT, state="no", words=phrases.ONE_IS_RUNNING, ready_at=facts.treated_until)


def _medicine(facts: ReleaseFacts) -> Check:
    return Check(name="medicine out", state="no" if facts.medicine else "yes", words=facts.medicine or phrases.NONE_IN_THE_WATER)


def _water(facts: ReleaseFacts) -> Check:
    words = ", ".join(facts.water_at_fault)
    return Check(name="water", state="no" if words else "yes", words=phrases.water_to_mend(words))


def _eating(facts: ReleaseFacts, now: datetime) -> Check:
    recent = [m for m in facts.meals if 0 <= _days(m.at, now) <= EATING_DAYS]
    if not recent:
        return Check(name="eating", state="unknown", words=phrases.APPETITE_UNKNOWN)
    bad = [m for m in recent if not m.well]
    if bad:
        return Check(name="eating", state="no", words=phrases.NOT_EATING, ready_at=max(m.at for m in bad) + timedelta(days=EATING_DAYS))
    return Check(name="eating", state="yes", words=phrases.EATING)


def _signs(facts: ReleaseFacts, now: datetime) -> Check:
    if facts.looked_at is None or _days(facts.looked_at, now) > LOOKED_DAYS:
        return Check(name="no signs", state="unknown", words=phrases.NOT_LOOKED_CLOSELY)
    since = facts.watched_since if facts.sign_at is None else facts.sign_at
    if facts.sign_at is not None and facts.sign_at > facts.watched_since:
        ready = facts.sign_at + timedelta(days=facts.needed_days)
        return Check(name="no signs", state="yes" if ready <= now else "no", words=phrases.sign_was_seen(_ago(since, now)), ready_at=ready)
    return Check(name="no signs", state="yes", words=phrases.NO_SIGN_SINCE)


def _ago(at: datetime, now: datetime) -> str:
    return phrases.days_ago(int(_days(at, now)))


def _matched(name: str, apart: float | None, most: float, unit: str, ask: str) -> Check:
    if apart is None:
        return Check(name=f"{name} matched", state="unknown", words=ask)
    words = f"{apart:.1f}{unit} apart"
    return Check(name=f"{name} matched", state="yes" if apart <= most else "no", words=words if apart <= most else phrases.ramp_slowly(words))


@dataclass(frozen=True, kw_only=True)
class Drip:
    """How much of the new water is dripped to the fish's own, at which rate; in ``steps_count`` steps of ``step_l``, poured off to what it was
    before each further one."""

    add_l: float
    rate_ml_per_min: float
    lasts_min: float
    times_fraction: float
    step_l: float
    steps_count: int


def drip(*, box_l: float, apart: float, within: float, lasts_min: float | None = None, holds_l: float | None = None) -> Drip:
    """New water into a box of ``box_l`` until no more than ``within`` of the difference ``apart`` is left, nothing taken out.

    What is left of a difference after adding A to V is V / (V + A) (mixing, arithmetic): A = V (apart / within - 1), and at
    least as much again as is there. ``apart`` and ``within`` in one unit, whatever it is. A vessel that ``holds_l`` less than V + A is
    filled as far as it goes, never to more than double, and poured off to V: each step leaves V / (V + step) of the difference.

    ``lasts_min``: 45 minutes at least, and a quarter of an hour for each halving of the difference, where nobody says (common practice).

    :raises InvalidInput: no water, no time, or a difference that dripping does not bridge.
    """
    halvings = math.log2(apart / within) if within > 0 and apart > within else 0.0
    lasts_min = max(DRIP_MIN, MIN_A_HALVING * halvings) if lasts_min is None else lasts_min
    for name, value in (("box", box_l), ("minutes", lasts_min), ("within", within)):
        if not math.isfinite(value) or value <= 0:
            raise InvalidInput(MORE_THAN_NOTHING, field=name)
    if not math.isfinite(apart) or apart < 0:
        raise InvalidInput(NOT_NEGATIVE, field="apart")
    times = max(1.0, apart / within - 1)
    if times > MOST_TIMES:
        raise InvalidInput(phrases.TOO_FAR_APART_TO_DRIP, field="apart")
    add, step, steps = box_l * times, box_l * times, 1
    if holds_l is not None and holds_l < box_l + add:
        step = min(box_l, holds_l - box_l)
        if step < LEAST_ROOM * box_l:
            raise InvalidInput(phrases.HOLDS_TOO_LITTLE, field="holds")
        steps = max(1, math.ceil(math.log(max(2.0, apart / within)) / math.log(1 + step / box_l) - 1e-9))
        add = step * steps
    return Drip(add_l=add, rate_ml_per_min=add * 1000 / lasts_min, lasts_min=lasts_min, times_fraction=add / box_l, step_l=step, steps_count=steps)


@dataclass(frozen=True, kw_only=True)
class FeedingDays:
    """From one day to another after the release (the day of it is 1), both counted: how many small feeds a day, and what for."""

    from_days: int
    to_days: int
    feeds_count: int
    words: str


def feeding_plan() -> tuple[FeedingDays, ...]:
    """Two weeks of small feeds after the release, sinking to the usual (common practice: several small feeds a day for two weeks)."""
    return (
        FeedingDays(from_days=1, to_days=4, feeds_count=5, words=phrases.THOSE_THERE_FIRST),
        FeedingDays(from_days=5, to_days=9, feeds_count=4, words=phrases.BOTH_ENDS),
        FeedingDays(from_days=10, to_days=14, feeds_count=3, words=phrases.NITRATE_ON_DAY_14),
    )
