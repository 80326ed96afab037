"""Print a link that signs a keeper in once."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.utils import timezone

from pennywort.accounts.models import Keeper
from pennywort.accounts.services import make_link


class Command(BaseCommand):
    help = __doc__ or ""

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("username")
        parser.add_argument("--address", default="http://127.0.0.1:8000")

    def handle(self, *args: Any, **options: Any) -> None:
        keeper = Keeper.objects.filter(username=options["username"]).first()
        if keeper is None:
            raise CommandError(f"There is no keeper called {options['username']}.")
        self.stdout.write(f"{options['address']}/enter#{make_link(keeper, now=timezone.now())}")
