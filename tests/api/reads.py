"""Reads what a keeper reads, from the database of this process; prints what answered otherwise than with 200. Run: ``python -m tests.api.reads``."""

from __future__ import annotations

import json
import os

import django


def main() -> None:
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "pennywort.site.settings")
    django.setup()
    from django.test import Client

    from pennywort.accounts.models import Keeper, Membership
    from pennywort.courses.models import Case
    from pennywort.fish.models import Group
    from pennywort.tanks.models import Tank

    keeper = Keeper.objects.get(username="maren")
    room = Membership.objects.get(keeper=keeper).fishroom
    client = Client(headers={"host": "127.0.0.1"})
    client.force_login(keeper, backend="django.contrib.auth.backends.ModelBackend")
    cases = [f"cases/{c.uid}{more}" for c in Case.objects.all() for more in ("", "/look-back", "/file", "/calendar")]
    tanks = [f"tanks/{t.uid}{more}" for t in Tank.objects.all() for more in ("", "/ledger", "/stages", "/ahead", "/water-chart?days=90", "/tests.csv")]
    groups = [f"groups/{g.uid}{more}" for g in Group.objects.all() for more in ("/look", "/book", "/days", "/release")]
    wrong = []
    for path in ("today", "rail", "cases", "groups", "tanks", "timeline", "protocols", "baths", "people", "archive", *cases, *tanks, *groups):
        answer = client.get(f"/api/rooms/{room.uid}/{path}")
        if answer.status_code != 200:
            wrong.append([path, answer.status_code])
        elif answer.streaming:
            b"".join(answer.streaming_content)  # type: ignore[attr-defined]
    print(json.dumps(wrong))  # noqa: T201


if __name__ == "__main__":
    main()
