"""The water of a tank over time: each measure as a row of points with its limits for these fish, and what it asks for."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal
from uuid import UUID

from django.db.models import Q

from pennywort.core.reference import library
from pennywort.core.reference.disease_models import Measure
from pennywort.core.reference.naming import mid_sentence
from pennywort.core.reference.reading_models import ReadingKind
from pennywort.core.units import show_fraction, show_temperature
from pennywort.core.water.change import aim_under, change_for, in_changes
from pennywort.core.water.chemistry import MG_PER_L_PER_DEGREE, PER_N
from pennywort.core.water.gate import GateLine, water_gate
from pennywort.courses.queries.situation import situation_of
from pennywort.courses.queries.targets import EDGE_FRACTION, window_of
from pennywort.courses.queries.water_records import WaterRecords
from pennywort.records.actor import Actor
from pennywort.records.schemas import Plain
from pennywort.tanks.models import Tank, WaterReading
from pennywort.tanks.queries import readings_in, readings_of
from pennywort.tanks.shown import IONS, as_typed, unit_of

# an expected curve is drawn by so many points
CURVE_POINTS = 160
MOST_TESTS, MOST_MACHINE = 400, 100
# hours of the day from which an instrument's readings are drawn, by how many days are asked for; all of them within a week
DRAWN_HOURS = ((7, None), (31, (0, 6, 12, 18)), (100, (12,)))


class WaterPointOut(Plain):
    """One reading: its figure as a number for the drawing and in words; ``expected`` beside what a course holds."""

    at: datetime
    value: float
    words: str
    state: Literal["in_range", "above", "below", "unknown"]
    by_hand: bool
    expected: str


class CurvePointOut(Plain):
    at: datetime
    value: float


class WaterRowOut(Plain):
    """One measure. ``low`` and ``high``: its limits for these fish, in the same unit as its points."""

    name: str
    label: str
    # what it is called in a sentence
    in_words: str
    unit: str
    low: float | None
    high: float | None
    limit_words: str
    source: str
    points: list[WaterPointOut]
    curve: list[CurvePointOut]
    foot: float
    top: float


class AdviceOut(Plain):
    """What a reading asks for."""

    words: str
    change: str


class WaterTestOut(Plain):
    """One test as a row: figures by measure, in the keeper's units; ``expected`` beside what a course holds."""

    uid: UUID
    day_words: str
    at_words: str
    by: str
    by_hand: bool
    figures: dict[str, str]
    expected: str
    note: str


class TickOut(Plain):
    at: datetime
    words: str


class WaterChartOut(Plain):
    starts_at: datetime
    ends_at: datetime
    fish: str
    ticks: list[TickOut]
    rows: list[WaterRowOut]
    advice: list[AdviceOut]
    tests: list[WaterTestOut]


@dataclass(frozen=True, kw_only=True)
class _Shown:
    """How figures of one measure are shown to this keeper."""

    unit: str
    turn: Callable[[float], float]
    digits: int


def _shown(actor: Actor, name: Measure) -> _Shown:
    kind = library().readings[name]
    if kind.typed_as == "temperature":
        return _Shown(unit=unit_of(kind, actor), turn=lambda v: float(show_temperature(v, actor.preferences).figure), digits=kind.digits)
    if kind.drawn_as:
        # of ammonia the part that harms
        return _Shown(unit="mg/L free, NH₃-N", turn=float, digits=kind.digits)
    if kind.ion:
        ion = actor.keeper.kit_basis == "ion"
        per = PER_N[kind.ion] if ion else 1.0
        return _Shown(unit=f"{kind.unit} {IONS[kind.ion] if ion else 'N'}", turn=lambda v: v * per, digits=kind.digits)
    if kind.typed_as == "hardness":
        return _Shown(unit=kind.unit, turn=lambda v: v / MG_PER_L_PER_DEGREE, digits=kind.digits)
    return _Shown(unit=kind.unit, turn=float, digits=kind.digits)


