"""What is in the water, over time: doses, changes, top-ups, decay, carbon, sand and readings, in closed form."""

from __future__ import annotations

import math
from bisect import bisect_right
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from itertools import pairwise
from typing import NamedTuple

from pennywort.core.course import phrases
from pennywort.core.errors import InvalidInput
from pennywort.core.reference.course_models import Kinetics
from pennywort.core.units.phrases import MORE_THAN_NOTHING, NOT_NEGATIVE, SHARE_0_TO_100

HOUR = timedelta(hours=1)
# two standard deviations either side: the band in which the true level lies, about 19 times in 20
BAND_SIGMAS = 2.0
# a reading this many standard deviations off is asked about (common practice: one in three hundred by chance)
IMPLAUSIBLE_SIGMAS = 3.0
# two figures of an event, each below half of this, are figures of a water
MOST = 1e15
# what a keeper's scale or syringe and a hobby kit are out by, relative (common practice)
DOSE_SD_FRACTION = 0.02
READING_SD_FRACTION = 0.08


@dataclass(frozen=True, kw_only=True)
class Rates:
    """First-order rates per hour: decay in the water, removal by carbon while it is in, into the sand and out of it."""

    decay_per_h: float = 0.0
    carbon_per_h: float = 0.0
    sand_in_per_h: float = 0.0
    sand_out_per_h: float = 0.0


NO_LOSS = Rates()


def rates_of(kinetics: Kinetics | None, *, sand: bool) -> Rates:
    """Rates from half-lives: k = ln 2 / t; sand takes up a share b in the end, half of it in t: in = b k, out = (1 - b) k."""
    if kinetics is None:
        return NO_LOSS

    def rate(name: str) -> float:
        figure = getattr(kinetics, name)
        return math.log(2) / figure.value if figure is not None else 0.0

    share = kinetics.sand_share.value if sand and kinetics.sand_share is not None else 0.0
    moved = rate("sand_half_h") if share else 0.0
    return Rates(
        decay_per_h=rate("half_life_h"),
        carbon_per_h=rate("carbon_half_life_h"),
        sand_in_per_h=share * moved,
        sand_out_per_h=(1 - share) * moved,
    )


@dataclass(frozen=True, kw_only=True)
class WaterEvent:
    """What happened to the water at one instant, in this order: a share changed, topped up, dosed, carbon put in or out, read.

    ``changed_fraction`` 0-1 for water of ``fresh_mg_per_l``; ``topped_up`` fills what evaporated with water of the same level;
    ``reading_mg_per_l`` overrides what was reckoned; ``net_volume_l`` where the tank was measured anew.
    """

    at: datetime
    added_mg: float = 0.0
    changed_fraction: float = 0.0
    topped_up: bool = False
    fresh_mg_per_l: float = 0.0
    carbon: bool | None = None
    reading_mg_per_l: float | None = None
    net_volume_l: float | None = None


# what becomes of what is in the water and in the sand: (water from water, water from sand, sand from water, sand from sand)
Passed = tuple[float, float, float, float]


class State(NamedTuple):
    """From one event to the next: masses in mg, volume in L, and the parts of the band."""

    at: datetime
    water_mg: float
    sand_mg: float
    volume_l: float
    full_l: float
    carbon: bool
    by_volume_mg: float
    variance_mg: float
    removed_mg: float
    decayed_mg: float
    given_mg: float


class Level(NamedTuple):
    """A level at an instant, mg/L, and its band."""

    at: datetime
    concentration_mg_per_l: float
    low_mg_per_l: float
    high_mg_per_l: float


@dataclass(frozen=True, kw_only=True)
class Masses:
    """Where everything went that was given, mg. They sum: given = in the water + in the sand + removed + decayed."""

    given_mg: float
    water_mg: float
    sand_mg: float
    removed_mg: float
    decayed_mg: float


@dataclass(frozen=True, kw_only=True)
class ReadingCheck:
    """A reading beside what was expected of it."""

    at: datetime
    reading_mg_per_l: float
    expected: Level
    plausible: bool
    words: str


class LedgerLine(NamedTuple):
    """What happened at one instant, the level just before and just after, and how a reading compares."""

    event: WaterEvent
    before: Level
    after: Level
    check: ReadingCheck | None


