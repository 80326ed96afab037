"""Rank the cases of a file, outside any fishroom: ``manage.py diagnose FILE.yaml``."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import yaml
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.utils import timezone
from pydantic import ValidationError

from pennywort.core.errors import InvalidInput
from pennywort.courses.look_schemas import DiagnoseIn
from pennywort.courses.standalone import diagnose_alone
from pennywort.rooms.actor import Actor
from pennywort.rooms.models import Fishroom, Keeper

MOST_BYTES = 4 * 1024 * 1024


def read_cases(path: Path) -> tuple[list[Any], bool]:
    """The cases of a YAML or JSON file, and whether it held a list. :raises CommandError: no file, or cut short."""
    try:
        if path.stat().st_size > MOST_BYTES:
            raise CommandError(f"{path}: larger than 4 MB.")
        raw = yaml.safe_load(path.read_text(encoding="utf-8"))
    except (OSError, UnicodeDecodeError) as error:
        raise CommandError(f"{path}: can’t be read.") from error
    except yaml.YAMLError as error:
        raise CommandError(f"{path}: not YAML, or cut short.") from error
    if isinstance(raw, list):
        return raw, True
    return [raw], False


def diagnose(raw: Any, *, place: str) -> dict[str, Any]:
    """One case as the API would answer it. :raises CommandError: naming the case and the field."""
    if not isinstance(raw, dict):
        raise CommandError(f"{place}: a case is a mapping of fields.")
    try:
        case = DiagnoseIn.model_validate(raw)
        # nobody is signed in: figures are read and shown in litres, degrees Celsius, and mg/L as the ion
        actor = Actor(keeper=Keeper(), fishroom=Fishroom(), now=timezone.now())
        return diagnose_alone(actor, case).model_dump(mode="json")
    except ValidationError as error:
        first = error.errors()[0]
        raise CommandError(f"{place}, {'.'.join(str(p) for p in first['loc'])}: {first['msg']}") from error
    except InvalidInput as error:
        raise CommandError(f"{place}, {error.field}: {error.message}") from error


class Command(BaseCommand):
    """The command line of the diagnosis. The shape of file and answer is that of the API (docs/diagnose.md)."""

    help = "Rank the cases of a YAML or JSON file and print ranking, next look and acts as JSON."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        cases, many = read_cases(options["file"])
        answers = [diagnose(raw, place=f"case {i}" if many else "the case") for i, raw in enumerate(cases, start=1)]
        self.stdout.write(json.dumps(answers if many else answers[0], indent=1, ensure_ascii=False))