def chart_of(actor: Actor, tank: Tank, *, days: int) -> WaterChartOut:
    """Every measure that was read within the last ``days``, the newest last, against the limits for the fish that are in it."""
    since = actor.now - timedelta(days=days)
    by_hand, by_machine = _tests(actor, tank, since=since, days=days)
    tests = sorted((*by_hand, *by_machine), key=lambda t: (t.happened_at, t.pk))
    here = situation_of(actor, tank)
    species, book = here.species, here.book
    judged = [
        (t, {x.name: x for x in water_gate(readings_in(t), water=here.water_type, species=species, found=library(), round_about=here.meant).lines})
        for t in tests
    ]
    expected = _expected_at(book, tank)
    rows = [row for kind in drawn_kinds() if (row := _row(actor, book, tank, kind, judged, since=since, expected=expected)) is not None]
    fish = ", ".join(s.name for s in species)
    return WaterChartOut(
        starts_at=since,
        ends_at=actor.now,
        fish=fish or "no kind of fish whose limits are known: limits of the kind of water",
        ticks=_ticks(actor, days=days),
        rows=rows,
        advice=_advice(actor, tests),
        tests=[
            _test(actor, t, expected=expected) for t in sorted((*by_hand[:MOST_TESTS], *by_machine[:MOST_MACHINE]), key=lambda t: t.happened_at, reverse=True)
        ],
    )


def drawn_kinds() -> list[ReadingKind]:
    """What is drawn, in its order."""
    return sorted((k for k in library().readings.values() if k.drawn), key=lambda k: k.drawn)


def _held_kind() -> ReadingKind:
    """The reading by which a course holds its medicine."""
    return next(k for k in library().readings.values() if k.held)


def _tests(actor: Actor, tank: Tank, *, since: datetime, days: int) -> tuple[list[WaterReading], list[WaterReading]]:
    """What keepers read, all of it, and what instruments did, as many as a drawing can show; the newest first."""
    found = readings_of(tank).filter(happened_at__gt=since)
    hours = next((h for most, h in DRAWN_HOURS if days <= most), (12,))
    machine = found.exclude(instrument="")
    if hours is not None:
        # what a course holds is read once a day at most: it always counts
        machine = machine.filter(Q(happened_at__hour__in=hours) | _reads_held())
    if days > DRAWN_HOURS[-1][0]:
        machine = machine.filter(Q(happened_at__week_day=4) | _reads_held())
    return list(found.filter(instrument="")), list(machine)


def _reads_held() -> Q:
    return Q(**{f"{_held_kind().column}__isnull": False})


