"""The house itself: the API's snapshot, the demo, the migrations, and a server that is killed."""

from __future__ import annotations

import json
import os
import signal
import sqlite3
import subprocess
import sys
import tempfile
import threading
import time
import urllib.request
from datetime import UTC, datetime
from http.cookiejar import CookieJar
from pathlib import Path
from typing import Any
from unittest import TestCase as PlainCase
from uuid import uuid4

from django.core.management import call_command
from django.test import TestCase
from pydantic import BaseModel

from pennywort.accounts.models import Fishroom, Keeper
from pennywort.core.reference import library
from pennywort.core.water.gate import RULED
from pennywort.courses.models import Case
from pennywort.demo.alder_lock import build
from pennywort.fish.queries import species_of_group
from pennywort.site.api import api
from pennywort.tanks.models import WaterReading
from pennywort.tanks.shown import register_out
from tests.api.room import of_sqlite
from tests.faults.house import empty_record, free_port

ROOT = Path(__file__).resolve().parents[2]


class Snapshot(PlainCase):
    def test_the_committed_schema_is_the_live_one(self) -> None:
        """openapi.json is what the front end's types are made from: it must be the API that runs."""
        live = json.loads(json.dumps(api.get_openapi_schema(), default=str))
        self.assertEqual(json.loads((ROOT / "openapi.json").read_text(encoding="utf-8")), live)

    def test_the_front_end_has_the_register_that_runs(self) -> None:
        """``manage.py export_readings`` writes it."""
        kept = json.loads((ROOT / "web" / "src" / "api" / "readings.json").read_text(encoding="utf-8"))
        self.assertEqual(kept, register_out())

    def test_the_record_has_a_column_for_each_reading_and_no_other(self) -> None:
        beside = {"id", "uid", "fishroom", "recorded_at", "recorded_by", "by_name", "happened_at", "corrects", "struck", "reason", "tank", "instrument", "note"}
        columns = {f.name for f in WaterReading._meta.concrete_fields} - beside
        self.assertEqual(columns, {k.column for k in library().readings.values()})
        self.assertLessEqual(set(RULED), columns)

    def test_every_operation_is_named_and_named_once(self) -> None:
        ids = [op["operationId"] for path in api.get_openapi_schema()["paths"].values() for op in path.values()]
        self.assertEqual(len(ids), len(set(ids)))

    def test_no_two_shapes_share_a_name(self) -> None:
        """In the schema the later of two would silently take the place of the first."""
        seen: dict[str, set[str]] = {}
        waiting = list(BaseModel.__subclasses__())
        while waiting:
            shape = waiting.pop()
            waiting += shape.__subclasses__()
            if shape.__module__.startswith("pennywort.") and ".core." not in shape.__module__:
                seen.setdefault(shape.__name__, set()).add(shape.__module__)
        self.assertEqual({name: found for name, found in seen.items() if len(found) > 1}, {})


class Migrations(TestCase):
    def test_the_models_and_the_migrations_agree(self) -> None:
        call_command("makemigrations", check=True, dry_run=True, verbosity=0)


class Demo(TestCase):
    def test_alder_lock_has_cases_in_every_state(self) -> None:
        """Built for any hour of the day: fresh, unclear, in treatment, out of range, recovered, lost."""
        for hour in (2, 14):
            with self.subTest(hour=hour):
                Fishroom.objects.all().delete()
                Keeper.objects.all().delete()
                now = datetime(2026, 11, 25, hour, 20, tzinfo=UTC)
                build(now=now)
                outcomes = sorted(Case.objects.values_list("outcome", flat=True))
                self.assertEqual(outcomes, ["", "", "", "", "", "lost", *["recovered"] * 9])
                from pennywort.board.today import board_of
                from pennywort.records.actor import Actor

                actor = Actor(keeper=Keeper.objects.get(username="maren"), fishroom=Fishroom.objects.get(), now=now)
                board = board_of(actor)
                states = {s.tank.name: (s.state, s.state_words) for s in board.strips}
                self.assertEqual(states["Sluice"], ("in_range", "in range"))
                self.assertEqual(states["Vat"], ("below", "below range"))
                self.assertEqual(states["Weir"][1], "dose due")
                self.assertEqual(states["Paddle"][1], "watch only")
                self.assertEqual(len(board.strips), 11)
                shown = {s.shape for case in Case.objects.select_related("group") if (s := species_of_group(case.group))}
                main = {"torpedo", "tall_disc", "eel_like", "flat_bottom", "long_fin", "livebearer", "box_puffer", "tang", "butterfly_angel", "goby"}
                self.assertLessEqual(main | {"wrasse", "seahorse", "koi"}, shown)


