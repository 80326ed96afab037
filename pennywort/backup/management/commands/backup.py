"""Take a backup of everything into a folder, while Pennywort runs, and check it by opening it."""

from __future__ import annotations

from datetime import UTC
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import connection
from django.utils import timezone

from pennywort.backup.check import Checked, check
from pennywort.backup.take import take, thin_out
from pennywort.core.errors import PennywortError


def in_words(found: Checked) -> str:
    """What a backup holds, in one line."""
    gone = f"; {len(found.gone)} pictures were gone from the disk already" if found.gone else ""
    return f"{found.keepers} keepers, {found.fishrooms} fishrooms, {found.records} records, {found.pictures} picture files{gone}"


class Command(BaseCommand):
    help = __doc__ or ""

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("target", type=Path, help="a folder, best on another disk; or with --check a backup")
        parser.add_argument("--keep", type=int, help="how many backups stay in the folder; older ones are removed once the new one was checked")
        parser.add_argument("--check", action="store_true", help="only open the backup named and see whether it is whole")

    def handle(self, *args: Any, **options: Any) -> None:
        if options["keep"] is not None and options["keep"] < 1:
            raise CommandError("At least one backup stays: --keep 1 or more.")
        if connection.vendor != "sqlite":
            raise CommandError("This house is in PostgreSQL: back it up with pg_dump, and its pictures beside it; or take each fishroom out as an archive.")
        try:
            if options["check"]:
                self.stdout.write(f"{options['target']} is whole: {in_words(check(options['target']))}.")
                return
            path, found = take(
                options["target"], database=Path(connection.settings_dict["NAME"]), photos=Path(settings.PHOTO_ROOT), now=timezone.now().astimezone(UTC)
            )
        except (PennywortError, OSError) as error:
            raise CommandError(str(error)) from error
        self.stdout.write(f"{path}: {in_words(found)}. Opened again, and whole.")
        if options["keep"] is not None and (older := thin_out(options["target"], keep=options["keep"])):
            self.stdout.write(f"{len(older)} older removed.")
