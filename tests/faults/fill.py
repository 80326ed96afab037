"""Two fishrooms in a new database: one of so many tanks with two years of history, and an empty one. Prints a link for each keeper."""

from __future__ import annotations

import json
import sys

import django


def main(tanks: int) -> None:
    django.setup()
    from django.utils import timezone

    from pennywort.accounts.models import Fishroom, Keeper, Membership
    from pennywort.accounts.services import make_link
    from tests.api.large import fill

    full, empty = (Fishroom.objects.create(name=name, time_zone="UTC") for name in ("Full", "Empty"))
    links = {}
    for name, room in (("maren", full), ("ivo", full), ("lio", empty)):
        keeper = Keeper(username=name, display_name=name.capitalize())
        keeper.set_password(f"the password of {name}")
        keeper.save()
        Membership.objects.create(fishroom=room, keeper=keeper)
        links[name] = make_link(keeper, now=timezone.now())
    if tanks:
        fill(full, Keeper.objects.get(username="maren"), tanks=tanks, years=2, now=timezone.now())
    sys.stdout.write(json.dumps(links))


if __name__ == "__main__":
    main(int(sys.argv[1]))
