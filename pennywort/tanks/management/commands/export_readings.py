"""Write the register of readings where the front end takes it from."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand

from pennywort.tanks.shown import register_out

ROOT = Path(__file__).resolve().parents[4]


class Command(BaseCommand):
    help = "Write web/src/api/readings.json from the register of readings."

    def handle(self, *args: Any, **options: Any) -> None:
        path = ROOT / "web" / "src" / "api" / "readings.json"
        path.write_text(json.dumps(register_out(), indent=2, ensure_ascii=False) + "\n", encoding="utf-8")
        self.stdout.write(str(path.relative_to(ROOT)))
