"""The server is ended in the middle of its writes, again and again: what it acknowledged is there, once, and nothing is half there."""

from __future__ import annotations

import http.client
import json
import random
import sqlite3
import threading
import time
from contextlib import closing
from unittest import TestCase
from uuid import UUID, uuid4

from PIL import Image

from tests.api.room import a_picture
from tests.faults.house import LONG, House, Visitor, folder

KILLS, WRITES, WRITERS = (60, 2000, 4) if LONG else (5, 120, 3)


class Writer(threading.Thread):
    """Writes observations and now and then a picture; sends again under the same id what got no answer."""

    def __init__(self, keeper: Visitor, group: str, *, seed: int, count: int) -> None:
        super().__init__()
        self.keeper, self.group, self.rng, self.left = keeper, group, random.Random(seed), count
        self.seen: set[str] = set()
        self.pictures: set[str] = set()
        self.refused: list[tuple[int, bytes]] = []

    def run(self) -> None:
        while self.left:
            self.left -= 1
            write_id, photo = str(uuid4()), self.rng.random() < 0.15
            while not self._sent(write_id, photo=photo):
                time.sleep(0.1)

    def _sent(self, write_id: str, *, photo: bool) -> bool:
        path = self.keeper.room_path(f"groups/{self.group}/{'photos' if photo else 'observations'}")
        try:
            if photo:
                status, told = self.keeper.form(path, {"write_id": write_id}, a_picture(160, 120), "a.jpg")
            else:
                status, told = self.keeper.post(path, {"write_id": write_id, "note": write_id})
        except (OSError, http.client.HTTPException):
            return False
        if status == 503:
            return False
        if status != 200:
            self.refused.append((status, told))
        else:
            (self.pictures if photo else self.seen).add(str(json.loads(told)["uid"]))
        return True


class Killed(TestCase):
    def test_what_was_acknowledged_is_there_once(self) -> None:
        rng = random.Random(16)
        with folder() as place, House(place) as house:
            house.start()
            maren = house.visitor("maren")
            group = maren.make_fish()
            writers = [Writer(maren, group, seed=i, count=WRITES // WRITERS) for i in range(WRITERS)]
            for writer in writers:
                writer.start()
            kills = 0
            while any(w.is_alive() for w in writers):
                time.sleep(rng.uniform(0.05, 0.6))
                if kills < KILLS:
                    house.kill()
                    house.start()
                    kills += 1
            house.kill()
            self.assertGreaterEqual(kills, 3)
            self.assertEqual([w.refused for w in writers], [[]] * WRITERS)
            seen, pictures = (set().union(*found) for found in ([w.seen for w in writers], [w.pictures for w in writers]))
            self.assertEqual(len(seen) + len(pictures), WRITES // WRITERS * WRITERS)
            with closing(sqlite3.connect(house.folder / "pennywort.sqlite3")) as record:
                self.assertEqual(record.execute("PRAGMA integrity_check").fetchall(), [("ok",)])
                self.assertEqual(record.execute("PRAGMA foreign_key_check").fetchall(), [])
                for asked, acknowledged in (("SELECT uid FROM fish_observation", seen), ("SELECT uid FROM fish_photo", pictures)):
                    kept = [str(UUID(uid)) for (uid,) in record.execute(asked)]
                    self.assertEqual(sorted(kept), sorted(acknowledged), asked)
                told_twice = record.execute("SELECT note FROM fish_observation GROUP BY note HAVING COUNT(*) > 1").fetchall()
                receipts = record.execute("SELECT COUNT(*) FROM rooms_writereceipt WHERE operation IN ('add_observation', 'add_photo')").fetchone()[0]
            self.assertEqual((told_twice, receipts), ([], len(seen) + len(pictures)))
            for uid in pictures:
                for path in house.folder.rglob(f"{uid}.*.jpg"):
                    with Image.open(path) as picture:
                        picture.load()
