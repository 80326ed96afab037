"""A worksheet as CSV: one dose a line, in and out. What the columns hold is what the request of a dose holds."""

from __future__ import annotations

import csv
import io
from typing import Any

from pydantic import ValidationError

from pennywort.core.errors import InvalidInput
from pennywort.measure.reckon import row
from pennywort.measure.schemas import DoseRequest, ProblemOut, RowOut
from pennywort.rooms.actor import Actor

COLUMNS = ("place", "volume", "give_or_take", "use", "strength", "target", "level_now", "share", "water", "confirmed")
RESULT = ("amount", "unit", "reaches", "verdict", "words", "problem")
MOST_ROWS = 1000
FLAGS = {"": False, "no": False, "false": False, "0": False, "yes": True, "true": True, "1": True}


def read_csv(text: str) -> list[dict[str, str]]:
    """The lines of a worksheet. :raises InvalidInput: no columns we know, cut short, or too many lines."""
    try:
        reader = csv.DictReader(io.StringIO(text.lstrip("\ufeff")), strict=True)
        found = list(reader)
    except csv.Error as error:
        raise InvalidInput(f"This is not a whole CSV file: {error}.", field="text") from error
    names = set(reader.fieldnames or ())
    unknown = sorted(str(n) for n in names - {*COLUMNS, *RESULT})
    if "use" not in names or "volume" not in names:
        raise InvalidInput(f"The first line names the columns: at least use and volume, of {', '.join(COLUMNS)}.", field="text")
    if unknown:
        raise InvalidInput(f"There is no column “{unknown[0]}”. Known: {', '.join(COLUMNS)}.", field="text")
    if len(found) > MOST_ROWS:
        raise InvalidInput(f"At most {MOST_ROWS} lines.", field="text")
    if any(None in line or None in line.values() for line in found):
        raise InvalidInput("A line has more or fewer cells than the first one names.", field="text")
    return found


def _request(line: dict[str, str]) -> DoseRequest:
    flag = line.get("confirmed", "").strip().lower()
    if flag not in FLAGS:
        raise InvalidInput("Write yes or no.", field="confirmed")
    typed: dict[str, Any] = {name: line.get(name, "").strip() for name in ("volume", "give_or_take", "use", "strength", "target", "level_now", "share")}
    ticked = {"confirmed": FLAGS[flag], "product_confirmed": FLAGS[flag]}
    return DoseRequest.model_validate({"kind": "dose", **typed, **ticked, "water": line.get("water", "").strip() or None})


def rows_of(actor: Actor, lines: list[dict[str, str]]) -> list[RowOut]:
    """Every line reckoned; a fault stays in its line."""
    found = []
    for line in lines:
        try:
            found.append(row(actor, _request(line)))
        except InvalidInput as error:
            found.append(RowOut(answer=None, problem=ProblemOut(detail=error.message, field=error.field or "")))
        except ValidationError as error:
            first = error.errors()[0]
            found.append(RowOut(answer=None, problem=ProblemOut(detail=first["msg"], field=".".join(str(p) for p in first["loc"]))))
    return found


def write_csv(lines: list[dict[str, str]], rows: list[RowOut]) -> str:
    """The same lines with what came of them. A cell that a spreadsheet might take for a formula is quoted by an apostrophe."""
    out = io.StringIO()
    writer = csv.DictWriter(out, fieldnames=[*COLUMNS, *RESULT], extrasaction="ignore", lineterminator="\n")
    writer.writeheader()
    for line, told in zip(lines, rows, strict=True):
        result = dict.fromkeys(RESULT, "")
        if told.problem:
            result["problem"] = f"{told.problem.field}: {told.problem.detail}"
        elif told.answer:
            result |= {"verdict": told.answer.verdict, "words": told.answer.words}
            if told.answer.amounts:
                first = told.answer.amounts[0]
                reaches = f"{first.reaches.figure} {first.reaches.unit}" if first.reaches else ""
                result |= {"amount": first.big.figure, "unit": first.big.unit, "reaches": reaches}
        writer.writerow({name: _safe(value) for name, value in {**{c: line.get(c, "") for c in COLUMNS}, **result}.items()})
    return out.getvalue()


def _safe(cell: str) -> str:
    return f"'{cell}" if cell[:1] in ("=", "+", "@", "\t") else cell
