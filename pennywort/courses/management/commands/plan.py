"""A protocol on the calendar, outside any fishroom: ``manage.py plan FILE.json``."""

from __future__ import annotations

from typing import Any

from pydantic import TypeAdapter

from pennywort.courses.reckon import reckon_plan
from pennywort.courses.reckon_schemas import PlanIn, PlanOut
from pennywort.library.from_files import FileCommand, nobody


class Command(FileCommand):
    """The command line of plans. The shape of file and answer is that of the API (docs/courses.md)."""

    help = "Put the protocols of a JSON file (one request, or a list) on the calendar and print steps, amounts and totals as JSON."
    request: TypeAdapter[Any] = TypeAdapter(PlanIn)

    def answer(self, body: Any, place: str) -> PlanOut:
        return reckon_plan(nobody(), body)
