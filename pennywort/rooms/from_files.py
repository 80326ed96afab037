"""What commands share that answer requests from a file, outside any fishroom."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from django.core.management.base import CommandError
from django.utils import timezone
from pydantic import ValidationError

from pennywort.core.errors import PennywortError
from pennywort.rooms.actor import Actor
from pennywort.rooms.models import Fishroom, Keeper

MOST_BYTES = 4 * 1024 * 1024


def read_file(path: Path) -> str:
    """:raises CommandError: no such file, no text, or larger than 4 MB."""
    try:
        if path.stat().st_size > MOST_BYTES:
            raise CommandError(f"{path}: larger than 4 MB.")
        return path.read_text(encoding="utf-8")
    except (OSError, UnicodeDecodeError) as error:
        raise CommandError(f"{path}: can’t be read.") from error


def nobody() -> Actor:
    """Nobody signed in: figures are read and shown in litres, degrees Celsius, grams, and mg/L as the ion."""
    return Actor(keeper=Keeper(), fishroom=Fishroom(), now=timezone.now())


@contextmanager
def naming(place: str) -> Iterator[None]:
    """What is wrong inside becomes a :class:`CommandError` that names the place in the file and the field."""
    try:
        yield
    except ValidationError as error:
        first = error.errors()[0]
        raise CommandError(f"{place}, {'.'.join(str(p) for p in first['loc'])}: {first['msg']}") from error
    except PennywortError as error:
        raise CommandError(f"{place}, {error.field}: {error.message}") from error
