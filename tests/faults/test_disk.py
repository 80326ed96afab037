"""A disk that is full: what is written is refused in words, what is there is read, keepers sign in, and nothing is half there."""

from __future__ import annotations

import json
import os
import subprocess
import tempfile
import time
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

    def test_a_disk_that_can_only_be_read_any_more(self) -> None:
        """As after a crash, with the log still beside the database: read, signed in, and told in words when something is written."""
        house = self.enterContext(House(self.place))
        house.start()
        maren = house.visitor("maren")
        seen = maren.room_path(f"groups/{maren.make_fish()}/observations")
        self.assertEqual(maren.post(seen, {"write_id": str(uuid4()), "note": "before"})[0], 200)
        house.kill()
        self.until_read_only()
        house.start()
        status, problem = maren.post(seen, {"write_id": str(uuid4()), "note": "after"})
        self.assertEqual(status, 507)
        self.assertIn("can’t be written to", json.loads(problem)["detail"])
        lines = json.loads(maren.call("GET", maren.room_path("timeline?kind=observation"))[1])["lines"]
        self.assertEqual([line["words"] for line in lines], ["before"])
        ivo = house.visitor("ivo", signed_in=False)
        self.assertEqual(ivo.post("/api/session", {"username": "ivo", "password": "the password of ivo"})[0], 200)
        self.assertEqual(ivo.call("GET", maren.room_path("today"))[0], 200)

    def until_read_only(self) -> None:
        """The server's last process may hold a file open for a moment."""
        for _ in range(100):
            if subprocess.run(["mount", "-o", "remount,ro", self.place], capture_output=True, check=False).returncode == 0:
                return
            time.sleep(0.1)
        self.fail("the disk stayed writable")

    def test_it_is_told_and_reading_goes_on(self) -> None:
        house = self.enterContext(House(self.place))
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
