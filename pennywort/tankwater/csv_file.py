"""Water tests as a CSV file: out, and in again, all or nothing."""

from __future__ import annotations

import csv
from datetime import UTC, datetime, timedelta
from io import StringIO
from typing import Any
from uuid import uuid5

from pennywort.core.errors import Conflict, InvalidInput
from pennywort.core.lengths import TOLD
from pennywort.courses.services.calendar import keep_to_clocks
from pennywort.records.actor import Actor
from pennywort.records.cleaning import safe_cell
from pennywort.tanks.models import Tank, WaterReading
from pennywort.tanks.queries import readings_of
from pennywort.tanks.services import TypedTest, add_reading, typed_ids
from pennywort.tanks.shown import as_typed

COLUMNS = ("when", *typed_ids(), "note")
MOST_BYTES = 1024 * 1024
MOST_ROWS = 5000
OLDEST = timedelta(days=365 * 30)


def write_csv(actor: Actor, tank: Tank) -> str:
    """All tests of this water that stand, oldest first, in this keeper's units; ``when`` in the fishroom's time, with its zone."""
    out = StringIO()
    writer = csv.DictWriter(out, fieldnames=COLUMNS, lineterminator="\r\n")
    writer.writeheader()
    for test in reversed(readings_of(tank)):
        writer.writerow({"when": actor.local(test.happened_at).isoformat(timespec="seconds"), **as_typed(test, actor), "note": safe_cell(test.note)})
    return out.getvalue()


def read_csv(actor: Actor, text: str, *, basis: str | None) -> list[tuple[datetime, TypedTest, str]]:
    """The rows of a file as tests. :raises InvalidInput: naming the line and the column."""
    if len(text.encode()) > MOST_BYTES:
        raise InvalidInput("At most a megabyte at once.", field="file")
    reader = csv.DictReader(StringIO(text.removeprefix("\ufeff")))
    names = [n.strip().lower() for n in reader.fieldnames or ()]
    if "when" not in names or not set(names) & set(typed_ids()):
        raise InvalidInput(f"The first line names the columns: when, and any of {', '.join(typed_ids())}, note.", field="file")
    strange = [n for n in names if n not in COLUMNS]
    if strange:
        raise InvalidInput(f"Nobody knows the column “{strange[0][:40]}” here.", field="file")
    reader.fieldnames = names
    rows: list[tuple[datetime, TypedTest, str]] = []
    try:
        for row in reader:
            line = reader.line_num
            if len(rows) >= MOST_ROWS:
                raise InvalidInput(f"At most {MOST_ROWS} tests at once.", field="file")
            if None in row or any(v is None for v in row.values()):
                raise InvalidInput(f"Line {line} has too few columns, or too many: the file is cut.", field=f"file.{line}")
            values = {name: (value or "").strip() for name, value in row.items()}
            at, note = _when(actor, values.pop("when"), line=line), values.pop("note", "").removeprefix("'")
            if len(note) > TOLD:
                raise InvalidInput(f"Line {line}: the note is longer than {TOLD} characters.", field=f"file.{line}.note")
            rows.append((at, TypedTest(**values, basis=basis), note))
    except csv.Error as error:
        raise InvalidInput("This is not a CSV file.", field="file") from error
    return rows


def _when(actor: Actor, text: str, *, line: int) -> datetime:
    try:
        at = datetime.fromisoformat(text)
    except ValueError as error:
        raise InvalidInput(f"Line {line}: “{text[:30]}” is no date and time. 2026-03-01 18:30 is one.", field=f"file.{line}.when") from error
    at = at if at.tzinfo else at.replace(tzinfo=actor.zone)
    if not actor.now - OLDEST < at <= actor.now:
        raise InvalidInput(f"Line {line} lies in the future, or too far back.", field=f"file.{line}.when")
    return at


def _row_of(at: datetime, figures: dict[str, str]) -> tuple[datetime, frozenset[tuple[str, str]]]:
    """A test as its line in the file: to the second, with its figures as they are typed."""
    return at.astimezone(UTC).replace(microsecond=0), frozenset(figures.items())


def import_csv(actor: Actor, *, tank: Tank, rows: list[tuple[datetime, TypedTest, str]]) -> dict[str, Any]:
    """Keep the tests of a file; those that are here already are passed over. All or nothing, inside the caller's transaction.

    Here already is what came by a file before, and what this water's own file says of a test that stands: same second, same figures.

    :raises InvalidInput: a figure that can't be, naming its row and column.
    """
    kept = known = 0
    here = {_row_of(test.happened_at, as_typed(test, actor)) for test in readings_of(tank)}
    for number, (at, typed, note) in enumerate(rows, 2):
        uid = uuid5(tank.uid, f"{at.isoformat()} {typed} {note}")
        row = _row_of(at, typed.figures)
        if row in here or WaterReading.objects.filter(fishroom=actor.fishroom, uid=uid).exists():
            known += 1
            continue
        try:
            add_reading(actor, uid=uid, tank=tank, typed=typed, note=note, happened_at=at)
        except InvalidInput as error:
            raise InvalidInput(f"Row {number}, {error.field}: {error.message}", field=f"file.{number}.{error.field}") from error
        kept += 1
    if not rows:
        raise Conflict("There is no test in this file.", field="file")
    told = keep_to_clocks(actor, tank)
    return {"uid": str(tank.uid), "kept": kept, "known": known, "told": told}