class Ledger:
    """The level of one active in one water, from its events: written in order, asked often, never rewritten.

    Between events, with m the mass in the water and s in the sand (closed form of the linear pair):

        m' = -(k_decay + k_carbon + k_in) m + k_out s,   s' = k_in m - k_out s,   C = m / (V - e t)

    A reading sets m = C V. Its band: two standard deviations of volume (all doses together), each dose and the reading.
    """

    def __init__(
        self,
        events: Iterable[WaterEvent],
        *,
        start_at: datetime,
        net_volume_l: float,
        volume_sd_l: float = 0.0,
        rates: Rates = NO_LOSS,
        evaporation_l_per_h: float = 0.0,
        level_mg_per_l: float = 0.0,
        sand_mg: float = 0.0,
        carbon: bool = False,
    ) -> None:
        """:raises InvalidInput: no water, a negative figure, a share beyond all of it, or an event before the start."""
        for field, value in (("volume", net_volume_l), ("evaporation", evaporation_l_per_h), ("level", level_mg_per_l), ("uncertainty", volume_sd_l)):
            if not math.isfinite(value) or value < 0 or (field == "volume" and value == 0):
                raise InvalidInput(NOT_NEGATIVE if value < 0 else MORE_THAN_NOTHING, field=field)
        self.rates, self.evaporation_l_per_h = rates, evaporation_l_per_h
        self.volume_sd_fraction = volume_sd_l / net_volume_l
        # what becomes of a milligram in so many hours, with and without carbon: a course repeats its stretches
        self._passed: tuple[dict[timedelta, tuple[float, float, float, float, float]], ...] = ({}, {})
        first = State(
            at=start_at,
            water_mg=level_mg_per_l * net_volume_l,
            sand_mg=sand_mg,
            volume_l=net_volume_l,
            full_l=net_volume_l,
            carbon=carbon,
            by_volume_mg=0.0,
            variance_mg=0.0,
            removed_mg=0.0,
            decayed_mg=0.0,
            given_mg=level_mg_per_l * net_volume_l + sand_mg,
        )
        self.states: list[State] = [first]
        self._instants = [start_at]
        self.checks: list[ReadingCheck] = []
        self._events: list[WaterEvent] = []
        # of one instant: the change first, then the dose, then the reading of what came of it
        for event in sorted(events, key=_turn):
            self.add(event)

    def add(self, event: WaterEvent) -> None:
        """Write what happened next. :raises InvalidInput: a figure that can't be, or an event before the last one."""
        if event.at < self.states[-1].at:
            raise InvalidInput(phrases.BEFORE_THE_START, field="events.at")
        at, added, share = event.at, event.added_mg, event.changed_fraction
        # not below nothing, no NaN and no figure of another world: then a sum does not compare either
        if not (added >= 0 <= share <= 1 and 0 <= event.fresh_mg_per_l + added < MOST):
            _refuse(event)
        before = self._later(self.states[-1], at)
        _, water, sand, volume, full, carbon, by_volume, variance, removed, decayed, given = before
        if share:
            kept = 1 - share
            fresh = share * volume * event.fresh_mg_per_l
            removed += water * share
            given += fresh
            water = water * kept + fresh
            by_volume *= kept
            variance *= kept * kept
        # a change fills the tank to its line again, as a top-up does
        if event.topped_up or share:
            filled = (full - volume) * event.fresh_mg_per_l
            water, given, volume = water + filled, given + filled, full
        if added:
            water, given, by_volume = water + added, given + added, by_volume + added
            variance += (added * DOSE_SD_FRACTION) ** 2
        if event.carbon is not None:
            carbon = event.carbon
        if event.net_volume_l:
            if not 0 < event.net_volume_l < MOST:
                _refuse(event)
            volume = full = event.net_volume_l
        after = State(at, water, sand, volume, full, carbon, by_volume, variance, removed, decayed, given)
        self.states.append(after if event.reading_mg_per_l is None else self._read(event, event.reading_mg_per_l, after))
        self._instants.append(at)
        self._events.append(event)

    def _read(self, event: WaterEvent, reading_mg_per_l: float, now: State) -> State:
        """What a reading leaves: what it corrects was never there, or went unseen, and is booked as given or as decayed."""
        if not 0 <= reading_mg_per_l < MOST:
            _refuse(event)
        self.checks.append(self._check(now, reading_mg_per_l))
        held = reading_mg_per_l * now.volume_l
        given, decayed = now.given_mg + max(held - now.water_mg, 0.0), now.decayed_mg + max(now.water_mg - held, 0.0)
        return now._replace(water_mg=held, by_volume_mg=0.0, variance_mg=(held * READING_SD_FRACTION) ** 2, given_mg=given, decayed_mg=decayed)

    def lines(self) -> tuple[LedgerLine, ...]:
        """Everything that happened, in order, with what it did to the level."""
        checks = iter(self.checks)
        found = []
        for event, state, after in zip(self._events, self.states, self.states[1:], strict=False):
            check = next(checks) if event.reading_mg_per_l is not None else None
            found.append(LedgerLine(event=event, before=self._level(self._later(state, event.at)), after=self._level(after), check=check))
        return tuple(found)

    def _level(self, state: State) -> Level:
        at, water, _, volume, _, _, by_volume, variance, _, _, _ = state
        level, off = water / volume, self.volume_sd_fraction * by_volume
        half = BAND_SIGMAS * math.sqrt(off * off + variance) / volume
        return Level(at, level, level - half if level > half else 0.0, level + half)

    def _check(self, state: State, reading: float) -> ReadingCheck:
        expected = self._level(state)
        sd = (expected.high_mg_per_l - expected.concentration_mg_per_l) / BAND_SIGMAS
        own = READING_SD_FRACTION * max(reading, expected.concentration_mg_per_l)
        off = reading - expected.concentration_mg_per_l
        plausible = abs(off) <= IMPLAUSIBLE_SIGMAS * math.hypot(sd, own)
        words = ""
        if not plausible:
            words = phrases.far_from_what_was_given(off)
        return ReadingCheck(at=state.at, reading_mg_per_l=reading, expected=expected, plausible=plausible, words=words)

    def state(self, at: datetime) -> State:
        """Masses, volume and carbon at an instant, to go on from. :raises InvalidInput: before the start."""
        return self._at(at)

    def _at(self, at: datetime) -> State:
        place = bisect_right(self._instants, at) - 1
        if place < 0:
            raise InvalidInput(phrases.BEFORE_THE_START, field="at")
        return self._later(self.states[place], at)

    def level(self, at: datetime) -> Level:
        """The level with its band at an instant. :raises InvalidInput: before the start."""
        return self._level(self._at(at))

    @property
    def last_event_at(self) -> datetime:
        """When something last happened to this water; its start where nothing did."""
        return self._instants[-1]

    def masses(self, at: datetime) -> Masses:
        """Where everything is that was given. :raises InvalidInput: before the start."""
        s = self._at(at)
        return Masses(given_mg=s.given_mg, water_mg=s.water_mg, sand_mg=s.sand_mg, removed_mg=s.removed_mg, decayed_mg=s.decayed_mg)

    def curve(self, *, until: datetime, steps: int = 8) -> tuple[Level, ...]:
        """Points for a drawing: just before and after each event, and ``steps`` between, to ``until``."""
        points: list[Level] = []
        ends = [*self._instants[1:], until]
        for state, end in zip(self.states, ends, strict=True):
            last = min(end, until)
            if last < state.at:
                break
            bent = steps if self._bends(state) else 1
            points += [self._level(self._later(state, state.at + (last - state.at) * (i / bent))) for i in range(bent + 1)]
        return tuple(points)

    def _later(self, state: State, at: datetime) -> State:
        """The state at a later instant, nothing having happened between."""
        since, m, s, volume, full, carbon, by_volume, variance, removed, decayed, given = state
        if at == since:
            return state
        time = at - since
        passed = self._passed[carbon].get(time)
        if passed is None:
            rates, hours = self.rates, time / HOUR
            lost = rates.decay_per_h + (rates.carbon_per_h if carbon else 0.0)
            kept = _linear_pair(hours=hours, out=lost, into=rates.sand_in_per_h, back=rates.sand_out_per_h)
            passed = self._passed[carbon][time] = *kept, self.evaporation_l_per_h * hours
        in_water, from_sand, into_sand, in_sand, evaporated = passed
        water, sand = m * in_water + s * from_sand, m * into_sand + s * in_sand
        factor = water / m if m else 0.0
        # a tank does not run dry by evaporation alone: keepers and float valves see to it at half
        volume -= evaporated
        if volume < full / 2:
            volume = full / 2
        return State(at, water, sand, volume, full, carbon, by_volume * factor, variance * factor * factor, removed, decayed + (m + s - water - sand), given)

    def _bends(self, state: State) -> bool:
        r = self.rates
        return bool(r.decay_per_h or (r.carbon_per_h and state.carbon) or r.sand_in_per_h or self.evaporation_l_per_h)

    def crossings(self, level_mg_per_l: float, *, since: datetime, until: datetime) -> tuple[tuple[datetime, bool], ...]:
        """When the level passes a figure, and whether it rises: at events and between them (found to a second)."""
        found: list[tuple[datetime, bool]] = []
        above = self.level(since).concentration_mg_per_l >= level_mg_per_l
        for place in range(max(bisect_right(self._instants, since) - 1, 0), len(self.states)):
            state = self.states[place]
            begin = max(state.at, since)
            end = min(self._instants[place + 1] if place + 1 < len(self.states) else until, until)
            if begin > until:
                break
            now_above = self._at(begin).water_mg / self._at(begin).volume_l >= level_mg_per_l
            if now_above != above:
                found.append((begin, now_above))
                above = now_above
            points = 8 if self._bends(state) else 1
            before = begin
            for i in range(1, points + 1):
                after = begin + (end - begin) * (i / points)
                # the state itself, not its successor: an event at the very end belongs to the next stretch
                there = self._stretch(state, after) >= level_mg_per_l
                if there != above:
                    found.append((self._bisect(state, before, after, level_mg_per_l), there))
                    above = there
                before = after
        return tuple(found)

    def _stretch(self, state: State, at: datetime) -> float:
        moved = self._later(state, at)
        return moved.water_mg / moved.volume_l

    def _bisect(self, state: State, low: datetime, high: datetime, level: float) -> datetime:
        above = self._stretch(state, low) >= level
        while high - low > timedelta(seconds=1):
            middle = low + (high - low) / 2
            if (self._stretch(state, middle) >= level) == above:
                low = middle
            else:
                high = middle
        return high

    def hours_within(self, low_mg_per_l: float, high_mg_per_l: float, *, since: datetime, until: datetime) -> float:
        """Hours in which the level lay between two figures."""
        cuts = sorted({since, until, *(at for figure in (low_mg_per_l, high_mg_per_l) for at, _ in self.crossings(figure, since=since, until=until))})
        inside = 0.0
        for begin, end in pairwise(cuts):
            level = self.level(begin + (end - begin) / 2).concentration_mg_per_l
            if low_mg_per_l <= level <= high_mg_per_l:
                inside += (end - begin) / HOUR
        return inside

    def leaves(self, low_mg_per_l: float, *, since: datetime, until: datetime) -> datetime | None:
        """When the level next falls below a figure and stays there to ``until``; None if it does not."""
        if self.level(until).concentration_mg_per_l >= low_mg_per_l:
            return None
        falls = [at for at, rises in self.crossings(low_mg_per_l, since=since, until=until) if not rises]
        return falls[-1] if falls else since


