"""How long Today takes in a small fishroom and in one of 200 tanks with three years of history. Run: python -m bench.today"""

from __future__ import annotations

from datetime import timedelta

from django.db import connection
from django.test.utils import CaptureQueriesContext

from bench.record import new_record
from bench.timing import say, spread

TANKS, YEARS = 200, 3


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
    for tanks, years in ((10, 1), (TANKS, YEARS)):
        room = Fishroom.objects.create(name=f"{tanks} tanks", time_zone="Europe/London")
        Membership.objects.create(fishroom=room, keeper=keeper)
        fill(room, keeper, tanks=tanks, years=years, now=timezone.now() - timedelta(minutes=1))
        url = f"/api/rooms/{room.uid}/today"
        with CaptureQueriesContext(connection) as queries:
            answer = client.get(url)
        assert answer.status_code == 200, answer.content
        count = len(queries)
        best, middle = spread(lambda url=url: client.get(url), rounds=25)  # type: ignore[misc]
        running = sum(1 for s in answer.json()["strips"] if s["day_count"])
        rows = sum(m.objects.filter(fishroom=room).count() for m in (Dose, WaterChange, WaterReading))
        say(
            f"{tanks} tanks, {years} years, {rows} entries, {running} courses running: "
            f"{best * 1e3:.0f} ms at best, {middle * 1e3:.0f} ms in the middle of 25, {count} queries, {len(answer.content) / 1024:.0f} kB"
        )


if __name__ == "__main__":
    with new_record():
        measure()
