"""Load the invented fishroom "Alder Lock", built relative to today."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand
from django.utils import timezone

from pennywort.accounts.models import Fishroom
from pennywort.demo.alder_lock import build


class Command(BaseCommand):
    help = __doc__ or ""

    def handle(self, *args: Any, **options: Any) -> None:
        if Fishroom.objects.filter(name="Alder Lock").exists():
            self.stdout.write("Alder Lock is here already.")
            return
        build(now=timezone.now())
        self.stdout.write("Alder Lock is loaded.")
