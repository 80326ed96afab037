"""Strips and axes for the screen: of the record, and of a plan that has not begun."""

from __future__ import annotations

from datetime import date, datetime, timedelta
from typing import Any

from pennywort.core.course.plan import CoursePlan, HeldMedicine
from pennywort.core.reference import library
from pennywort.core.reference.course_models import CourseProtocol
from pennywort.courses import strip_schemas as out
from pennywort.courses.strips import Axis, Curve, DayCount, Mark, Span, Strip
from pennywort.fish.queries import fish_words, groups_in
from pennywort.records.actor import Actor
from pennywort.records.schemas import ShownOut
from pennywort.tanks.models import Tank

# a name of a month takes so many columns: where the next begins within them the first is left out
MONTH_NEEDS = timedelta(days=3)


def _month(day: date, *, first: bool) -> str:
    """The name of a month over its first day, and over the first of an axis where there is room for it."""
    return f"{day:%B}" if day.day == 1 or (first and (day + MONTH_NEEDS).month == day.month) else ""


def _mark(mark: Mark) -> out.MarkOut:
    return out.MarkOut(at=mark.at, words=mark.words, done=mark.done, late=mark.late)


def _span(span: Span) -> out.SpanOut:
    return out.SpanOut(starts_at=span.starts_at, ends_at=span.ends_at, words=span.words)


def stands_out(strip: Strip) -> out.StandsOut:
    """How a tank stands, without what its strip draws."""
    return out.StandsOut(**_stands(strip))


def _stands(strip: Strip) -> dict[str, Any]:
    tank = strip.tank
    return {
        "tank": tank.uid,
        "code": tank.code,
        "name": tank.name,
        "fish": strip.fish,
        "medicine": strip.medicine,
        "state": strip.state,
        "state_words": strip.state_words,
        "level": ShownOut.of(strip.level) if strip.level else None,
        "day_count": out.DayCountOut(**vars(strip.day_count)) if strip.day_count else None,
        "case": strip.case.uid if strip.case else None,
        "group": strip.group,
        "quiet": strip.quiet,
    }


def strip_out(strip: Strip) -> out.StripOut:
    """A strip for the screen, with one sentence for who can't see it."""
    days = f", {strip.day_count.words}" if strip.day_count and strip.day_count.words else ""
    level = f", {strip.level.text}" if strip.level else ""
    return out.StripOut(
        **_stands(strip),
        curves=[
            out.CurveOut(
                medicine=c.medicine,
                name=c.name,
                colour=c.colour,
                past=[out.PointOut(at=p.at, concentration_mg_per_l=p.concentration_mg_per_l) for p in c.past],
                ahead=[out.PointOut(at=p.at, concentration_mg_per_l=p.concentration_mg_per_l) for p in c.ahead],
                low_mg_per_l=c.low_mg_per_l,
                high_mg_per_l=c.high_mg_per_l,
                top_mg_per_l=c.top_mg_per_l,
                low=ShownOut.of(c.low),
                high=ShownOut.of(c.high),
            )
            for c in strip.curves
        ],
        doses=[_mark(m) for m in strip.doses],
        changes=[_mark(m) for m in strip.changes],
        readings=[_mark(m) for m in strip.readings],
        upkeep=[_mark(m) for m in strip.upkeep],
        losses=[_mark(m) for m in strip.losses],
        arrivals=[_mark(m) for m in strip.arrivals],
        windows=[_span(s) for s in strip.windows],
        days_done=[_span(s) for s in strip.days_done],
        label=f"{strip.tank.name}: {strip.fish}, {strip.medicine}, {strip.state_words}{level}{days}",
    )


def axis_out(actor: Actor, axis: Axis) -> out.AxisOut:
    """An axis with its days."""
    return out.AxisOut(starts_at=axis.starts_at, ends_at=axis.ends_at, now=axis.now, days=days_out(actor, axis))


def days_out(actor: Actor, axis: Axis) -> list[out.DayOut]:
    """Every day of an axis, with its letter and number."""
    today = actor.local(actor.now).date()
    first = actor.local(axis.starts_at).date()
    days = []
    for i in range((actor.local(axis.ends_at).date() - first).days):
        day = first + timedelta(days=i)
        days.append(out.DayOut(letter=f"{day:%a}"[0], number=str(day.day), month=_month(day, first=i == 0), weekend=day.weekday() >= 5, today=day == today))
    return days


def plan_strip(
    actor: Actor, tank: Tank, plan: CoursePlan, protocol: CourseProtocol, *, state_words: str = "as planned", named: bool = True
) -> out.PlanStripOut:
    """What a plan would draw, from the day before it to the day after its end."""
    day = timedelta(days=1)
    first = actor.local(plan.starts_at).replace(hour=0, minute=0, second=0, microsecond=0)
    axis = Axis(starts_at=first - day, ends_at=_midnight_after(actor, plan) + day, now=plan.starts_at)
    last = actor.local(plan.treatment_ends_at)
    marks = {kind: tuple(Mark(at=s.due_at, words=s.title, done=False) for s in plan.steps if s.kind == kind) for kind in ("dose", "water_change", "water_test")}
    watching = Span(starts_at=plan.observe_starts_at, ends_at=plan.ends_at, words=f"observe {(plan.ends_at - plan.observe_starts_at).days} days")
    strip = Strip(
        tank=tank,
        fish=fish_words(groups_in(tank)) or "empty",
        medicine=" + ".join([library().actives[h.active].short_name for h in plan.held] + list(dict.fromkeys(s.product for s in plan.steps if s.product)))
        or "no medicine",
        state="none",
        state_words=state_words,
        level=None,
        curves=tuple(c for h in plan.held if (c := _planned_curve(h, axis)) is not None),
        doses=marks["dose"],
        changes=marks["water_change"],
        readings=(),
        losses=(),
        arrivals=(),
        windows=(watching,) if plan.ends_at > plan.observe_starts_at else (),
        day_count=DayCount(
            starts_at=plan.starts_at,
            ends_at=plan.treatment_ends_at if plan.treatment_ends_at > plan.starts_at else plan.ends_at,
            words=protocol.name if named else "",
            end_words=f"{last:%a} {last.day}",
            slip_words="",
        ),
    )
    return out.PlanStripOut(axis=axis_out(actor, axis), strip=strip_out(strip))


def _midnight_after(actor: Actor, plan: CoursePlan) -> datetime:
    return actor.local(plan.ends_at).replace(hour=0, minute=0, second=0, microsecond=0) + timedelta(days=1)


def _planned_curve(held: HeldMedicine, axis: Axis) -> Curve | None:
    points = held.expected.curve(until=axis.ends_at)
    peak = max([p.concentration_mg_per_l for p in points] + [held.high_mg_per_l])
    if peak <= 0:
        return None
    return Curve.of(held.active, past=points[:1], ahead=points, low_mg_per_l=held.low_mg_per_l, high_mg_per_l=held.high_mg_per_l, peak_mg_per_l=peak)
