"""What the JSON columns of an archive may hold: the same that a case file may, by the same models."""

from __future__ import annotations

import json
from functools import cache
from typing import Any

from pydantic import TypeAdapter, ValidationError

from pennywort.core.errors import InvalidInput
from pennywort.courses.services.case_parts import CoursePart, LookPart, LossPart, Part, TankPart, TaskPart

PARTS: dict[str, type[Part]] = {
    "courses.course": CoursePart, "courses.task": TaskPart, "fish.look": LookPart, "fish.loss": LossPart, "tanks.tank": TankPart,
}  # fmt: skip


@cache
def _adapter(table: str, column: str) -> TypeAdapter[Any] | None:
    part = PARTS.get(table)
    field = part.model_fields.get(column) if part else None
    return TypeAdapter(field.rebuild_annotation()) if field else None


def check_shape(table: str, column: str, value: Any, *, where: str) -> None:
    """:raises InvalidInput: a JSON column that holds what its readers cannot read, naming the place."""
    adapter = _adapter(table, column)
    if adapter is None or value is None:
        return
    try:
        adapter.validate_json(json.dumps(value), strict=True)
    except ValidationError as error:
        first = error.errors()[0]
        inner = ".".join(str(p) for p in first["loc"])
        raise InvalidInput(f"The file is wrong at {where}{f', {inner}' if inner else ''}: that is not what stands in this column.", field="file") from error
