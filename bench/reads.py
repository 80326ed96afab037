"""Every address that reads, in a fishroom of 200 tanks and 10,800 fish with three years of history: p95 beside Today's, asked by turns with it, so that
a busy minute meets both. Run: python -m bench.reads [TANKS]
"""

from __future__ import annotations

import sys
import time
from datetime import timedelta
from typing import Any, get_args

from bench.record import new_record
from bench.timing import say

TANKS, YEARS, ROUNDS = 200, 3, 20
# what a page asks with: the widest there is
ASKED = {"water-chart": "?days=365", "before-buying": "?species=guppy&water=freshwater_tropical&count=5"}
# files of everything, one at a time and in steps
WHOLE = ("archive",)
SELLERS = 5
FISH_EACH = 9
MOST_TIMES = 3.0


def measure(tanks: int) -> None:
    from django.test import Client
    from django.utils import timezone

    from pennywort.accounts.models import Fishroom, Keeper, Membership
    from pennywort.cases.comparison import By
    from pennywort.fish.models import Group
    from pennywort.site.api import api
    from tests.api.large import fill

    keeper = Keeper.objects.create(username="bench", display_name="Bench")
    client = Client(headers={"host": "127.0.0.1"})
    client.force_login(keeper, backend="django.contrib.auth.backends.ModelBackend")
    room = Fishroom.objects.create(name="reads", time_zone="Europe/London")
    Membership.objects.create(fishroom=room, keeper=keeper, role="owner")
    fill(room, keeper, tanks=tanks, years=YEARS, now=timezone.now() - timedelta(minutes=1))
    groups = list(Group.objects.filter(fishroom=room))
    for i, group in enumerate(groups):
        group.count, group.supplier = FISH_EACH, f"seller {i % SELLERS}"
    Group.objects.bulk_update(groups, ["count", "supplier"], batch_size=300)
    base = f"/api/rooms/{room.uid}"
    case = next(c for c in client.get(f"{base}/cases").json()["cases"] if c["open"])
    ids = {"room_id": str(room.uid), "tank_id": case["tank"], "group_id": case["group"], "case_id": case["uid"], "protocol_id": "salt_and_warmth"}
    paths = [path for path, ways in api.get_openapi_schema()["paths"].items() if "get" in ways and path.startswith("/api/rooms/{room_id}/")]
    rows = []
    for path in paths:
        name = path.removeprefix("/api/rooms/{room_id}/")
        if name.rsplit("/", 1)[-1] in WHOLE:
            continue
        try:
            url = path.format(**ids) + ASKED.get(name.rsplit("/", 1)[-1], "")
        except KeyError:
            continue
        if (asked := _p95(client, url, beside=f"{base}/today")) is not None:
            rows.append((*asked, name))
    # the comparisons of batches, each by itself
    for by in get_args(By):
        if (asked := _p95(client, f"{base}/batches?by={by}", beside=f"{base}/today")) is not None:
            rows.append((*asked, f"batches by {by}"))
    over = [name for times, _, name in rows if times > MOST_TIMES]
    for times, p95, name in sorted(rows, reverse=True)[:12]:
        say(f"{name:32} {p95 * 1e3:6.0f} ms p95, {times:.2f} of Today's")
    held = f"{tanks} tanks, {FISH_EACH * len(groups)} fish, {YEARS} years"
    say(f"{len(rows)} addresses, {held}, {ROUNDS} times each; over {MOST_TIMES:g} times Today's: {', '.join(over) or 'none'}")


def _p95(client: Any, url: str, *, beside: str) -> tuple[float, float] | None:
    """In times of the other's, and in seconds; None for an address that this fishroom has nothing for."""
    if client.get(url).status_code != 200:
        return None
    took: dict[str, list[float]] = {url: [], beside: []}
    for _ in range(ROUNDS):
        for asked, times in took.items():
            begun = time.perf_counter()
            client.get(asked)
            times.append(time.perf_counter() - begun)
    p95 = {asked: sorted(times)[int(len(times) * 0.95) - 1] for asked, times in took.items()}
    return p95[url] / p95[beside], p95[url]


if __name__ == "__main__":
    with new_record():
        measure(int(sys.argv[1]) if len(sys.argv) > 1 else TANKS)
