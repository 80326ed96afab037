"""What is in a tank's water, line by line, and which stages of a parasite the medicine meets on which day."""

from __future__ import annotations

from collections.abc import Callable
from datetime import timedelta

from pennywort.core.course.ledger import Ledger, LedgerLine
from pennywort.core.reference import library
from pennywort.core.units import show_amount, show_concentration, show_fraction
from pennywort.courses.models import Course
from pennywort.courses.queries.running import product_amount
from pennywort.courses.queries.targets import window_of
from pennywort.courses.queries.water_records import WaterRecords
from pennywort.records.actor import Actor
from pennywort.records.schemas import Plain, ShownOut
from pennywort.tanks.models import Tank

MOST_LINES = 80
# less of an active than this is none
TRACE_MG = 1e-9


class LedgerLineOut(Plain):
    """One thing that happened and the level after it; ``expected`` and ``odd`` beside a reading."""

    day_words: str
    at_words: str
    kind: str
    words: str
    level: str
    band: str
    expected: str
    odd: str


class PartOut(Plain):
    name: str
    amount: str
    share_words: str


class WaterLedgerOut(Plain):
    """One medicine in this water: its level now, its lines newest first, and where all of it went."""

    medicine: str
    name: str
    level: ShownOut
    band_words: str
    window_words: str
    hours_words: str
    leaves_words: str
    lines: list[LedgerLineOut]
    parts: list[PartOut]


def water_ledgers(actor: Actor, tank: Tank) -> list[WaterLedgerOut]:
    """Every medicine that a running course holds here, or that is still in the water."""
    book = WaterRecords([tank], now=actor.now)
    held = [name for c in book.running(tank) for name in c.targets_mg_per_l]
    names = dict.fromkeys([*held, *book.medicines(tank)])
    return [out for name in names if (ledger := book.ledger(tank, name)) is not None and (out := _ledger(actor, book, tank, name, ledger))]


def _ledger(actor: Actor, book: WaterRecords, tank: Tank, name: str, ledger: Ledger) -> WaterLedgerOut:
    course = next((c for c in reversed(book.running(tank)) if name in c.targets_mg_per_l), None)
    window = window_of(course, name) if course else None
    now = ledger.level(actor.now)
    like = window.high_mg_per_l if window else max(line.after.concentration_mg_per_l for line in ledger.lines())

    def words(value: float) -> str:
        return show_concentration(value, like_mg_per_l=like).text

    back = {d.happened_at for d in book.given(tank) if d.water_change_id is not None}
    hours = ledger.hours_within(window.low_mg_per_l, window.high_mg_per_l, since=ledger.states[0].at, until=actor.now) if window else 0.0
    return WaterLedgerOut(
        medicine=name,
        name=library().actives[name].short_name,
        level=ShownOut.of(show_concentration(now.concentration_mg_per_l, like_mg_per_l=like)),
        band_words=f"{words(now.low_mg_per_l)} to {words(now.high_mg_per_l)}",
        window_words=f"{words(window.low_mg_per_l)} to {words(window.high_mg_per_l)}" if window else "",
        hours_words=_hours(hours) if window else "",
        leaves_words=_leaves(actor, book, tank, name, ledger, low=window.low_mg_per_l) if window else "",
        lines=[_line(actor, course, name, line, back=line.event.at in back, words=words) for line in reversed(ledger.lines()[-MOST_LINES:])],
        parts=_parts(actor, course, name, ledger),
    )


def _hours(hours: float) -> str:
    return f"{hours:.0f} hours" if hours < 48 else f"{hours / 24:.1f} days"


def _leaves(actor: Actor, book: WaterRecords, tank: Tank, name: str, past: Ledger, *, low: float) -> str:
    """When the level falls below its window by the plan, if it does within three weeks."""
    if past.level(actor.now).concentration_mg_per_l < low:
        return "below it now"
    at = book.ahead(tank, past, name).leaves(low, since=actor.now, until=actor.now + timedelta(days=21))
    return f"leaves it {actor.local(at):%A} {actor.local(at).day} {actor.local(at):%B}" if at else "stays in it, by the plan, for three weeks"


def _line(actor: Actor, course: Course | None, name: str, line: LedgerLine, *, back: bool, words: Callable[[float], str]) -> LedgerLineOut:
    local, event = actor.local(line.event.at), line.event
    kind, what = "other", "carbon in" if event.carbon else "carbon out"
    if event.added_mg:
        amount = product_amount(course, name, event.added_mg) if course else ("mass", event.added_mg)
        kind, what = "dose", f"{'put back' if back else 'gave'} {show_amount(*amount, actor.preferences).text}"
    elif event.changed_fraction:
        kind, what = "change", f"changed {show_fraction(event.changed_fraction).text} of the water"
    elif line.check is not None:
        kind, what = "reading", f"read {words(line.check.reading_mg_per_l)}"
    check = line.check
    return LedgerLineOut(
        day_words=f"{local:%a} {local.day} {local:%b}",
        at_words=f"{local:%H:%M}",
        kind=kind,
        words=what,
        level=words(line.after.concentration_mg_per_l),
        band=f"{words(line.after.low_mg_per_l)} to {words(line.after.high_mg_per_l)}",
        expected=f"{words(check.expected.low_mg_per_l)} to {words(check.expected.high_mg_per_l)}" if check else "",
        odd=check.words if check and not check.plausible else "",
    )


def _parts(actor: Actor, course: Course | None, name: str, ledger: Ledger) -> list[PartOut]:
    """Where all that was given went; of the product, as it was measured."""
    masses = ledger.masses(actor.now)
    given = masses.given_mg if masses.given_mg > TRACE_MG else 0.0
    whole = [PartOut(name="given", amount=_amount_words(given, actor, course, name), share_words="")] if given else []
    rows = [
        ("in the water", masses.water_mg),
        ("taken out with water", masses.removed_mg),
        ("decayed, or gone unseen", masses.decayed_mg),
        ("in sand and rock", masses.sand_mg),
    ]
    return whole + [
        PartOut(name=words, amount=_amount_words(mg, actor, course, name), share_words=show_fraction(mg / given).text if given else "")
        for words, mg in rows
        if mg > TRACE_MG
    ]


def _amount_words(mass_mg: float, actor: Actor, course: Course | None, medicine_id: str) -> str:
    """A mass of active as so much of the product it was given in."""
    return show_amount(*(product_amount(course, medicine_id, mass_mg) if course else ("mass", mass_mg)), actor.preferences).text
