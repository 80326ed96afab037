"""Pieces of every loader: one item, a list of them by id, and names that must be known."""

from __future__ import annotations

from collections.abc import Container, Iterable
from pathlib import Path
from typing import Any, TypeVar

from pydantic import ValidationError

from pennywort.core.reference import phrases
from pennywort.core.reference.figures import Datum
from pennywort.core.reference.yaml_files import ReferenceError, read_yaml

M = TypeVar("M", bound=Datum)


def checked(path: Path, model: type[M], raw: Any) -> M:
    """:raises ReferenceError: naming the file and the item."""
    try:
        return model.model_validate(raw)
    except ValidationError as error:
        name = raw.get("id", "?") if isinstance(raw, dict) else "?"
        raise ReferenceError(f"{path.name}, {name}", f"{error}") from error


def listed(path: Path, model: type[M], *, key: str = "id") -> dict[str, M]:
    """A list of items by their key. :raises ReferenceError: a key twice, or an item that can't be."""
    found: dict[str, M] = {}
    for raw in read_yaml(path):
        made = checked(path, model, raw)
        name = getattr(made, key)
        if name in found:
            raise ReferenceError(path.name, phrases.stands_twice(name))
        found[name] = made
    return found


def known(where: str, names: Iterable[str], among: Container[str]) -> None:
    """:raises ReferenceError: naming what is not among them."""
    missing = sorted({n for n in names if n not in among})
    if missing:
        raise ReferenceError(where, phrases.unknown(missing))
