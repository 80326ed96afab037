"""One tank as a strip on the shared time axis: two weeks back, three ahead."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Sequence
from datetime import date, datetime, timedelta
from typing import TypeVar

from pennywort.board.strip_events import Marks
from pennywort.core.course.clock import ClockState, Slip
from pennywort.core.reference import library
from pennywort.core.units import Shown, show_concentration
from pennywort.courses.models import Case, Course
from pennywort.courses.queries.kept_protocols import protocol_of
from pennywort.courses.queries.running import Given, amount_words, labels_on
from pennywort.courses.queries.targets import Window, windows_of
from pennywort.courses.queries.water_records import Changed, Planned, Read, WaterRecords
from pennywort.courses.strips import Axis, Curve, DayCount, Mark, Span, State, Strip
from pennywort.fish.queries import Shoal, in_words
from pennywort.records.actor import Actor
from pennywort.tanks.models import Tank
from pennywort.tanks.upkeep import PlannedUpkeep, upkeep_words

R = TypeVar("R", Given, Changed, Read)

DAYS_BACK = 14
DAYS_AHEAD = 20
# a dose that fills up belongs to what is built up now if it falls due within this time
BUILDING = timedelta(hours=24)


def axis_for(actor: Actor) -> Axis:
    """The axis of this fishroom now."""
    return Axis(starts_at=actor.midnight - timedelta(days=DAYS_BACK), ends_at=actor.midnight + timedelta(days=DAYS_AHEAD + 1), now=actor.now)


def _curve(book: WaterRecords, tank: Tank, *, held: Window, axis: Axis) -> Curve | None:
    past = book.ledger(tank, held.active)
    ahead = book.ahead(tank, past, held.active).curve(until=axis.ends_at)
    behind = past.curve(until=book.now) if past else (ahead[0],)
    peak = max([p.concentration_mg_per_l for p in (*behind, *ahead)] + [held.high_mg_per_l])
    if peak <= 0:
        return None
    shown = tuple(p for p in behind if p.at >= axis.starts_at - timedelta(days=1)) or (ahead[0],)
    return Curve.of(held.active, past=shown, ahead=ahead, low_mg_per_l=held.low_mg_per_l, high_mg_per_l=held.high_mg_per_l, peak_mg_per_l=peak)


def course_words(course: Course) -> str:
    """What goes in, in a word or two."""
    protocol = protocol_of(course)
    if protocol is None:
        return course.protocol_id
    if protocol.kind == "label":
        return " + ".join(str(label["product"]) for label in labels_on(course)) or "by label"
    if protocol.kind == "watch":
        return "no medicine"
    return " + ".join(library().actives[m.active].short_name for m in protocol.medicines) or protocol.name


def _state(curves: tuple[Curve, ...], *, course: Course | None, planned: list[Planned], case: Case | None, now: datetime) -> tuple[State, str]:
    if any(t.kind == "dose" and t.due_at < now for t in planned):
        return "unknown", "dose due"
    if course is None:
        return ("unknown", "no course yet") if case is not None else ("none", "clear water")
    if course.protocol_id == "watch":
        return "none", "watch only"
    if now >= course.treatment_ends_at:
        return "none", "observe"
    if not curves:
        return ("unknown", "by label, level not known") if course.label else ("none", "no medicine in it")
    # a round that fills up weeks later builds nothing up now
    building = any(t.kind == "dose" and (not t.refill or t.due_at < now + BUILDING) for t in planned)
    for c in curves:
        out = c.out_of_range
        if out == "below" and building:
            return "unknown", "building up"
        if out:
            return out, f"{out} range"
    return "in_range", "in range"


def _day_count(actor: Actor, book: WaterRecords, course: Course) -> DayCount:
    first, last = actor.local(course.starts_at).date(), actor.local(course.treatment_ends_at).date()
    today = actor.local(actor.now).date()
    watch = course.treatment_ends_at <= course.starts_at
    if watch:
        last = actor.local(course.ends_at).date()
    total = max(1, (last - first).days)
    day = (today - first).days + 1
    words = f"day {day} of {total}" if 1 <= day <= total else f"starts {first:%a} {first.day}" if day < 1 else ""
    clock = book.clock(course) if words and day >= 1 else None
    slip_words = _slip_words(actor, clock.slips[-1]) if clock and clock.slips else ""
    if clock is not None:
        words, ends = _clock_words(course, clock)
        last = actor.local(ends).date() if ends else last
    if not words and actor.now < course.ends_at:
        observed = (today - actor.local(course.observe_starts_at).date()).days + 1
        words = f"clear day {max(observed, 1)} of {(course.ends_at - course.observe_starts_at).days}"
    return DayCount(
        starts_at=course.starts_at,
        ends_at=course.ends_at if watch else course.treatment_ends_at,
        words=words,
        end_words=f"{last:%a} {last.day}",
        slip_words=slip_words,
    )


def _slip_words(actor: Actor, slip: Slip) -> str:
    """What stopped the clock last, when, and what it cost."""
    at = actor.local(slip.at)
    lost = f"{slip.lost_h:.0f} hours" if slip.lost_h < 48 else f"{slip.lost_h / 24:.0f} days"
    what = "The count began again" if slip.kind == "restarted" else "The count stood still"
    return f"{what} after {at:%A} {at.day} {at:%B} {at:%H:%M}: {slip.words}; {lost} don’t count."


def _clock_words(course: Course, clock: ClockState) -> tuple[str, datetime | None]:
    """The day by the clock of the protocol, which counts only what its rule counts, and when it ends if all goes well."""
    protocol = protocol_of(course)
    by_readings = protocol is not None and protocol.clock is not None and protocol.clock.counts == "readings"
    if clock.complete:
        return "days done, medicine out" if course.targets_mg_per_l else "days done", None
    if clock.started_at is None:
        return "not in range yet" if clock.day_number == 0 and by_readings else f"day 1 of {clock.of_days}", None
    if not clock.running:
        return f"stopped at day {clock.day_number} of {clock.of_days}", None
    return f"day {clock.day_number} of {clock.of_days}{' in range' if by_readings else ''}", clock.ends_at


def _dose_marks(actor: Actor, book: WaterRecords, marks: Marks, tank: Tank, axis: Axis) -> tuple[Mark, ...]:
    given = [Mark(at=d.happened_at, words=f"gave {amount_words(marks.courses[d.course_id], d, actor)}") for d in _since(axis, book.given(tank))]
    planned = [
        Mark(at=max(t.due_at, actor.now), words=t.title, done=False, late=t.due_at < actor.now)
        for t in book.planned(tank)
        if t.kind == "dose" and t.due_at <= axis.ends_at
    ]
    return (*given, *planned)


def _upkeep_marks(actor: Actor, planned: Sequence[PlannedUpkeep], done_by: str, *, axis: Axis) -> tuple[Mark, ...]:
    """When what is done every so many days falls due on the axis: today where it is late."""
    found = list[Mark]()
    for one in (p for p in planned if p.kind.done_by == done_by):
        day = first = max(one.next.due_on, actor.local(actor.now).date())
        while (at := datetime(day.year, day.month, day.day, 12, tzinfo=actor.zone)) <= axis.ends_at and (one.task.ends_on is None or day <= one.task.ends_on):
            found.append(Mark(at=max(at, actor.now), words=one.title, done=False, late=one.next.late_days > 0 and day == first))
            day += timedelta(days=one.task.every_days)
    return tuple(found)


def _by_day(actor: Actor, marks: Iterable[Mark]) -> tuple[Mark, ...]:
    """One mark a day of several: three daily tasks are one square, late when one of them is."""
    by_day: dict[date, list[Mark]] = defaultdict(list)
    for mark in marks:
        by_day[actor.local(mark.at).date()].append(mark)
    return tuple(
        Mark(at=day[-1].at, words=", ".join(dict.fromkeys(m.words for m in day)), done=day[-1].done, late=any(m.late for m in day))
        for _, day in sorted(by_day.items())
    )


def strip_of(actor: Actor, tank: Tank, *, book: WaterRecords, marks: Marks, axis: Axis, upkeep: Sequence[PlannedUpkeep], quiet: bool) -> Strip:
    """One tank's strip, from what was read of it and the others."""
    groups, courses, planned = marks.groups(tank), book.running(tank), book.planned(tank)
    course, case = (courses[-1] if courses else None), marks.case(tank)
    drawn = [_curve(book, tank, held=held, axis=axis) for c in courses for held in windows_of(c)]
    # the one that needs attention is drawn; of several in order the protocol's first
    curves = tuple(sorted((c for c in drawn if c is not None), key=lambda c: not c.out_of_range))
    state, words = _state(curves, course=course, planned=planned, case=case, now=actor.now)
    changed = [Mark(at=c.happened_at, words=f"changed {c.changed_fraction * 100:.0f} %") for c in _since(axis, book.changed(tank))]
    due_changes = [
        Mark(at=max(t.due_at, actor.now), words=t.title, done=False, late=t.due_at < actor.now)
        for t in planned
        if t.kind == "water_change" and t.due_at <= axis.ends_at
    ]
    return Strip(
        tank=tank,
        fish=fish_in(marks, tank),
        medicine=course_words(course) if course else "no medicine",
        state=state,
        state_words=words,
        level=_level(curves),
        curves=curves,
        doses=_dose_marks(actor, book, marks, tank, axis),
        changes=(*changed, *due_changes, *_upkeep_marks(actor, upkeep, "change", axis=axis)),
        readings=(
            *(Mark(at=r.happened_at, words="water test") for r in _tests(book, tank, axis)),
            *_upkeep_marks(actor, upkeep, "reading", axis=axis),
        ),
        upkeep=(
            *_by_day(actor, (Mark(at=u.happened_at, words=upkeep_words(u)[0]) for u in marks.upkeep(tank))),
            *_by_day(actor, _upkeep_marks(actor, upkeep, "note", axis=axis)),
        ),
        losses=tuple(Mark(at=at, words=f"{count} lost") for at, count in marks.losses(tank)),
        arrivals=_arrivals(actor, groups, axis),
        windows=tuple(Span(starts_at=c.observe_starts_at, ends_at=c.ends_at, words=_window_words(c)) for c in marks.recent(tank) if _observing(c)),
        day_count=_day_count(actor, book, course) if course else None,
        days_done=_days_done(actor, course),
        case=case,
        group=(marks.group_uids[case.group_id] if case else groups[-1].uid if groups else None),
        quiet=quiet,
    )


