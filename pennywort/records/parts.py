"""What a file may hold of a record, made from its model: names, kinds, lengths and choices stand there, and nowhere else."""

from __future__ import annotations

import math
from datetime import date
from typing import Annotated, Any, Literal
from uuid import UUID

from django.db import models
from pydantic import AfterValidator, AwareDatetime, BaseModel, Field, create_model

from pennywort.records.models import LedgerRecord, RoomRecord


def _finite(value: float) -> float:
    if not math.isfinite(value) or abs(value) > 1e9:
        raise ValueError("not a usable number")
    return value


Number = Annotated[float, AfterValidator(_finite)]
Positive = Annotated[float, AfterValidator(_finite), Field(gt=0)]
NotNegative = Annotated[float, AfterValidator(_finite), Field(ge=0)]
Count = Annotated[int, Field(ge=0, le=100_000)]

_KINDS: dict[type[models.Field[Any, Any]], Any] = {
    models.BooleanField: bool, models.FloatField: Number, models.IntegerField: Count, models.DateTimeField: AwareDatetime, models.DateField: date,
    models.UUIDField: UUID, models.JSONField: Any, models.TextField: str,
}  # fmt: skip
# who wrote it, and where it belongs, is said in a file's own way
_SAID_OTHERWISE = {f.name for base in (RoomRecord, LedgerRecord) for f in base._meta.get_fields()} | {"id"}


def _kind(column: models.Field[Any, Any]) -> Any:
    if column.choices:
        chosen = [value for value, _ in column.flatchoices]
        return Literal[tuple([*chosen, ""] if column.blank and "" not in chosen else chosen)]
    if isinstance(column, models.CharField):
        return Annotated[str, Field(max_length=column.max_length)]
    return next(kind for of, kind in _KINDS.items() if isinstance(column, of))


def _default(column: models.Field[Any, Any]) -> Any:
    """What stands for a column that a file of an earlier release does not have; ``...``: every file has it."""
    if column.has_default():
        return Field(default_factory=column.default) if callable(column.default) else column.default
    if column.null:
        return None
    return "" if column.blank and isinstance(column, models.CharField | models.TextField) else ...


def columns_of(model: type[RoomRecord], base: type[BaseModel], *, without: tuple[str, ...] = ()) -> Any:
    """A part of a file with each column of the model but its links, as the model bounds it; a class made from it may bound one further."""
    columns = [f for f in model._meta.concrete_fields if not f.is_relation and f.name not in _SAID_OTHERWISE | set(without)]
    fields: dict[str, Any] = {f.name: (_kind(f) | None if f.null and _kind(f) is not Any else _kind(f), _default(f)) for f in columns}
    return create_model(f"{model.__name__}Columns", __base__=base, **fields)
