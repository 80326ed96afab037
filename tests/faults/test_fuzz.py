"""Requests with one thing wrong, many of them: each is answered in words, none is an accident, and what is refused changes nothing."""

from __future__ import annotations

import json
import random
from typing import Any
from uuid import uuid4

from django.db import transaction

from tests.faults.house import LONG
from tests.faults.test_doubled import WritesCase, writes

REQUESTS = 50_000 if LONG else 1_500
TEXTS = (
    "",
    " ",
    "x" * 70_000,
    "-1",
    "NaN",
    "1e308",
    "1e999",
    "9" * 60_000,
    "5 parsecs",
    "٣",
    "\u0000",
    "\ud800",
    "\u202e",
    "' OR 1=1",
    "../../etc",
    "{{7*7}}",
    "=1+1",
)
TIMES = ("0001-01-01T00:00:00Z", "9999-12-31T23:59:59Z", "9999-12-31T23:59:59-23:59", "2026-02-30T10:00:00Z", "2026-11-24", "yesterday", "1e18")
ODD: tuple[Any, ...] = (
    *TEXTS, *TIMES, None, True, -1, 0, 10**30, 1e308, -0.0, [], {}, [[]], {"": ""}, [None] * 3, str(uuid4()), {"a": {"b": {"c": []}}},
)  # fmt: skip
BROKEN = (b"", b"{", b"[]", b"null", b"\xff\xfe", b'{"write_id": NaN}', b"{" * 5000, b'"x"', b'{"a": 1e9999999}', b'{"\\ud800": 1}')


class Fuzz(WritesCase):
    def test_one_thing_wrong(self) -> None:
        rng, found = random.Random(50), writes()
        bodies = {operation: make() for operation, make in self.bodies().items() if operation not in ("add_photo", "import_case")}
        client = self.client_of()
        client.raise_request_exception = False
        counts: dict[int, int] = {}
        for i in range(REQUESTS):
            operation = rng.choice(sorted(bodies))
            path, body = bodies[operation]
            content: bytes | str = rng.choice(BROKEN) if rng.random() < 0.03 else json.dumps(self._wrong(rng, {"write_id": str(uuid4()), **body}))
            point = transaction.savepoint()
            answer = client.generic(found[operation][0].upper(), self.url(self._path(rng, path)), content, content_type="application/json")
            transaction.savepoint_rollback(point)
            counts[answer.status_code] = counts.get(answer.status_code, 0) + 1
            if answer.status_code >= 500 or (answer.status_code >= 400 and not answer.json().get("detail")):
                self.fail(f"{i}: {operation} {path} {str(content)[:600]} gave {answer.status_code} {answer.content[:300]!r}")
        self.assertGreater(counts.get(422, 0), REQUESTS // 4)
        self.assertGreater(counts.get(200, 0), 0)

    def _path(self, rng: random.Random, path: str) -> str:
        if rng.random() > 0.05:
            return path
        parts = path.split("/")
        parts[rng.randrange(len(parts))] = rng.choice(("x", str(uuid4()), "%00", "%ff", "..", "9" * 300, "%F0%9F%90%9F"))
        return "/".join(parts)

    def _wrong(self, rng: random.Random, body: Any) -> Any:
        """One value, at any depth, is another; or one is missing, or one too many."""
        told = json.loads(json.dumps(body))
        place: Any = told
        key: Any = rng.choice(sorted(place))
        while isinstance(place[key], dict | list) and place[key] and rng.random() < 0.8:
            place = place[key]
            key = rng.choice(sorted(place)) if isinstance(place, dict) else rng.randrange(len(place))
        chance = rng.random()
        if chance < 0.05 and isinstance(place, dict):
            del place[key]
        elif chance < 0.1 and isinstance(place, dict):
            place[rng.choice(("happened_at", "corrects", "note", "x"))] = rng.choice(ODD)
        else:
            place[key] = rng.choice(ODD)
        return told
