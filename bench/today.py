"""How long Today takes in a small fishroom, in one of 200 tanks and in one of 1,000, with three years of history, by turns. Run: python -m bench.today"""

from __future__ import annotations

import gzip
from datetime import timedelta

from django.db import connection
from django.test.utils import CaptureQueriesContext

from bench.record import new_record
from bench.timing import by_turns, say

TANKS, YEARS, ROUNDS = (10, 200, 1000), 3, 25


def measure() -> None:
    from django.test import Client
    from django.utils import timezone

    from pennywort.accounts.models import Fishroom, Keeper, Membership
    from pennywort.courses.models import Dose
    from pennywort.tanks.models import WaterChange, WaterReading
    from tests.api.large import fill

    keeper = Keeper.objects.create(username="bench", display_name="Bench")
    client = Client(headers={"host": "127.0.0.1"})
    client.force_login(keeper, backend="django.contrib.auth.backends.ModelBackend")
    said, urls = [], []
    for tanks in TANKS:
        room = Fishroom.objects.create(name=f"{tanks} tanks", time_zone="Europe/London")
        Membership.objects.create(fishroom=room, keeper=keeper)
        fill(room, keeper, tanks=tanks, years=YEARS, now=timezone.now() - timedelta(minutes=1))
        urls.append(f"/api/rooms/{room.uid}/today")
        with CaptureQueriesContext(connection) as queries:
            answer = client.get(urls[-1])
        assert answer.status_code == 200, answer.content
        rows = sum(m.objects.filter(fishroom=room).count() for m in (Dose, WaterChange, WaterReading))
        packed = len(gzip.compress(answer.content, 6)) / 1024
        said.append(f"{tanks} tanks, {YEARS} years, {rows} entries: {len(queries)} queries, {packed:.0f} kB packed")
    times = by_turns([lambda url=url: client.get(url) for url in urls], rounds=ROUNDS)  # type: ignore[misc]
    for line, (best, middle) in zip(said, times, strict=True):
        best_times, middle_times = best / times[1][0], middle / times[1][1]
        say(f"{line}, {best * 1e3:.0f} ms at best, {middle * 1e3:.0f} ms in the middle of {ROUNDS}; of 200 tanks {best_times:.2f}, {middle_times:.2f}")


if __name__ == "__main__":
    with new_record():
        measure()