def fish_in(marks: Marks, tank: Tank) -> str:
    """The fish of a tank in one line."""
    return in_words((g.species_name, g.left) for g in marks.groups(tank)) or "empty"


def going_on(actor: Actor, tanks: Iterable[Tank], *, book: WaterRecords, marks: Marks, axis: Axis, upkeep: Iterable[PlannedUpkeep]) -> set[int]:
    """Those of these tanks, by their keys, where something is going on or a strip has a mark: told of hundreds without drawing them."""
    waters = {course.tank.water_id for course in book.courses.values()}
    waters |= {book.tanks[pk].water_id for pk in book.changed_lately}
    waters |= {book.tanks[pk].water_id for pk, at in book.last_given.items() if at >= axis.starts_at}
    here = {course.tank_id for course in marks.courses.values() if _observing(course)} | marks.touched
    here |= {group.tank_id for group in _arrived(actor, marks.all_groups, axis)}
    here |= {one.task.tank_id for one in upkeep if _upkeep_marks(actor, [one], one.kind.done_by, axis=axis)}
    return {t.pk for t in tanks if t.pk in here or t.water_id in waters or t.pk in book.tested_lately}


def _since(axis: Axis, rows: Iterable[R]) -> list[R]:
    return [row for row in rows if row.happened_at >= axis.starts_at]


