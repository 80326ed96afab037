"""The book of a group: everything that changed how many there are, in order, with how many were left."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.db.models import Q

from pennywort.core.outcome.figures import Count
from pennywort.core.outcome.tally import Entry, Reconciled, tally
from pennywort.core.reference import library
from pennywort.core.reference.naming import capital
from pennywort.fish.models import Group, Leaving, Loss, Move, Recount, Scuffle
from pennywort.fish.queries import LEDGERS, start_of
from pennywort.records.actor import Actor
from pennywort.records.models import LedgerRecord

MANNER = {"died": "found dead", "ended": "put down", "missing": "missing"}
CHECKED = {"water": "water tested", "skin": "skin scraped", "gills": "gills looked at", "gut": "opened", "vet": "seen by a vet", "nothing": "nothing checked"}
LEDGER = {Loss: "loss", Leaving: "leaving", Recount: "recount", Scuffle: "scuffle"}


@dataclass(frozen=True, kw_only=True)
class BookLine:
    """One line; ``left`` after it, None where the line changes no count. ``ledger`` and ``entry`` let it be struck out."""

    at: datetime
    kind: str
    words: str
    detail: str
    by: str
    left: Count | None = None
    told: Reconciled | None = None
    ledger: str = ""
    entry: str = ""


def _many(count: Count) -> str:
    return capital(count.words)


def loss_words(loss: Loss) -> str:
    """A loss as a sentence: "2 lost, found dead, during disease"."""
    count = Count(count=loss.count, plus_minus=loss.count_plus_minus)
    who = loss.fish or _many(count)
    parts = [f"{who} lost, {MANNER[loss.manner]}"]
    if loss.method:
        parts.append(library().humane_ends[loss.method].name if loss.method in library().humane_ends else loss.method)
    if loss.during and loss.during != "unknown":
        parts.append(f"during {loss.get_during_display()}")
    return ", ".join(parts)


def loss_detail(loss: Loss, local: Any) -> str:
    """What else is known of a loss, in one line. ``local`` turns an instant into the fishroom's time."""
    found = library()
    cause = found.conditions[loss.cause_id].short_name if loss.cause_id in found.conditions else ""
    suspected = ", ".join(w for w in (cause, loss.cause) if w)
    parts = []
    if loss.last_seen_well_at:
        well = local(loss.last_seen_well_at)
        parts.append(f"last seen well {well:%a} {well.day} {well:%b} {well:%H:%M}")
    if loss.signs:
        parts.append("; ".join(found.signs[s].label for s in loss.signs if s in found.signs))
    if suspected:
        parts.append(f"suspected: {suspected}")
    if loss.checked:
        parts.append(", ".join(CHECKED[c] for c in loss.checked if c in CHECKED))
    if loss.vet_asked is not None:
        parts.append("a vet was asked" if loss.vet_asked else "no vet was asked")
    return ". ".join(capital(p) for p in (*parts, loss.note) if p)


def row_words(row: LedgerRecord, local: Any) -> tuple[str, str, str]:
    """Kind, words and detail of one entry of a group's book. ``local`` turns an instant into the fishroom's time."""
    if isinstance(row, Loss):
        return "loss", loss_words(row), loss_detail(row, local)
    count = Count(count=getattr(row, "count", 0), plus_minus=getattr(row, "count_plus_minus", 0))
    if isinstance(row, Leaving):
        whither = f", {row.whither}" if row.whither else ""
        return "leaving", f"{_many(count)} {row.get_kind_display()}{whither}", row.note
    if isinstance(row, Recount):
        return "recount", f"Counted: {count.words}", row.note
    if isinstance(row, Scuffle):
        return "scuffle", f"{capital(row.get_degree_display())} by {row.by_whom}", row.note
    assert isinstance(row, Move)
    if row.joins:
        return "move", f"{_many(count)} put together with others of their kind", row.reason
    return "move", f"{_many(count)} moved from {row.from_tank.name} to {row.to_tank.name}", row.reason


def book_of(group: Group, *, actor: Actor) -> tuple[BookLine, ...]:
    """The lines of a group after its arrival, oldest first."""
    pairs: list[tuple[Entry, LedgerRecord]] = []
    for ledger, by, kind, only in LEDGERS:
        related = ("recorded_by", "from_tank", "to_tank") if ledger is Move else ("recorded_by",)
        for row in ledger.objects.standing().filter(**{by: group}, **only).select_related(*related):
            pairs.append((Entry(at=row.happened_at, kind=kind, count=Count(count=row.count, plus_minus=row.count_plus_minus)), row))
    pairs.sort(key=lambda p: (p[0].at, p[0].kind == "recount"))
    told = tally(start=start_of(group), entries=[entry for entry, _ in pairs])
    lines = [_line(row, actor, left=line.left, told=line.told) for line, (_, row) in zip(told.lines, pairs, strict=True)]
    whole = Move.objects.standing().filter(Q(group=group), joins=False).select_related("recorded_by", "from_tank", "to_tank")
    lines += [_line(row, actor) for row in whole]
    lines += [_line(row, actor) for row in Scuffle.objects.standing().filter(group=group).select_related("recorded_by")]
    return tuple(sorted(lines, key=lambda x: x.at))


def _line(row: Any, actor: Actor, *, left: Count | None = None, told: Reconciled | None = None) -> BookLine:
    kind, words, detail = row_words(row, actor.local)
    ledger = "merge" if isinstance(row, Move) and row.joins else LEDGER.get(type(row), "")
    return BookLine(
        at=row.happened_at,
        kind=kind,
        words=words,
        detail=detail,
        by=actor.signed(row),
        left=left,
        told=told,
        ledger=ledger,
        entry=str(row.uid) if ledger else "",
    )
