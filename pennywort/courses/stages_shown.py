"""The stages of a parasite under a course, on the calendar."""

from __future__ import annotations

from datetime import datetime, timedelta

from pennywort.core.course.outlast import taken_warmth, what_is_left
from pennywort.core.course.plan import Left
from pennywort.core.parasite.life_cycle import left_over_time, passages
from pennywort.core.reference import library
from pennywort.core.reference.course_models import CourseProtocol
from pennywort.core.units import show_temperature
from pennywort.courses.queries.kept_protocols import protocol_of
from pennywort.courses.queries.water_records import WaterRecords
from pennywort.records.actor import Actor
from pennywort.records.schemas import Plain
from pennywort.tanks.models import Tank


class StageOut(Plain):
    """One stage of a parasite that settled on a fish at the start; instants, ``sure`` ones None where no hour is sure."""

    name: str
    reached: bool
    from_at: datetime
    sure_from_at: datetime | None
    sure_to_at: datetime | None
    to_at: datetime


class LeftOut(Plain):
    day: int
    at: datetime
    share: float
    words: str


class StagesOut(Plain):
    """The life cycle that a course is meant to outlast, at the warmth of the water, on the calendar."""

    parasite: str
    warmth: str
    by: str
    starts_at: datetime
    ends_at: datetime
    stages: list[StageOut]
    left: list[LeftOut]
    source: str
    recalled: bool


def left_share_words(share: float) -> str:
    """A share of parasites as a keeper reads it."""
    return "hardly one in a thousand" if share < 0.001 else f"{share * 100:.1f} %" if share < 0.1 else f"{share * 100:.0f} %"


def stages_out(actor: Actor, protocol: CourseProtocol, *, left: Left | None, starts_at: datetime) -> StagesOut | None:
    """The stages under a course for the days that count; None where it outlasts nothing, or nobody knows how long they take."""
    if left is None or protocol.outlasts_by == "":
        return None
    cycle, warmth_c = library().life_cycles[left.cycle], left.at_c
    days = max(1, round(left.days))
    ends_at = starts_at + timedelta(days=left.days)

    def at(hours: float) -> datetime:
        return starts_at + timedelta(hours=hours)

    by = protocol.outlasts_by
    rows = []
    for p in passages(cycle, temperature_c=warmth_c):
        sure = p.sure_from_h < p.sure_to_h
        rows.append(
            StageOut(
                name=f"{p.stage.name} in the water" if p.stage.name == "free" else p.stage.name,
                reached=p.stage.reached if by == "medicine" else p.stage.left_behind,
                from_at=at(p.from_h),
                sure_from_at=at(p.sure_from_h) if sure else None,
                sure_to_at=at(p.sure_to_h) if sure else None,
                to_at=at(p.to_h),
            )
        )
    shares = left_over_time(cycle, temperature_c=warmth_c, days=[float(d) for d in range(days + 1)], by=by)
    return StagesOut(
        parasite=cycle.name,
        warmth=show_temperature(warmth_c, actor.preferences).text,
        by="medicine in the water" if by == "medicine" else "a move to a clean tank",
        starts_at=starts_at,
        ends_at=ends_at,
        stages=rows,
        left=[LeftOut(day=d, at=at(24.0 * d), share=s, words=left_share_words(s)) for d, s in enumerate(shares)],
        source="; ".join(cycle.source),
        recalled=cycle.recalled,
    )


def stages_in(actor: Actor, tank: Tank, *, warmth_c: float | None) -> list[StagesOut]:
    """The life cycles under the running courses of a tank, from when their clocks began to count."""
    book = WaterRecords([tank], now=actor.now)
    found = []
    for course in book.running(tank):
        protocol, clock = protocol_of(course), book.clock(course)
        if protocol is None or course.treatment_ends_at <= course.starts_at:
            continue
        start = clock.started_at if clock and clock.started_at else course.starts_at
        left = what_is_left(
            protocol,
            ends_days=(course.treatment_ends_at - start) / timedelta(days=1),
            values=course.parameters,
            warmth=taken_warmth(course.parameters, water=tank.water_type, temperature_c=warmth_c),
            condition=course.condition_id,
            found=library(),
        )
        out = stages_out(actor, protocol, left=left, starts_at=start)
        found += [out] if out else []
    return found
