"""Rank the cases of a file, outside any fishroom: ``manage.py diagnose FILE.yaml``."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import yaml
from django.core.management.base import BaseCommand, CommandError, CommandParser

from pennywort.library.from_files import naming, nobody, read_file
from pennywort.looks.schemas import DiagnoseIn
from pennywort.looks.standalone import diagnose_alone


def read_cases(path: Path) -> tuple[list[Any], bool]:
    """The cases of a YAML or JSON file, and whether it held a list. :raises CommandError: no file, or cut short."""
    try:
        raw = yaml.safe_load(read_file(path))
    except yaml.YAMLError as error:
        raise CommandError(f"{path}: not YAML, or cut short.") from error
    if isinstance(raw, list):
        return raw, True
    return [raw], False


def diagnose(raw: Any, *, place: str) -> dict[str, Any]:
    """One case as the API would answer it. :raises CommandError: naming the case and the field."""
    if not isinstance(raw, dict):
        raise CommandError(f"{place}: a case is a mapping of fields.")
    with naming(place):
        return diagnose_alone(nobody(), DiagnoseIn.model_validate(raw)).model_dump(mode="json")


class Command(BaseCommand):
    """The command line of the diagnosis. The shape of file and answer is that of the API (docs/diagnose.md)."""

    help = "Rank the cases of a YAML or JSON file and print ranking, next look and acts as JSON."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        cases, many = read_cases(options["file"])
        answers = [diagnose(raw, place=f"case {i}" if many else "the case") for i, raw in enumerate(cases, start=1)]
        self.stdout.write(json.dumps(answers if many else answers[0], indent=1, ensure_ascii=False))
