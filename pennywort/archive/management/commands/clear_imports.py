"""Clear what archives left that were broken off on their way in: rows and pictures. The fishroom is empty again."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand, CommandParser
from django.utils import timezone

from pennywort.archive.clearing import clear_broken
from pennywort.archive.restore import STILL


class Command(BaseCommand):
    help = __doc__ or ""

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--now", action="store_true", help="also what moved within the last minutes: only where no server runs")

    def handle(self, *args: Any, **options: Any) -> None:
        now = timezone.now()
        cleared = clear_broken(before=now if options["now"] else now - STILL)
        self.stdout.write(f"Cleared: {', '.join(str(room) for room in cleared)}." if cleared else "Nothing was broken off.")
