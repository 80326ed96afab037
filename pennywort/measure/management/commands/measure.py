"""Reckon the requests of a file, outside any fishroom: ``manage.py measure FILE.json``."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.utils import timezone
from pydantic import TypeAdapter, ValidationError

from pennywort.core.errors import PennywortError
from pennywort.measure.reckon import reckon
from pennywort.measure.schemas import MeasureIn
from pennywort.rooms.actor import Actor
from pennywort.rooms.models import Fishroom, Keeper

REQUEST: TypeAdapter[Any] = TypeAdapter(MeasureIn)
MOST_BYTES = 4 * 1024 * 1024


class Command(BaseCommand):
    """The command line of Measure. The shape of file and answer is that of the API (docs/measure.md)."""

    help = "Reckon the requests of a JSON file (one, or a list) and print the answers as JSON."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        path: Path = options["file"]
        try:
            if path.stat().st_size > MOST_BYTES:
                raise CommandError(f"{path}: larger than 4 MB.")
            raw = json.loads(path.read_text(encoding="utf-8"))
        except (OSError, UnicodeDecodeError) as error:
            raise CommandError(f"{path}: can’t be read.") from error
        except json.JSONDecodeError as error:
            raise CommandError(f"{path}: not JSON, or cut short.") from error
        many = isinstance(raw, list)
        answers = [_one(item, f"request {i}" if many else "the request") for i, item in enumerate(raw if many else [raw], start=1)]
        self.stdout.write(json.dumps(answers if many else answers[0], indent=1, ensure_ascii=False))


def _one(raw: Any, place: str) -> dict[str, Any]:
    # nobody is signed in: figures are read and shown in litres, degrees Celsius, grams
    actor = Actor(keeper=Keeper(), fishroom=Fishroom(), now=timezone.now())
    try:
        body = REQUEST.validate_python(raw)
        if getattr(body, "tank", None) is not None:
            raise CommandError(f"{place}, tank: type a volume; tanks belong to a fishroom.")
        return reckon(actor, body).model_dump(mode="json")
    except ValidationError as error:
        first = error.errors()[0]
        raise CommandError(f"{place}, {'.'.join(str(p) for p in first['loc'])}: {first['msg']}") from error
    except PennywortError as error:
        raise CommandError(f"{place}, {error.field}: {error.message}") from error
