"""The building stones of the reference data: figures and statements that carry their source."""

from __future__ import annotations

import math
import re
from typing import Annotated, Literal

from pydantic import AfterValidator, BaseModel, ConfigDict, Field, model_validator

from pennywort.core.reference import phrases

Confidence = Literal["A", "B", "C", "X"]
Unit = Literal[
    "mg/L", "g/L", "g", "mg", "mL", "L", "degC", "h", "day", "1", "percent", "pH", "mg/L as N", "kg/L", "mg/mL", "min", "g/kg", "uL/L",
    "mg/kg", "mg/g", "g/g"
]  # fmt: skip
_SOURCE = re.compile(r"^(common practice|label|arithmetic|own|published: [A-Z0-9]+)$")


def _known_form(source: str) -> str:
    if not _SOURCE.match(source):
        raise ValueError(phrases.unknown_source(source))
    return source


Source = Annotated[str, AfterValidator(_known_form)]


class Datum(BaseModel):
    """Base of all reference data: nothing unknown, nothing changed after loading."""

    # what checks a file is made where one is checked: a start from what was compiled needs none of it
    model_config = ConfigDict(frozen=True, extra="forbid", defer_build=True)


class Sourced(Datum):
    """Anything that must say where it comes from.

    ``confidence``: A recalled from the named publication, B recalled but not sure from where, C common practice,
    X exact arithmetic. ``recalled`` is true where the value was written from memory and nobody reopened the page.
    """

    source: tuple[Source, ...] = Field(min_length=1)
    confidence: Confidence
    recalled: bool

    @model_validator(mode="after")
    def _letter_fits_source(self) -> Sourced:
        published = any(s.startswith("published") for s in self.source)
        if self.confidence == "A" and not published:
            raise ValueError(phrases.A_NAMES_A_PUBLICATION)
        if self.confidence == "X" and "arithmetic" not in self.source:
            raise ValueError(phrases.X_IS_ARITHMETIC)
        return self


class Figure(Sourced):
    """One number with its unit, its basis where that changes the mass, and its range."""

    value: float
    unit: Unit
    low: float | None = None
    high: float | None = None
    basis: Literal["as active", "as product", "as salt", "as ion", "as nitrogen", "as copper", "as chlorine", "as iodine"] | None = None
    note: str = ""

    @model_validator(mode="after")
    def _in_order(self) -> Figure:
        numbers = [n for n in (self.low, self.value, self.high) if n is not None]
        if any(not math.isfinite(n) for n in numbers) or numbers != sorted(numbers):
            raise ValueError(phrases.FINITE_AND_IN_ORDER)
        return self


class Statement(Sourced):
    """A sentence for the keeper, with where it comes from."""

    text: str = Field(min_length=3)
