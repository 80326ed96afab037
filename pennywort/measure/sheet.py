"""A worksheet: many requests, one a line, as a table or as CSV. A column holds what the field of that name holds in a request."""

from __future__ import annotations

import csv
import io
from collections.abc import Mapping
from typing import Any, get_args
from uuid import UUID

from pydantic import BaseModel, ValidationError

from pennywort.core.errors import InvalidInput
from pennywort.measure.reckon import row
from pennywort.measure.requests import MeasureIn
from pennywort.measure.schemas import ProblemOut, RowOut
from pennywort.records.actor import Actor
from pennywort.records.cleaning import safe_cell
from pennywort.tanks.queries import tanks_of

REQUESTS: dict[str, type[BaseModel]] = {get_args(m.model_fields["kind"].annotation)[0]: m for m in get_args(get_args(MeasureIn)[0])}
# what nobody writes into one cell
NESTED = {"own", "bath", "buckets", "lives", "running", "in_water", "tools", "bottle"}
# parts of a request that are columns of their own: measures.length, home.tds
PARTS = {"vessel": ("measures",), "osmolality": ("bath", "home")}
FIRST = ("place", "kind", "tank", "volume", "give_or_take", "use", "strength", "target", "level_now", "share", "water", "confirmed")
RESULT = ("amount", "unit", "reaches", "verdict", "words", "problem")
MOST_ROWS = 1000
FLAGS = {"no": False, "false": False, "0": False, "yes": True, "true": True, "1": True}
Line = dict[str, str]


def _fields(kind: str) -> set[str]:
    return set(REQUESTS[kind].model_fields) - NESTED - {"kind"} - set(PARTS.get(kind, ()))


def _known(name: str) -> bool:
    part, _, rest = name.partition(".")
    if rest:
        return any(part in parts for parts in PARTS.values())
    return name in {"place", "kind", *RESULT} or any(name in _fields(kind) for kind in REQUESTS)


def read_csv(text: str) -> list[Line]:
    """The lines of a worksheet. :raises InvalidInput: no columns we know, cut short, or too many lines."""
    try:
        reader = csv.DictReader(io.StringIO(text.lstrip("\ufeff")), strict=True)
        found = list(reader)
    except csv.Error as error:
        raise InvalidInput(f"This is not a whole CSV file: {error}.", field="text") from error
    names = [str(n) for n in reader.fieldnames or ()]
    if "use" not in names and "kind" not in names:
        raise InvalidInput(f"The first line names the columns: use or kind, and more of {', '.join(FIRST)}.", field="text")
    if any(None in line or None in line.values() for line in found):
        raise InvalidInput("A line has more or fewer cells than the first one names.", field="text")
    return check_lines(found, names)


def check_lines(lines: list[Line], names: list[str] | None = None) -> list[Line]:
    """:raises InvalidInput: a column nobody knows, or too many lines."""
    columns = names if names is not None else list(dict.fromkeys(name for line in lines for name in line))
    unknown = sorted(name for name in columns if not _known(name))
    if unknown:
        raise InvalidInput(f"There is no column “{unknown[0]}”. The first are {', '.join(FIRST)}.", field="text")
    if len(lines) > MOST_ROWS:
        raise InvalidInput(f"At most {MOST_ROWS} lines.", field="text")
    return lines


def _tanks(actor: Actor) -> dict[str, UUID]:
    """This fishroom's tanks by id, name and code, in small letters; none outside a fishroom."""
    if actor.fishroom.pk is None:
        return {}
    found: dict[str, UUID] = {}
    for tank in tanks_of(actor):
        found |= {str(tank.uid): tank.uid, tank.name.lower(): tank.uid} | ({tank.code.lower(): tank.uid} if tank.code else {})
    return found


def _request(line: Mapping[str, str], tanks: Mapping[str, UUID]) -> BaseModel:
    """:raises InvalidInput: a cell that does not belong to this kind. :raises ValidationError: a value that can't be."""
    cells = {name: text.strip() for name, text in line.items() if name not in RESULT and text.strip()}
    cells.pop("place", None)
    kind = cells.pop("kind", "dose")
    if kind not in REQUESTS:
        raise InvalidInput(f"There is no kind “{kind}”.", field="kind")
    body: dict[str, Any] = {"kind": kind} | {part: {} for part in PARTS.get(kind, ())}
    for name, text in cells.items():
        part, _, rest = name.partition(".")
        if rest and part in PARTS.get(kind, ()):
            body[part][rest] = text
        elif name not in _fields(kind):
            raise InvalidInput(f"A line of kind {kind} has no {name}.", field=name)
        else:
            body[name] = _value(kind, name, text, tanks)
    # a line that is confirmed is confirmed as a whole: the strength that is seldom meant too
    if kind == "dose" and body.get("confirmed"):
        body["product_confirmed"] = True
    return REQUESTS[kind].model_validate(body)


def _value(kind: str, name: str, text: str, tanks: Mapping[str, UUID]) -> Any:
    if name == "tank":
        if text.lower() not in tanks:
            raise InvalidInput(f"There is no tank called {text} here.", field="tank")
        return tanks[text.lower()]
    if REQUESTS[kind].model_fields[name].annotation is bool:
        if text.lower() not in FLAGS:
            raise InvalidInput("Write yes or no.", field=name)
        return FLAGS[text.lower()]
    return text


def rows_of(actor: Actor, lines: list[Line]) -> list[RowOut]:
    """Every line reckoned; a fault stays in its line."""
    found, tanks = [], _tanks(actor)
    for line in lines:
        try:
            found.append(row(actor, _request(line, tanks)))
        except InvalidInput as error:
            found.append(RowOut(answer=None, problem=ProblemOut(detail=error.message, field=error.field or "")))
        except ValidationError as error:
            first = error.errors()[0]
            found.append(RowOut(answer=None, problem=ProblemOut(detail=first["msg"], field=".".join(str(p) for p in first["loc"]))))
    return found


def write_csv(lines: list[Line], rows: list[RowOut]) -> str:
    """The same lines with what came of them. A cell that a spreadsheet might take for a formula is quoted by an apostrophe."""
    out = io.StringIO()
    more = [name for line in lines for name in line if name not in FIRST and name not in RESULT]
    columns = [*FIRST, *dict.fromkeys(more)]
    writer = csv.DictWriter(out, fieldnames=[*columns, *RESULT], extrasaction="ignore", lineterminator="\n")
    writer.writeheader()
    for line, told in zip(lines, rows, strict=True):
        writer.writerow({name: safe_cell(value) for name, value in {**{c: line.get(c, "") for c in columns}, **_result(told)}.items()})
    return out.getvalue()


def _result(told: RowOut) -> Line:
    result = dict.fromkeys(RESULT, "")
    if told.problem:
        result["problem"] = f"{told.problem.field}: {told.problem.detail}"
    elif told.answer:
        result |= {"verdict": told.answer.verdict, "words": told.answer.words}
        if told.answer.amounts:
            first = told.answer.amounts[0]
            reaches = f"{first.reaches.figure} {first.reaches.unit}" if first.reaches else ""
            result |= {"amount": first.big.figure, "unit": first.big.unit, "reaches": reaches}
        elif told.answer.verdict == "figures" and told.answer.figures:
            result |= {"amount": told.answer.figures[0].figure, "unit": told.answer.figures[0].unit}
    return result
