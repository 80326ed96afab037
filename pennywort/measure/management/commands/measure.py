"""Reckon the requests of a file, outside any fishroom: ``manage.py measure FILE.json``."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser
from pydantic import TypeAdapter

from pennywort.measure.reckon import reckon
from pennywort.measure.schemas import MeasureIn
from pennywort.rooms.from_files import naming, nobody, read_file

REQUEST: TypeAdapter[Any] = TypeAdapter(MeasureIn)


class Command(BaseCommand):
    """The command line of Measure. The shape of file and answer is that of the API (docs/measure.md)."""

    help = "Reckon the requests of a JSON file (one, or a list) and print the answers as JSON."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        path: Path = options["file"]
        try:
            raw = json.loads(read_file(path))
        except json.JSONDecodeError as error:
            raise CommandError(f"{path}: not JSON, or cut short.") from error
        many = isinstance(raw, list)
        answers = [_one(item, f"request {i}" if many else "the request") for i, item in enumerate(raw if many else [raw], start=1)]
        self.stdout.write(json.dumps(answers if many else answers[0], indent=1, ensure_ascii=False))


def _one(raw: Any, place: str) -> dict[str, Any]:
    with naming(place):
        body = REQUEST.validate_python(raw)
        if getattr(body, "tank", None) is not None:
            raise CommandError(f"{place}, tank: type a volume; tanks belong to a fishroom.")
        return reckon(nobody(), body).model_dump(mode="json")
