"""What commands share that answer requests from a file, outside any fishroom."""

from __future__ import annotations

import json
from abc import abstractmethod
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.utils import timezone
from pydantic import BaseModel, TypeAdapter, ValidationError

from pennywort.accounts.models import Fishroom, Keeper
from pennywort.core.errors import PennywortError
from pennywort.records.actor import Actor

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


class FileCommand(BaseCommand):
    """A command that answers the requests of a JSON file, one or a list, in the API's own shapes."""

    request: TypeAdapter[Any]

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        path: Path = options["file"]
        try:
            raw = json.loads(read_file(path))
        except json.JSONDecodeError as error:
            raise CommandError(f"{path}: not JSON, or cut short.") from error
        many = isinstance(raw, list)
        answers = [self._one(item, f"request {i}" if many else "the request") for i, item in enumerate(raw if many else [raw], start=1)]
        self.stdout.write(json.dumps(answers if many else answers[0], indent=1, ensure_ascii=False))

    def _one(self, raw: Any, place: str) -> dict[str, Any]:
        with naming(place):
            return self.answer(self.request.validate_python(raw), place).model_dump(mode="json")

    @abstractmethod
    def answer(self, body: Any, place: str) -> BaseModel:
        """The answer to one request. :raises PennywortError: naming the field."""