def _ticks(actor: Actor, *, days: int) -> list[TickOut]:
    """Midnights of the fishroom under the drawing, some seven of them."""
    every = max(1, round(days / 7))
    at = [actor.midnight - timedelta(days=every * i) for i in range(days // every + 1)]
    return [TickOut(at=t, words=f"{actor.local(t).day} {actor.local(t):%b}") for t in reversed(at) if t > actor.now - timedelta(days=days)]


def _test(actor: Actor, test: WaterReading, *, expected: dict[datetime, str]) -> WaterTestOut:
    local = actor.local(test.happened_at)
    return WaterTestOut(
        uid=test.uid, day_words=f"{local:%a} {local.day} {local:%b}", at_words=f"{local:%H:%M}", by=actor.signed(test), by_hand=not test.instrument,
        figures=as_typed(test, actor), expected=expected.get(test.happened_at, "") if getattr(test, _held_kind().column) is not None else "", note=test.note,
    )  # fmt: skip


Judged = list[tuple[WaterReading, dict[Measure, GateLine]]]


def _row(
    actor: Actor, book: WaterRecords, tank: Tank, kind: ReadingKind, judged: Judged, *, since: datetime, expected: dict[datetime, str]
) -> WaterRowOut | None:
    name, shown = kind.id, _shown(actor, kind.id)
    points, last = [], None
    for test, lines in judged:
        line = lines.get(name)
        read = getattr(test, kind.column)
        # of ammonia the part that harms is drawn, where pH and warmth were read with it
        value = line.value if kind.drawn_as and line else read
        if read is None or value is None:
            continue
        last = line or last
        figure = shown.turn(value)
        points.append(
            WaterPointOut(
                at=test.happened_at, value=figure, words=f"{figure:.{shown.digits}f}", state=line.state if line else "unknown", by_hand=not test.instrument,
                expected=expected.get(test.happened_at, "") if kind.held else "",
            )
        )  # fmt: skip
    if not points:
        return None
    low, high, words, curve = _limits(actor, book, tank, kind, last, shown, since=since)
    if kind.held and low is not None and high is not None:
        # a course holds it: its own range judges
        for point in points:
            point.state = "below" if point.value < low * (1 - EDGE_FRACTION) else "above" if point.value > high * (1 + EDGE_FRACTION) else "in_range"
    figures = [p.value for p in points] + [c.value for c in curve] + [v for v in (low, high) if v is not None]
    span = max(figures) - min(figures) or max(abs(max(figures)), 1.0) * 0.2
    floor = 0.0 if kind.from_nought else min(figures) - span * 0.1
    return WaterRowOut(
        name=name, label=kind.drawn_as or kind.label, in_words=mid_sentence(kind.drawn_as or kind.name), unit=shown.unit, low=low, high=high, limit_words=words,
        source=", ".join(last.source) if last else "", points=points, curve=curve, foot=floor, top=max(figures) + span * 0.1,
    )  # fmt: skip


def _limits(
    actor: Actor, book: WaterRecords, tank: Tank, kind: ReadingKind, last: GateLine | None, shown: _Shown, *, since: datetime
) -> tuple[float | None, float | None, str, list[CurvePointOut]]:
    """Limits, in words too; of what a course holds its range, and the level that the ledger expects."""
    if kind.held:
        course = next((c for c in reversed(book.running(tank)) if kind.id in c.targets_mg_per_l), None)
        window = window_of(course, kind.id) if course else None
        curve = _curve(book, tank, since=since, until=actor.now)
        if window is None:
            return None, None, f"no course holds {kind.name} here", curve
        return window.low_mg_per_l, window.high_mg_per_l, f"the course holds {window.low_mg_per_l:g} to {window.high_mg_per_l:g}", curve
    low = shown.turn(last.low) if last and last.low is not None else None
    high = shown.turn(last.high) if last and last.high is not None else None
    digits = shown.digits
    if low is not None and high is not None:
        return low, high, f"{low:.{digits}f} to {high:.{digits}f}", []
    if high is not None:
        return None, high, f"below {high:.{digits}f}", []
    return low, None, f"above {low:.{digits}f}" if low is not None else "", []


def _expected_at(book: WaterRecords, tank: Tank) -> dict[datetime, str]:
    """What each reading of what a course holds should have said, by its instant."""
    ledger = book.ledger(tank, _held_kind().id)
    checks = [(x.event.at, x.check.expected) for x in ledger.lines() if x.check is not None] if ledger else []
    return {at: f"{e.low_mg_per_l:.2f} to {e.high_mg_per_l:.2f}" for at, e in checks}


def _curve(book: WaterRecords, tank: Tank, *, since: datetime, until: datetime) -> list[CurvePointOut]:
    ledger = book.ledger(tank, _held_kind().id)
    if ledger is None:
        return []
    start = max(since, ledger.states[0].at)
    at = [start + (until - start) * i / CURVE_POINTS for i in range(CURVE_POINTS + 1)]
    return [CurvePointOut(at=t, value=ledger.level(t).concentration_mg_per_l) for t in at]


def _advice(actor: Actor, tests: list[WaterReading]) -> list[AdviceOut]:
    """Nitrate over its limit asks for a change, and for how much."""
    newest = next((t for t in reversed(tests) if t.nitrate_as_n_mg_per_l is not None), None)
    care, shown = library().limits["nitrate_care"], _shown(actor, "nitrate")
    if newest is None or newest.nitrate_as_n_mg_per_l is None or newest.nitrate_as_n_mg_per_l <= care.value:
        return []
    changes = in_changes(change_for(level_mg_per_l=newest.nitrate_as_n_mg_per_l, target_mg_per_l=aim_under(care.value)))
    share = show_fraction(changes[0]).text
    days = "" if len(changes) == 1 else f" on each of {len(changes)} days"
    level, under = shown.turn(newest.nitrate_as_n_mg_per_l), shown.turn(care.value)
    words = f"Nitrate {level:.0f} {shown.unit}: change {share} of the water{days}, with water that holds none, to get under {under:.0f}."
    return [AdviceOut(words=words, change=share)]