def _tests(book: WaterRecords, tank: Tank, axis: Axis) -> list[Read]:
    """Of an instrument only what reads a medicine: it says its warmth every hour."""
    return [r for r in _since(axis, book.readings(tank)) if not r.instrument or any(library().readings[name].held for name in r.read)]


def _observing(course: Course) -> bool:
    return not course.stopped_at and course.ends_at > course.observe_starts_at


def _arrived(actor: Actor, groups: Iterable[Shoal], axis: Axis) -> list[Shoal]:
    first = actor.local(axis.starts_at).date()
    return [g for g in groups if g.arrived_on >= first]


def _level(curves: tuple[Curve, ...]) -> Shown | None:
    if not curves:
        return None
    return show_concentration(curves[0].now_mg_per_l, like_mg_per_l=curves[0].high_mg_per_l)


def _window_words(course: Course) -> str:
    days = (course.ends_at - course.observe_starts_at).days
    return f"watch only, {days} days" if course.protocol_id == "watch" else f"observe {days} days"


def _arrivals(actor: Actor, groups: list[Shoal], axis: Axis) -> tuple[Mark, ...]:
    """One mark a day of arrival, with all fish that came that day."""
    by_day: dict[date, int] = {}
    for group in _arrived(actor, groups, axis):
        by_day[group.arrived_on] = by_day.get(group.arrived_on, 0) + group.came_count
    noons = {day: datetime(day.year, day.month, day.day, 12, tzinfo=actor.zone) for day in by_day}
    return tuple(Mark(at=min(noons[day], actor.now), words=f"arrived, {count} fish") for day, count in sorted(by_day.items()))


def _days_done(actor: Actor, course: Course | None) -> tuple[Span, ...]:
    """Blocks of the course's days so far, one a day."""
    if course is None:
        return ()
    spans = []
    at = course.starts_at
    ends = min(actor.now, course.treatment_ends_at if course.treatment_ends_at > course.starts_at else course.ends_at)
    while at < ends:
        spans.append(Span(starts_at=at, ends_at=min(at + timedelta(days=1), ends), words=""))
        at += timedelta(days=1)
    return tuple(spans)
