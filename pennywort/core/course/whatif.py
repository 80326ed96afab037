"""A plan beside the same plan done otherwise: stopped, a dose missed, other water or warmth, and what comes through of the parasite."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import datetime, timedelta

from pennywort.core.course import phrases
from pennywort.core.course.ledger import Ledger, WaterEvent, rates_of
from pennywort.core.course.outlast import cycle_of
from pennywort.core.course.plan import CoursePlan, HeldMedicine, PlannedStep, TankFacts
from pennywort.core.errors import InvalidInput, NotKnownYet
from pennywort.core.medicine.dose import Water, known_water
from pennywort.core.parasite.passing import Meeting, Share, never_met
from pennywort.core.reference.course_models import CourseProtocol, LifeCycle
from pennywort.core.reference.library import Library
from pennywort.core.units.phrases import SHARE_0_TO_100

DAY = timedelta(hours=24)
# a level a tenth under its range still counts: no hobby kit reads finer (common practice)
STILL_IN_RANGE = 0.9
# fifths of a normal distribution: more or less water than thought, each as likely
FIFTHS = (-1.2816, -0.5244, 0.0, 0.5244, 1.2816)
# where this much more than planned comes through, the course has to begin again (our judgement)
AGAIN_FRACTION = 0.01
SEED = 20261130


@dataclass(frozen=True, kw_only=True)
class Otherwise:
    """What is done otherwise; None where it is as planned. Days count from 1, the day it begins.

    ``changed_fraction`` of the water on ``changed_day`` without anything put back; ``less_water_fraction`` less than was believed, 0-0.9;
    ``joined_day`` when new fish came.
    """

    stop_day: int | None = None
    missed_day: int | None = None
    temperature_c: float | None = None
    changed_day: int | None = None
    changed_fraction: float = 1 / 3
    less_water_fraction: float | None = None
    carbon: bool = False
    joined_day: int | None = None

    @property
    def parts(self) -> dict[str, Otherwise]:
        """Each thing by itself, by its name."""
        found = {
            "stop_day": Otherwise(stop_day=self.stop_day),
            "missed_day": Otherwise(missed_day=self.missed_day),
            "temperature": Otherwise(temperature_c=self.temperature_c),
            "changed_day": Otherwise(changed_day=self.changed_day, changed_fraction=self.changed_fraction),
            "less_water": Otherwise(less_water_fraction=self.less_water_fraction),
            "carbon": Otherwise(carbon=self.carbon),
            "joined_day": Otherwise(joined_day=self.joined_day),
        }
        return {name: part for name, part in found.items() if part != Otherwise(changed_fraction=part.changed_fraction)}


@dataclass(frozen=True, kw_only=True)
class Reckoned:
    """A plan and what is to be expected of it. ``in_range_h`` of ``of_h`` hours of treatment; ``through`` None where nobody knows the round.

    ``free_at``: when they may leave; where ``again``, after the whole course anew.
    """

    plan: CoursePlan
    in_range_h: float | None
    of_h: float
    highest_fraction: float | None
    through: Share | None
    again: bool
    free_at: datetime


@dataclass(frozen=True, kw_only=True)
class WhatIf:
    """As planned, otherwise, and each thing alone."""

    planned: Reckoned
    otherwise: Reckoned
    alone: dict[str, Reckoned]
    cycle: LifeCycle | None
    temperature_c: float | None


def what_if(
    plan: CoursePlan, protocol: CourseProtocol, *, tank: TankFacts, asked: Otherwise, condition: str, temperature_c: float | None, found: Library
) -> WhatIf:
    """Reckon a plan as it stands and otherwise; keeps nothing, and comes out the same every time.

    :param temperature_c: what the course is run at, degC. :raises InvalidInput: nothing asked, or a day that the course has not.
    :raises NotKnownYet: no net volume.
    """
    water = known_water(tank.water)
    _check(plan, asked, water=water)
    cycle = cycle_of(protocol, condition=condition, found=found)

    def reckoned(part: Otherwise) -> Reckoned:
        return _reckoned(plan, protocol, part, tank=tank, water=water, cycle=cycle, warmth=part.temperature_c or temperature_c, found=found)

    planned, parts = reckoned(Otherwise()), asked.parts
    alone = {name: _whether_again(reckoned(part), planned) for name, part in parts.items()}
    together = alone[next(iter(parts))] if len(parts) == 1 else _whether_again(reckoned(asked), planned)
    return WhatIf(planned=planned, otherwise=together, alone=alone, cycle=cycle, temperature_c=temperature_c)


def _check(plan: CoursePlan, asked: Otherwise, *, water: Water) -> None:
    if not asked.parts:
        raise InvalidInput(phrases.WHAT_IS_DONE_OTHERWISE, field="otherwise")
    days = max(1, math.ceil((plan.treatment_ends_at - plan.starts_at) / DAY))
    for name in ("stop_day", "missed_day", "changed_day", "joined_day"):
        day = getattr(asked, name)
        if day is not None and not 1 <= day <= days:
            raise InvalidInput(phrases.days_of_the_course(days), field=name)
    if asked.missed_day is not None and not any(s.kind in ("dose", "transfer") and _day(plan, s.due_at) == asked.missed_day for s in plan.steps):
        raise InvalidInput(phrases.nothing_on_day(asked.missed_day), field="missed_day")
    if not 0 < asked.changed_fraction <= 1:
        raise InvalidInput(SHARE_0_TO_100, field="changed_share")
    if asked.less_water_fraction is not None and not 0 < asked.less_water_fraction <= 0.9:
        raise InvalidInput(phrases.LESS_WATER, field="less_water")


def _day(plan: CoursePlan, at: datetime) -> int:
    return math.floor((at - plan.starts_at) / DAY + 1e-9) + 1


def _at(plan: CoursePlan, day: int) -> datetime:
    return plan.starts_at + (day - 1) * DAY


def _when(plan: CoursePlan, asked: Otherwise, at: datetime) -> datetime | None:
    """When something planned happens all the same: what takes the medicine out comes as soon as it is stopped; None for what falls away."""
    if asked.stop_day is None or at < (stop_at := _at(plan, asked.stop_day)):
        return at
    out_from = min(plan.treatment_ends_at, plan.clock_ends_at)
    return stop_at + (at - out_from) if at >= out_from else None


def _is_missed(plan: CoursePlan, asked: Otherwise, at: datetime) -> bool:
    return _day(plan, at) == asked.missed_day


def _steps(plan: CoursePlan, asked: Otherwise) -> tuple[PlannedStep, ...]:
    """What is still done, and when."""
    kept = []
    for step in plan.steps:
        at = _when(plan, asked, step.due_at)
        if at is not None and not (step.kind in ("dose", "transfer") and _is_missed(plan, asked, step.due_at)):
            kept.append(replace(step, due_at=at))
    return tuple(kept)


def _ledger(plan: CoursePlan, held: HeldMedicine, asked: Otherwise, *, tank: TankFacts, water: Water, found: Library) -> Ledger:
    """The level of a medicine otherwise: as many milligrams as planned into the water that is there."""
    share = 1 - (asked.less_water_fraction or 0.0)
    events = []
    for event in (line.event for line in held.expected.lines()):
        at = _when(plan, asked, event.at)
        if at is None or (event.added_mg > 0 and _is_missed(plan, asked, event.at)) or (asked.carbon and event.carbon is False):
            continue
        events.append(replace(event, at=at, fresh_mg_per_l=event.fresh_mg_per_l / share))
    if asked.changed_day is not None:
        events.append(WaterEvent(at=_at(plan, asked.changed_day) + timedelta(hours=1), changed_fraction=asked.changed_fraction))
    first = held.expected.states[0]
    return Ledger(
        events, start_at=plan.starts_at, net_volume_l=water.net_volume_l * share, volume_sd_l=water.net_uncertainty_l * share,
        rates=rates_of(found.kinetics.get(held.active), sand=bool(tank.standing)), evaporation_l_per_h=tank.evaporation_l_per_h,
        level_mg_per_l=first.water_mg / first.volume_l / share, carbon=asked.carbon,
    )  # fmt: skip


def _held(held: HeldMedicine, ledger: Ledger) -> HeldMedicine:
    back = sum(line.event.changed_fraction * line.event.fresh_mg_per_l for line in ledger.lines()) * ledger.states[0].full_l
    return replace(held, expected=ledger, put_back_mg=back)


def _reckoned(
    plan: CoursePlan,
    protocol: CourseProtocol,
    asked: Otherwise,
    *,
    tank: TankFacts,
    water: Water,
    cycle: LifeCycle | None,
    warmth: float | None,
    found: Library,
) -> Reckoned:
    steps = _steps(plan, asked)
    held = tuple(_held(h, _ledger(plan, h, asked, tank=tank, water=water, found=found)) for h in plan.held)
    ends = _at(plan, asked.stop_day) if asked.stop_day is not None else plan.treatment_ends_at
    watch = plan.ends_at - plan.observe_starts_at
    observed = plan.observe_starts_at if asked.stop_day is None else ends
    done = replace(plan, steps=steps, held=held, treatment_ends_at=ends, observe_starts_at=observed, ends_at=observed + watch)
    first = held[0] if held else None
    in_range = first.expected.hours_within(first.low_mg_per_l * STILL_IN_RANGE, math.inf, since=plan.starts_at, until=ends) if first else None
    top = None
    if first is not None:
        points = first.expected.curve(until=plan.treatment_ends_at, steps=1)
        top = max(p.concentration_mg_per_l for p in points) / first.high_mg_per_l
    return Reckoned(
        plan=done, in_range_h=in_range, of_h=(plan.treatment_ends_at - plan.starts_at).total_seconds() / 3600, highest_fraction=top,
        through=_through(done, protocol, asked, cycle=cycle, warmth=warmth), again=False, free_at=done.ends_at,
    )  # fmt: skip


def _through(plan: CoursePlan, protocol: CourseProtocol, asked: Otherwise, *, cycle: LifeCycle | None, warmth: float | None) -> Share | None:
    if cycle is None or warmth is None:
        return None
    meetings = _meetings(plan, by=protocol.outlasts_by)
    try:
        share = never_met(cycle, temperature_c=warmth, meetings=meetings, seed=SEED)
        if asked.joined_day is None:
            return share
        late = never_met(cycle, temperature_c=warmth, meetings=meetings, seed=SEED, begin="settled", begins_h=(asked.joined_day - 1) * 24.0)
    except NotKnownYet:
        return None
    # what the new fish bring has less of the course before it
    return max(share, late, key=lambda s: s.middle)


def _meetings(plan: CoursePlan, *, by: str) -> tuple[Meeting, ...]:
    def hours(at: datetime) -> float:
        return (at - plan.starts_at).total_seconds() / 3600

    if by == "transfer":
        return (Meeting(moves_h=tuple(hours(s.due_at) for s in plan.steps if s.kind == "transfer")),)
    if not plan.held:
        # warmth, low salinity: held from the first day to the last
        return (Meeting(in_range_h=((0.0, hours(plan.treatment_ends_at)),)),)
    held, until = plan.held[0], max(plan.ends_at, plan.observe_starts_at)
    ledger = held.expected
    found = []
    for z in FIFTHS:
        # with a fifth more water the level that counts is reached later: the same as a higher figure on the same curve
        level = held.low_mg_per_l * STILL_IN_RANGE * max(0.1, 1 + z * ledger.volume_sd_fraction)
        inside = ledger.level(plan.starts_at).concentration_mg_per_l >= level
        cuts = [(0.0, True)] if inside else []
        cuts += [(hours(at), rises) for at, rises in ledger.crossings(level, since=plan.starts_at, until=until)]
        found.append(Meeting(in_range_h=_spans(cuts, until_h=hours(until))))
    return tuple(found)


def _spans(cuts: Sequence[tuple[float, bool]], *, until_h: float) -> tuple[tuple[float, float], ...]:
    spans, opened = [], None
    for at, rises in cuts:
        if rises and opened is None:
            opened = at
        elif not rises and opened is not None:
            spans.append((opened, at))
            opened = None
    return (*spans, *([(opened, until_h)] if opened is not None else []))


def _whether_again(other: Reckoned, planned: Reckoned) -> Reckoned:
    """Where clearly more comes through than was planned, they are free only after the whole course anew."""
    if other.through is None or planned.through is None or other.through.middle - planned.through.middle < AGAIN_FRACTION:
        return other
    return replace(other, again=True, free_at=other.plan.treatment_ends_at + (planned.plan.ends_at - planned.plan.starts_at))
