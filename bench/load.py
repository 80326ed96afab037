"""Thirty-two keepers at once for five minutes: reads and writes mixed, on a server as script/demo starts it. Run: python -m bench.load [SECONDS [TANKS]]

Everything that was acknowledged is looked for in the record afterwards; an answer of 500 or more, or a lost entry, ends it with a fault.
"""

from __future__ import annotations

import http.client
import json
import random
import sys
import threading
import time
from collections import Counter, defaultdict
from contextlib import closing
from dataclasses import dataclass, field
from sqlite3 import connect
from uuid import UUID, uuid4

from bench.record import new_record
from bench.timing import say
from tests.faults.house import House, Visitor, folder

CLIENTS, SECONDS, TANKS = 32, 300.0, 200
# a keeper reads more than he writes; between two presses he waits up to so long
READS_OF_TEN, LONGEST_PAUSE_S = 7, 0.5
WORKERS = ("--workers", "2", "--threads", "4")


@dataclass
class Seen:
    """What the clients met: seconds by what was asked, statuses, and the ids of what was acknowledged."""

    seconds: dict[str, list[float]] = field(default_factory=lambda: defaultdict(list))
    statuses: Counter[int] = field(default_factory=Counter)
    broken: Counter[str] = field(default_factory=Counter)
    acknowledged: set[UUID] = field(default_factory=set)
    lock: threading.Lock = field(default_factory=threading.Lock)

    def add(self, what: str, seconds: float, status: int, *, told: bytes, write_id: UUID | None = None) -> None:
        with self.lock:
            self.seconds[what].append(seconds)
            self.statuses[status] += 1
            if status >= 400:
                self.broken[f"{what}: {status} {told[:160]!r}"] += 1
            elif write_id is not None:
                self.acknowledged.add(write_id)

    def fails(self, what: str) -> None:
        with self.lock:
            self.broken[what] += 1


class Fishroom:
    """What can be asked for and written down in it."""

    def __init__(self, first: Visitor) -> None:
        self.port, self.room = first.port, first.room
        cases = json.loads(first.call("GET", first.room_path("cases"))[1])["cases"]
        self.fish = [(c["tank"], c["group"]) for c in cases if c["open"]]
        self.cases = [c["uid"] for c in cases][:50]

    def read(self, dice: random.Random) -> tuple[str, str]:
        tank, group = dice.choice(self.fish)
        return dice.choice(
            [
                ("Today", "today"), ("tanks", "tanks"), ("a tank", f"tanks/{tank}"), ("its water", f"tanks/{tank}/water-chart"),
                ("a group", f"groups/{group}/book"), ("a case", f"cases/{dice.choice(self.cases)}"), ("cases", "cases"),
            ]
        )  # fmt: skip

    def write(self, dice: random.Random) -> tuple[str, str, dict[str, object]]:
        tank, group = dice.choice(self.fish)
        kinds: list[tuple[str, str, dict[str, object]]] = [
            ("observation", f"groups/{group}/observations", {"appetite": "less", "note": "load"}),
            ("water test", f"tanks/{tank}/readings", {"ph": "7.2", "temperature": "25", "nitrite": "0.1"}),
            ("water change", f"tanks/{tank}/changes", {"share": "10 %"}),
            ("look", f"groups/{group}/looks", {"signs": {"flashing": True, "clamped_fins": False}}),
        ]
        return dice.choice(kinds)


def turn(dice: random.Random, visitor: Visitor, at: Fishroom, seen: Seen) -> None:
    """One request: most of them read."""
    write_id = None
    if dice.random() * 10 < READS_OF_TEN:
        what, path = at.read(dice)
        begun = time.perf_counter()
        status, told = visitor.call("GET", visitor.room_path(path))
    else:
        what, path, body = at.write(dice)
        write_id = uuid4()
        begun = time.perf_counter()
        status, told = visitor.post(visitor.room_path(path), {"write_id": str(write_id), **body})
    seen.add(what, time.perf_counter() - begun, status, told=told, write_id=write_id)


def client(number: int, at: Fishroom, seen: Seen, ends: float) -> None:
    """A keeper who signs in and goes on until the end."""
    dice, visitor = random.Random(number), Visitor(at.port, "")  # noqa: S311
    status, told = visitor.post("/api/session", {"username": "maren", "password": "the password of maren"})
    seen.add("signing in", 0.0, status, told=told)
    visitor.room = at.room
    while time.monotonic() < ends:
        try:
            turn(dice, visitor, at, seen)
        except (OSError, http.client.HTTPException) as error:
            seen.fails(repr(error))
        time.sleep(dice.random() * LONGEST_PAUSE_S)


def main(seconds: float, tanks: int) -> None:
    with folder() as place, House(place, tanks=tanks) as house:
        house.start(*WORKERS)
        at, seen = Fishroom(house.visitor("maren")), Seen()
        ends = time.monotonic() + seconds
        clients = [threading.Thread(target=client, args=(n, at, seen, ends)) for n in range(CLIENTS)]
        for one in clients:
            one.start()
        for one in clients:
            one.join()
        with closing(connect(house.folder / "pennywort.sqlite3")) as record:
            kept = {UUID(str(row[0])) for row in record.execute("SELECT write_id FROM rooms_writereceipt")}
        told_of(seen, kept, seconds=seconds, tanks=tanks)


def told_of(seen: Seen, kept: set[UUID], *, seconds: float, tanks: int) -> None:
    total = sum(seen.statuses.values())
    say(f"{CLIENTS} clients, {seconds:.0f} s, {tanks} tanks: {total} requests, {total / seconds:.0f} a second; answers {dict(seen.statuses)}")
    for what, took in sorted(seen.seconds.items()):
        took.sort()
        at = {part: took[min(len(took) - 1, int(len(took) * part))] * 1e3 for part in (0.5, 0.95, 0.99)}
        say(f"{what:13} {len(took):6} times, ms: {at[0.5]:6.0f} in the middle, {at[0.95]:6.0f} p95, {at[0.99]:6.0f} p99, {took[-1] * 1e3:6.0f} longest")
    lost = seen.acknowledged - kept
    say(f"{len(seen.acknowledged)} writes acknowledged, {len(lost)} lost")
    for what, count in seen.broken.most_common(10):
        say(f"{count} x {what}")
    if lost or any(status >= 500 for status in seen.statuses) or seen.broken:
        sys.exit("not as promised")


if __name__ == "__main__":
    with new_record():
        main(float(sys.argv[1]) if len(sys.argv) > 1 else SECONDS, int(sys.argv[2]) if len(sys.argv) > 2 else TANKS)
