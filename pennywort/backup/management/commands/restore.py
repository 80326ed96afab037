"""Put a backup back where the database and the pictures lie. Stop Pennywort first."""

from __future__ import annotations

from datetime import UTC
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import connection, connections
from django.db.migrations.loader import MigrationLoader
from django.utils import timezone

from pennywort.backup.management.commands.backup import in_words
from pennywort.backup.put_back import put_back
from pennywort.core.errors import PennywortError


class Command(BaseCommand):
    help = __doc__ or ""

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)
        parser.add_argument("--replace", action="store_true", help="also where a record is: it is moved aside, nothing is deleted")

    def handle(self, *args: Any, **options: Any) -> None:
        known = frozenset(MigrationLoader(None, ignore_no_migrations=True).disk_migrations)
        connections.close_all()
        try:
            found, aside = put_back(
                options["file"],
                database=Path(connection.settings_dict["NAME"]),
                photos=Path(settings.PHOTO_ROOT),
                known=known,
                replace=options["replace"],
                now=timezone.now().astimezone(UTC),
            )
        except (PennywortError, OSError) as error:
            raise CommandError(str(error)) from error
        call_command("migrate", verbosity=0)
        self.stdout.write(f"Back, as it was at {found.made_at}: {in_words(found)}.")
        if aside is not None:
            self.stdout.write(f"What was here before is kept in {aside}.")