def _turn(event: WaterEvent) -> tuple[datetime, bool, bool]:
    return event.at, event.reading_mg_per_l is not None, event.added_mg > 0


def _refuse(event: WaterEvent) -> None:
    """:raises InvalidInput: naming the figure that can't be."""
    for name in ("added_mg", "changed_fraction", "fresh_mg_per_l", "reading_mg_per_l", "net_volume_l"):
        value = getattr(event, name)
        if value is not None and not 0 <= value < MOST / 2:
            raise InvalidInput(NOT_NEGATIVE, field=f"events.{name}")
    raise InvalidInput(SHARE_0_TO_100, field="events.changed_fraction")


def _linear_pair(*, hours: float, out: float, into: float, back: float) -> Passed:
    """exp(A t) of A = [[-(out + into), back], [into, -back]], row by row, by its two real eigenvalues."""
    if not into and not back:
        return math.exp(-out * hours), 0.0, 0.0, 1.0
    half = -(out + into + back) / 2
    spread = math.sqrt(max(half * half - out * back, 0.0))
    fast, slow = math.exp((half - spread) * hours), math.exp((half + spread) * hours)
    if spread * hours < 1e-9:
        even, odd = slow, hours * slow
    else:
        even, odd = (slow + fast) / 2, (slow - fast) / (2 * spread)
    # e^(At) = even I + odd (A - half I)
    return even + odd * (-(out + into) - half), odd * back, odd * into, even + odd * (-back - half)


def wash_out(ledger: Ledger, *, since: datetime, changes: Sequence[WaterEvent], below_mg_per_l: float, until: datetime) -> datetime | None:
    """When the level comes below a figure if these changes are made as well; None if it does not by ``until``.

    The level in mg/L, by the same mass balance as :meth:`Ledger.level`.
    """
    more = Ledger(
        [e for e in changes if e.at > since],
        start_at=since,
        net_volume_l=ledger._at(since).full_l,
        rates=ledger.rates,
        evaporation_l_per_h=ledger.evaporation_l_per_h,
        level_mg_per_l=ledger.level(since).concentration_mg_per_l,
    )
    return more.leaves(below_mg_per_l, since=since, until=until)
