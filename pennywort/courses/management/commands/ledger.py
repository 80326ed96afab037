"""What is in the water over time, outside any fishroom: ``manage.py ledger FILE.json``."""

from __future__ import annotations

from typing import Any

from pydantic import TypeAdapter

from pennywort.courses.reckon import reckon_ledger
from pennywort.courses.reckon_schemas import LedgerIn, LedgerOut
from pennywort.library.from_files import FileCommand, nobody


class Command(FileCommand):
    """The command line of the ledger. The shape of file and answer is that of the API (docs/courses.md)."""

    help = "Reckon the level of a medicine over time from the events of a JSON file and print it, with its clock, as JSON."
    request: TypeAdapter[Any] = TypeAdapter(LedgerIn)

    def answer(self, body: Any, place: str) -> LedgerOut:
        return reckon_ledger(nobody(), body)
