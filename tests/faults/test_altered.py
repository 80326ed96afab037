"""Archives in which somebody changed one thing: refused whole, or taken and every page of the fishroom opens."""

from __future__ import annotations

import json
import random
import zipfile
from io import BytesIO
from typing import Any

from django.db import transaction

from tests.api.test_archive import ArchiveCase, jsonl
from tests.faults.house import LONG

ALTERED = 400 if LONG else 40
TEXTS = ("", "x" * 3000, "\u202e\u0000", "2026-11-24", "2026-02-30T10:00:00Z", "ich")
ODD: tuple[Any, ...] = (None, *TEXTS, -1, 0, 10**30, 1e300, 2.5, True, [], {}, [None], {"a": {"b": []}})
# every page that reads what an archive brought
PAGES = ("today", "rail", "round", "tanks", "groups", "cases", "timeline", "shelf", "instruments", "baths", "protocols", "inspections", "batches", "suppliers")
OF_EACH = {
    "groups": ("book", "days", "look", "photos", "release"),
    "tanks": ("", "water", "ahead", "ledger", "stages", "water-chart"),
    "cases": ("", "look-back", "file", "calendar", "vet-sheet"),
}


class Altered(ArchiveCase):
    def setUp(self) -> None:
        super().setUp()
        # signed in before anything is rolled back
        self.client_of(self.stranger)
        self.a_busy_room()
        self.content = self.export()
        self.records = [n for n in jsonl(self.content) if n.startswith("records/") and zipfile.ZipFile(BytesIO(self.content)).read(n).strip()]

    def altered(self, rng: random.Random) -> tuple[bytes, str]:
        """One value of one record is another; deep inside where the value is a map or a list."""
        name = rng.choice(self.records)
        told: list[str] = []

        def change(body: bytes) -> bytes:
            rows = [json.loads(line) for line in body.decode().splitlines()]
            row = rng.choice(rows)
            place: Any = row
            column: Any = rng.choice(sorted(row))
            told.append(str(column))
            while isinstance(place[column], dict | list) and place[column] and rng.random() < 0.8:
                place = place[column]
                column = rng.choice(sorted(place) if isinstance(place, dict) else range(len(place)))
                told.append(str(column))
            place[column] = rng.choice(ODD)
            told.append(repr(place[column])[:40])
            return "".join(f"{json.dumps(r)}\n" for r in rows).encode()

        return self.rewritten(self.content, name, change), f"{name} {' '.join(told)}"

    def opens(self) -> None:
        client = self.client_of(self.stranger)
        for page in PAGES:
            answer = client.get(self.url(page, self.elsewhere))
            self.assertEqual(answer.status_code, 200, (page, answer.content[:300]))
        for kind, pages in OF_EACH.items():
            told = client.get(self.url(kind, self.elsewhere)).json()
            for found in told if isinstance(told, list) else told[kind]:
                for page in pages:
                    answer = client.get(self.url(f"{kind}/{found['uid']}/{page}".rstrip("/"), self.elsewhere))
                    self.assertLess(answer.status_code, 500, (kind, page, answer.content[:300]))

    def test_one_thing_changed(self) -> None:
        rng = random.Random(16)
        taken = 0
        for i in range(ALTERED):
            content, told = self.altered(rng)
            with self.subTest(i, what=told):
                point = transaction.savepoint()
                try:
                    last = self.restore(content)[-1]
                    if last["step"] == "done":
                        taken += 1
                        self.opens()
                    else:
                        self.assertEqual((last["step"], last["field"]), ("failed", "file"))
                        self.assertNotIn("Something broke", last["detail"])
                        self.nothing_there()
                finally:
                    transaction.savepoint_rollback(point)
        self.assertGreater(taken, 0)
        self.assertLess(taken, ALTERED)