@of_sqlite
class Killed(PlainCase):
    """A real server on a real file, killed without warning right after it answered."""

    def setUp(self) -> None:
        self.var = tempfile.TemporaryDirectory()
        self.addCleanup(self.var.cleanup)
        self.env = {**os.environ, "PENNYWORT_VAR": self.var.name, "DJANGO_SETTINGS_MODULE": "pennywort.site.settings"}
        self.port = free_port()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(CookieJar()), urllib.request.ProxyHandler({}))

    def start(self) -> subprocess.Popen[bytes]:
        command = [
            sys.executable,
            "-m",
            "gunicorn",
            "-b",
            f"127.0.0.1:{self.port}",
            "-w",
            "1",
            "--threads",
            "2",
            "--no-control-socket",
            "--log-level",
            "error",
            "pennywort.site.wsgi",
        ]
        server = subprocess.Popen(command, cwd=ROOT, env=self.env, start_new_session=True)
        self.addCleanup(lambda: server.poll() is None and os.killpg(server.pid, signal.SIGKILL))  # type: ignore[func-returns-value]
        for _ in range(150):
            try:
                self.call("GET", "/api/session")
            except OSError:
                time.sleep(0.1)
            else:
                return server
        self.fail("the server did not start")
        return None

    def call(self, method: str, path: str, body: dict[str, Any] | None = None) -> Any:
        token = next((c.value for h in self.opener.handlers for c in getattr(h, "cookiejar", []) if c.name == "csrftoken"), "")  # type: ignore[attr-defined]
        headers = {"Content-Type": "application/json", "X-CSRFToken": token or ""}
        request = urllib.request.Request(f"http://127.0.0.1:{self.port}{path}", json.dumps(body).encode() if body is not None else None, headers, method=method)
        with self.opener.open(request, timeout=20) as answer:
            return json.loads(answer.read())

    def test_nothing_acknowledged_is_lost(self) -> None:
        empty_record(Path(self.var.name))
        server = self.start()
        first = {"username": "maren", "display_name": "Maren", "password": "slow water runs deep", "fishroom": "Lock", "time_zone": "UTC"}
        room = self.call("POST", "/api/set-up", first)["keeper"]["rooms"][0]["uid"]
        body = {"write_id": str(uuid4()), "name": "Weir", "water_type": "marine", "length": "60", "width": "30", "water_depth": "28"}
        tank = self.call("POST", f"/api/rooms/{room}/tanks", body)["uid"]
        path = f"/api/rooms/{room}/tanks/{tank}/readings"
        writes = [{"write_id": str(uuid4()), "temperature": f"{20 + n / 100:.2f}"} for n in range(200)]
        acknowledged: list[str] = []

        def keep_writing() -> None:
            for write in writes:
                try:
                    acknowledged.append(self.call("POST", path, write)["uid"])
                except OSError:
                    return

        writer = threading.Thread(target=keep_writing)
        writer.start()
        while len(acknowledged) < 70 and writer.is_alive():
            time.sleep(0.002)
        os.killpg(server.pid, signal.SIGKILL)
        server.wait(timeout=20)
        writer.join(timeout=30)
        self.assertGreaterEqual(len(acknowledged), 70)
        self.assertLess(len(acknowledged), 200)
        with sqlite3.connect(Path(self.var.name) / "pennywort.sqlite3") as database:
            self.assertEqual(database.execute("PRAGMA journal_mode").fetchone(), ("wal",))
            self.assertEqual(database.execute("PRAGMA integrity_check").fetchone(), ("ok",))
            kept = {row[0] for row in database.execute("SELECT uid FROM tanks_waterreading")}
        self.assertLessEqual({uid.replace("-", "") for uid in acknowledged}, kept)
        self.start()
        # the client that never heard the answer sends all of it again: each is there once, with what it said
        answers = [self.call("POST", path, write)["uid"] for write in writes]
        self.assertEqual(answers, [w["write_id"] for w in writes])
        self.assertEqual(answers[: len(acknowledged)], acknowledged)
        with sqlite3.connect(Path(self.var.name) / "pennywort.sqlite3") as database:
            rows = database.execute("SELECT uid, temperature_c FROM tanks_waterreading").fetchall()
        self.assertEqual(sorted(rows), sorted((w["write_id"].replace("-", ""), float(w["temperature"])) for w in writes))

    def test_the_connection_is_set_for_durability(self) -> None:
        """Write-ahead log, full sync (2), foreign keys on: asked of the connection Django opens outside tests."""
        code = (
            "import django; django.setup(); from django.db import connection; c = connection.cursor();"
            "print([c.execute(f'PRAGMA {p}').fetchone()[0] for p in ('journal_mode', 'synchronous', 'foreign_keys')])"
        )
        out = subprocess.run([sys.executable, "-c", code], cwd=ROOT, env=self.env, capture_output=True, text=True, check=True).stdout
        self.assertEqual(out.strip(), "['wal', 2, 1]")
