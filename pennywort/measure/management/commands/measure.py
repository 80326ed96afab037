"""Reckon the requests of a file, outside any fishroom: ``manage.py measure FILE.json``."""

from __future__ import annotations

from typing import Any

from django.core.management.base import CommandError
from pydantic import TypeAdapter

from pennywort.library.from_files import FileCommand, nobody
from pennywort.measure.reckon import reckon
from pennywort.measure.requests import MeasureIn
from pennywort.measure.schemas import MeasuredOut


class Command(FileCommand):
    """The command line of Measure. The shape of file and answer is that of the API (docs/measure.md)."""

    help = "Reckon the requests of a JSON file (one, or a list) and print the answers as JSON."
    request: TypeAdapter[Any] = TypeAdapter(MeasureIn)

    def answer(self, body: Any, place: str) -> MeasuredOut:
        if getattr(body, "tank", None) is not None:
            raise CommandError(f"{place}, tank: type a volume; tanks belong to a fishroom.")
        return reckon(nobody(), body)
