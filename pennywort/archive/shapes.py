"""What the columns of an archive may hold: what their models bound, and the same that a case file may."""

from __future__ import annotations

import json
from functools import cache
from typing import Any

from django.apps import apps
from pydantic import BaseModel, TypeAdapter, ValidationError

from pennywort.cases import case_parts as parts
from pennywort.core.errors import InvalidInput
from pennywort.records.models import RoomRecord
from pennywort.records.parts import columns_of

PARTS: dict[str, type[parts.Part]] = {
    "courses.case": parts.CasePart, "courses.course": parts.CoursePart, "courses.dose": parts.DosePart, "courses.task": parts.TaskPart,
    "fish.group": parts.GroupPart, "fish.leaving": parts.LeavingPart, "fish.look": parts.LookPart, "fish.loss": parts.LossPart,
    "fish.observation": parts.ObservationPart, "fish.recount": parts.RecountPart, "tanks.tank": parts.TankPart,
    "tanks.waterchange": parts.ChangePart, "tanks.waterreading": parts.ReadingPart,
}  # fmt: skip


@cache
def _part(table: str) -> type[BaseModel] | None:
    """What bounds a table: its part of a case file, or its model alone; what is of no fishroom is bounded where it is made."""
    if table in PARTS:
        return PARTS[table]
    model = apps.get_model(table)
    return columns_of(model, BaseModel) if issubclass(model, RoomRecord) else None


@cache
def _adapter(table: str, column: str) -> TypeAdapter[Any] | None:
    part = _part(table)
    field = part.model_fields.get(column) if part else None
    return TypeAdapter(field.rebuild_annotation()) if field else None


def check_shape(table: str, column: str, value: Any, *, where: str) -> None:
    """:raises InvalidInput: a column that holds what its readers cannot read, naming the place."""
    adapter = _adapter(table, column)
    if adapter is None or value is None:
        return
    try:
        if isinstance(value, dict | list):
            adapter.validate_json(json.dumps(value), strict=True)
        else:
            adapter.validate_python(value)
    except ValidationError as error:
        first = error.errors()[0]
        inner = ".".join(str(p) for p in first["loc"])
        raise InvalidInput(f"The file is wrong at {where}{f', {inner}' if inner else ''}: that is not what stands in this column.", field="file") from error
