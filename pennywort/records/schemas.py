"""Pieces of the API that every app uses."""

from __future__ import annotations

import math
from datetime import datetime
from typing import Annotated, Any
from uuid import UUID

from ninja import Schema
from pydantic import BaseModel, BeforeValidator, ConfigDict, Field

from pennywort.core.lengths import NAME, TOLD
from pennywort.core.trace import TraceLine, plain
from pennywort.core.units import Shown


def _as_text(value: Any) -> Any:
    """A number in JSON is taken as if it had been typed, so that NaN and 1e400 meet the same questions."""
    if isinstance(value, bool):
        return value
    if isinstance(value, (int, float)):
        return str(value) if isinstance(value, float) and not math.isfinite(value) else f"{value}"
    return value


Typed = Annotated[str, BeforeValidator(_as_text), Field(max_length=NAME, description="A figure as typed: 2.5 gal, 82F")]
Note = Annotated[str, Field(max_length=TOLD)]


class In(Schema):
    """Base of what comes in: nothing unknown."""

    model_config = ConfigDict(extra="forbid")


class Write(In):
    """Base of every write: the id its client made, so that a repeat changes nothing."""

    write_id: UUID


class Entry(Write):
    """Base of ledger entries: when it happened (now if left out) and what it corrects."""

    happened_at: datetime | None = None
    corrects: UUID | None = None


class Plain(BaseModel):
    """An answer made in code, field by field: nothing to read off a record, so nothing but the check of its types."""


class ShownOut(Plain):
    """A figure in the reader's units, ready to print."""

    figure: str
    unit: str

    @staticmethod
    def of(shown: Shown) -> ShownOut:
        return ShownOut(figure=shown.figure, unit=shown.unit)


class TraceOut(Plain):
    """One line of why."""

    label: str
    formula: str
    figure: str
    unit: str
    source: str | None

    @staticmethod
    def of(line: TraceLine) -> TraceOut:
        return TraceOut(label=line.label, formula=line.formula, figure=plain(line.value), unit=line.unit, source=line.source)


class Written(Plain):
    """A write that stands; ``told``: what it moved elsewhere, to be read."""

    uid: UUID
    told: str = ""
