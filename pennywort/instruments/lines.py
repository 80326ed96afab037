"""The open format of the instruments: lines of JSON, or a CSV file with the same three columns."""

from __future__ import annotations

import csv
import json
import math
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime
from io import StringIO
from typing import Any
from uuid import UUID

from pennywort.core.errors import InvalidInput

MOST_BYTES = 1024 * 1024
MOST_LINES = 5000
FIGURE = {"at", "measure", "value"}
REPORTS = {"dose": {"report", "at", "task", "ml"}, "fault": {"report", "at", "words"}, "well": {"report", "at"}}


@dataclass(frozen=True, kw_only=True)
class Figure:
    """One figure: when, which measure, how much."""

    at: datetime
    measure: str
    value: float


@dataclass(frozen=True, kw_only=True)
class DoseReport:
    """The pump gave a dose of its schedule, mL."""

    at: datetime
    task: UUID
    amount_ml: float


@dataclass(frozen=True, kw_only=True)
class FaultReport:
    """The instrument says that it does not work, or (no words) that it works again."""

    at: datetime
    words: str


Line = Figure | DoseReport | FaultReport


def raw_lines(text: str, *, form: str) -> Iterator[tuple[int, Any]]:
    """Number and content of each line that is not empty; a line that is no JSON comes as an error.

    :param form: ``ndjson`` or ``csv``. :raises InvalidInput: too large, too many, or a CSV without its header.
    """
    if len(text.encode()) > MOST_BYTES:
        raise InvalidInput("At most a megabyte at once. Send it in parts.", field="file")
    if form == "csv":
        yield from _csv(text)
        return
    rows = [(n, line) for n, line in enumerate(text.splitlines(), 1) if line.strip()]
    if len(rows) > MOST_LINES:
        raise InvalidInput(f"At most {MOST_LINES} lines at once. Send it in parts.", field="file")
    for number, line in rows:
        try:
            yield number, json.loads(line)
        except (ValueError, RecursionError):
            yield number, InvalidInput("This line is cut short or is not JSON.", field="line")


def _csv(text: str) -> Iterator[tuple[int, Any]]:
    reader = csv.DictReader(StringIO(text.removeprefix("\ufeff")))
    try:
        if reader.fieldnames is None or {n.strip() for n in reader.fieldnames} != FIGURE:
            raise InvalidInput("The first line names the columns: at,measure,value.", field="file")
        for number, row in enumerate(reader, 2):
            if number > MOST_LINES:
                raise InvalidInput(f"At most {MOST_LINES} lines at once. Send it in parts.", field="file")
            values = {str(k).strip(): v for k, v in row.items()}
            if None in row or any(v is None for v in row.values()):
                yield number, InvalidInput("This line has too few columns, or too many.", field="line")
            else:
                yield number, values
    except csv.Error as error:
        raise InvalidInput("This is not a CSV file.", field="file") from error


def read_line(raw: Any) -> Line:
    """:raises InvalidInput: naming what is wrong with the line."""
    if isinstance(raw, InvalidInput):
        raise raw
    if not isinstance(raw, dict):
        raise InvalidInput("A line is an object with at, measure and value.", field="line")
    report = raw.get("report")
    wanted = REPORTS.get(report) if isinstance(report, str) else FIGURE if report is None else None
    if wanted is None:
        raise InvalidInput("A report is one of dose, fault, well.", field="report")
    for name in sorted(wanted - set(raw)):
        raise InvalidInput("This is missing.", field=name)
    for name in sorted(set(raw) - wanted):
        raise InvalidInput("Nobody knows this name here.", field=str(name)[:40])
    at = _instant(raw["at"])
    if report == "dose":
        return DoseReport(at=at, task=_uuid(raw["task"]), amount_ml=_number(raw["ml"], field="ml"))
    if report is not None:
        told = str(raw.get("words", "")).strip()[:120]
        return FaultReport(at=at, words=told or ("it reports a fault" if report == "fault" else ""))
    return Figure(at=at, measure=str(raw["measure"]), value=_number(raw["value"], field="value"))


def _instant(value: Any) -> datetime:
    try:
        at = datetime.fromisoformat(str(value))
    except ValueError as error:
        raise InvalidInput("This is no date and time: 2026-03-01T14:05:00Z.", field="at") from error
    if at.tzinfo is None:
        raise InvalidInput("Give the time with its zone.", field="at")
    return at


def _number(value: Any, *, field: str) -> float:
    try:
        number = float(value) if not isinstance(value, bool) else math.nan
    except (TypeError, ValueError):
        number = math.nan
    if not math.isfinite(number) or abs(number) > 1e6:
        raise InvalidInput("This is not a usable number.", field=field)
    return number


def _uuid(value: Any) -> UUID:
    try:
        return UUID(str(value))
    except ValueError as error:
        raise InvalidInput("This id is not one of ours.", field="task") from error
