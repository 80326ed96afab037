"""A disk that is full: what is written is refused in words, what is there is read, keepers sign in, and nothing is half there."""

from __future__ import annotations

import json
import os
import subprocess
import tempfile
from pathlib import Path
from unittest import SkipTest, TestCase
from uuid import uuid4

from tests.api.room import a_picture
from tests.faults.house import House

SIZE = "12m"


class FullDisk(TestCase):
    def setUp(self) -> None:
        self.place = tempfile.mkdtemp(prefix="pennywort-disk-")
        self.addCleanup(os.rmdir, self.place)
        mounted = subprocess.run(["mount", "-t", "tmpfs", "-o", f"size={SIZE}", "none", self.place], capture_output=True, check=False)
        if mounted.returncode:
            raise SkipTest("a small disk can only be made by root")
        self.addCleanup(subprocess.run, ["umount", "-l", self.place], check=True)

    def test_it_is_told_and_reading_goes_on(self) -> None:
        house = House(self.place)
        self.addCleanup(house.kill)
        house.start()
        maren = house.visitor("maren")
        group = maren.make_fish()
        seen = maren.room_path(f"groups/{group}/observations")
        self.assertEqual(maren.post(seen, {"write_id": str(uuid4()), "note": "before"})[0], 200)
        full = Path(self.place) / "full"
        with full.open("wb", buffering=0) as file:
            while True:
                try:
                    file.write(b"x" * 4096)
                except OSError:
                    break
        # what is left of the write-ahead log may take a few more
        told = [maren.post(seen, {"write_id": str(uuid4()), "note": "x" * 500}) for _ in range(400)]
        kept = [status for status, _ in told].count(200)
        status, problem = told[-1]
        self.assertEqual({s for s, _ in told} - {200}, {507}, next((t for s, t in told if s not in (200, 507)), b"")[:500])
        self.assertIn("The disk is full or can’t be written to. Nothing was written; what is there can be read.", json.loads(problem)["detail"])
        picture = maren.form(maren.room_path(f"groups/{group}/photos"), {"write_id": str(uuid4())}, a_picture(), "a.jpg")
        self.assertEqual(picture[0], 507, picture[1])
        for path in ("today", "groups", f"groups/{group}/book", "timeline"):
            self.assertEqual(maren.call("GET", maren.room_path(path))[0], 200, path)
        # whoever is signed out comes in by his password, reads, and is told the same when he writes
        ivo = house.visitor("maren", signed_in=False)
        self.assertEqual(ivo.post("/api/session", {"username": "ivo", "password": "not this one"})[0], 507)
        status, session = ivo.post("/api/session", {"username": "ivo", "password": "the password of ivo"})
        self.assertEqual((status, json.loads(session).get("keeper", {}).get("username")), (200, "ivo"))
        ivo.room = maren.room
        self.assertEqual(ivo.call("GET", ivo.room_path("today"))[0], 200)
        self.assertEqual(ivo.post(seen, {"write_id": str(uuid4()), "note": "x" * 500})[0], 507)
        full.unlink()
        self.assertEqual(maren.post(seen, {"write_id": str(uuid4()), "note": "after"})[0], 200)
        self.assertEqual(ivo.post(seen, {"write_id": str(uuid4()), "note": "after"})[0], 200)
        lines = json.loads(maren.call("GET", maren.room_path("timeline?kind=observation"))[1])["lines"]
        self.assertLessEqual(len(lines), kept + 3)
        self.assertEqual(list(Path(self.place).rglob("*.part*")), [])
