"""What the framework refuses is told in words too, and nothing that a request can hold is an accident."""

from __future__ import annotations

import errno
import json
import sqlite3
import tempfile
from typing import Any
from unittest import mock
from uuid import uuid4

from django.db import OperationalError, connection
from django.test import override_settings

from pennywort.fish.models import Photo
from pennywort.tanks.models import WaterReading
from tests.api.room import RoomCase, a_picture, of_sqlite

JSON = "application/json"


class Refusals(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        self.weir = self.tank()
        self.barbs = self.group(self.weir)

    def told(self, path: str, body: Any, *, content_type: str = JSON, **headers: str) -> Any:
        """The problem document of a refused request."""
        answer = self.client_of().generic("POST", self.url(path), body, content_type=content_type, headers=headers)
        self.assertIn(answer.status_code, (400, 413, 422), answer.content)
        self.assertEqual(answer["Content-Type"], "application/problem+json")
        told = answer.json()
        self.assertTrue(told["detail"])
        return told

    def test_broken_forms(self) -> None:
        picture = a_picture()
        whole = b'--x\r\nContent-Disposition: form-data; name="write_id"\r\n\r\n' + str(uuid4()).encode() + b"\r\n"
        file = b'--x\r\nContent-Disposition: form-data; name="file"; filename="a.jpg"\r\nContent-Type: image/jpeg\r\n\r\n' + picture
        for kind, body in (
            ("multipart/form-data; boundary=x", whole + file[: len(file) // 2]),
            ("multipart/form-data; boundary=x", b"--x\r\nnonsense"),
            ("multipart/form-data; boundary=" + "x" * 300, whole),
            ("multipart/form-data", whole),
            ("multipart/form-data; boundary=x; charset=no-such", whole),
            ("text/plain", b"hello"),
            ("application/x-www-form-urlencoded", b"write_id=%ff%fe&file=1"),
        ):
            with self.subTest(kind[:60], length=len(body)):
                self.told(f"groups/{self.barbs}/photos", body, content_type=kind)
        self.assertEqual(Photo.objects.count(), 0)

    def test_too_much_of_it(self) -> None:
        many = "&".join(f"f{i}=1" for i in range(3000))
        self.told(f"groups/{self.barbs}/photos", many, content_type="application/x-www-form-urlencoded")
        large = json.dumps({"write_id": str(uuid4()), "note": "x" * (6 * 1024 * 1024)})
        told = self.told(f"groups/{self.barbs}/observations", large)
        self.assertEqual(told["status"], 413)
        files = b"".join(b'--x\r\nContent-Disposition: form-data; name="file"; filename="%d.jpg"\r\n\r\nx\r\n' % i for i in range(150)) + b"--x--\r\n"
        self.told(f"groups/{self.barbs}/photos", files, content_type="multipart/form-data; boundary=x")

    def test_figures_and_dates_at_the_ends(self) -> None:
        at = f"tanks/{self.weir}/readings"
        for temperature in ("9" * 60000, "1e999999", "-1e400", "NaN", "\ud800", "٣٤", "25" + "\x00" * 10, "0x1F", "1_000"):
            answer = self.client_of().post(self.url(at), json.dumps({"write_id": str(uuid4()), "temperature": temperature}), content_type=JSON)
            self.assertEqual(answer.status_code, 200 if temperature.startswith("25") else 422, (temperature[:20], answer.content))
        raw = f'{{"write_id": "{uuid4()}", "temperature": {"9" * 60000}}}'
        self.told(at, raw)
        for when in (
            "0001-01-01T00:00:00Z",
            "9999-12-31T23:59:59Z",
            "9999-12-31T23:59:59-14:00",
            "0001-01-01T00:00:00+14:00",
            "99999-01-01T00:00:00Z",
            1e308,
            -1e18,
            "2026-02-30T00:00:00Z",
            "now",
        ):
            with self.subTest(when):
                told = self.told(at, json.dumps({"write_id": str(uuid4()), "temperature": "25", "happened_at": when}))
                self.assertEqual(told["field"], "happened_at")
        self.assertEqual(WaterReading.objects.count(), 1)

    def test_nested_without_end(self) -> None:
        for raw in ("[" * 100_000, '{"a":' * 100_000, '{"write_id": ' + "[" * 900 + "]" * 900 + "}"):
            self.told("tanks", raw)

    def test_dates_of_arrival_and_addresses(self) -> None:
        for day in ("0001-01-01", "9999-12-31", "2026-11-31", "", 0, -1):
            body = {"species": "cherry_barb", "count": 1, "arrived_on": day, "write_id": str(uuid4())}
            self.told(f"tanks/{self.weir}/groups", json.dumps(body))
        for path in (
            "timeline?before=9999-12-31T23:59:59Z",
            "timeline?before=0001-01-01T00:00:00Z",
            "timeline?words=%00",
            "timeline?words=%ed%a0%80",
            "nowhere/%ff",
        ):
            self.assertLess(self.client_of().get(self.url(path)).status_code, 500, path)

    def failed(self, raised: Exception) -> Any:
        """What a write answers when the disk fails it so."""
        with mock.patch("pennywort.courses.services.readings.add_reading", side_effect=raised):
            return self.client_of().post(
                self.url(f"tanks/{self.weir}/readings"), json.dumps({"write_id": str(uuid4()), "temperature": "25"}), content_type=JSON
            )

    def test_a_busy_database_asks_to_come_again(self) -> None:
        """The error is SQLite's own: a second writer while the first holds the lock."""
        with tempfile.TemporaryDirectory() as folder:
            one, other = (sqlite3.connect(f"{folder}/x", timeout=0, isolation_level=None) for _ in range(2))
            one.execute("CREATE TABLE t (x)")
            one.execute("BEGIN IMMEDIATE")
            answer = self.failed(self.wrapped(other, "INSERT INTO t VALUES (1)"))
            for held in (one, other):
                held.close()
        self.assertEqual((answer.status_code, answer.json()["type"], answer["Retry-After"]), (503, "urn:pennywort:busy", "2"))

    def test_a_full_disk_says_so(self) -> None:
        """A database that may grow no further is what a full disk is to SQLite; the same of a picture is the system's error."""
        full = sqlite3.connect(":memory:", isolation_level=None)
        full.execute("CREATE TABLE t (x)")
        full.execute("PRAGMA max_page_count = 2")
        answers = [self.failed(self.wrapped(full, "INSERT INTO t VALUES (zeroblob(100000))")), self.failed(OSError(errno.ENOSPC, "No space left on device"))]
        full.close()
        for answer in answers:
            self.assertEqual((answer.status_code, answer.json()["type"]), (507, "urn:pennywort:no-room"))
            self.assertIn("disk is full", answer.json()["detail"])

    @of_sqlite
    def test_a_disk_that_can_only_be_read_is_still_read(self) -> None:
        with connection.cursor() as cursor:
            self.addCleanup(lambda: connection.cursor().execute("PRAGMA query_only = OFF"))
            cursor.execute("PRAGMA query_only = ON")
            answer = self.client_of().post(
                self.url(f"tanks/{self.weir}/readings"), json.dumps({"write_id": str(uuid4()), "temperature": "25"}), content_type=JSON
            )
            self.assertEqual((answer.status_code, answer.json()["type"]), (507, "urn:pennywort:no-room"))
            self.assertEqual([t["name"] for t in self.get("tanks")], ["Weir"])

    def wrapped(self, held: sqlite3.Connection, statement: str) -> OperationalError:
        """Django's error with SQLite's own as its cause, as its database layer raises it."""
        try:
            held.execute(statement)
        except sqlite3.OperationalError as cause:
            error = OperationalError(str(cause))
            error.__cause__ = cause
            return error
        raise AssertionError("the statement went through")

    @override_settings(DATA_UPLOAD_MAX_MEMORY_SIZE=100)
    def test_a_limit_is_named(self) -> None:
        told = self.told("tanks", json.dumps({"write_id": str(uuid4()), "name": "x" * 200}))
        self.assertEqual((told["status"], told["type"]), (413, "urn:pennywort:too-large"))
