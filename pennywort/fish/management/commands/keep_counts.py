"""Hold the kept numbers of fish against the ledgers, and keep them anew."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand

from pennywort.fish.kept import drift, keep
from pennywort.fish.models import Group


class Command(BaseCommand):
    help = "Walks the ledgers of every group, keeps how many are left anew, and says how many had been kept otherwise."

    def handle(self, *args: Any, **options: Any) -> None:
        otherwise = drift()
        keys = list(Group.objects.values_list("pk", flat=True))
        keep(keys)
        self.stdout.write(f"{len(keys)} groups; {len(otherwise) or 'none'} had been kept otherwise than the ledgers say.")
