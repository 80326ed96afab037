"""How much memory an archive of about 300 MB takes on its way out and in. Run: python -m bench.archive"""

from __future__ import annotations

import os
import resource
import subprocess
import sys
import tempfile
import time
from io import BytesIO
from pathlib import Path
from uuid import uuid4

import django

from bench.timing import say

TANKS, YEARS, PICTURES = 300, 3, 900
GOAL_MB = 400
STEPS = ("fill", "out", "in")


def fill() -> None:
    """A large fishroom with many pictures, and an empty one."""
    from django.core.management import call_command
    from django.utils import timezone
    from PIL import Image

    from pennywort.accounts.models import Fishroom, Keeper, Membership
    from pennywort.fish.models import Group, Photo
    from pennywort.fish.photos import path_of
    from pennywort.records.files import write_whole
    from tests.api.large import fill as fill_room

    call_command("migrate", verbosity=0)
    now = timezone.now()
    keeper = Keeper.objects.create(username="bench", display_name="Bench")
    full, empty = (Fishroom.objects.create(name=name, time_zone="UTC") for name in ("Full", "Empty"))
    for room in (full, empty):
        Membership.objects.create(fishroom=room, keeper=keeper)
    fill_room(full, keeper, tanks=TANKS, years=YEARS, now=now)
    noise = BytesIO()
    Image.effect_noise((900, 900), 90).convert("RGB").save(noise, format="JPEG", quality=70)
    group = Group.objects.filter(fishroom=full).first()
    for _ in range(PICTURES):
        photo = Photo.objects.create(  # type: ignore[misc]
            uid=uuid4(), fishroom=full, recorded_at=now, recorded_by=keeper, happened_at=now, group=group, width_px=900, height_px=900
        )  # fmt: skip
        write_whole(path_of(photo, "full"), noise.getvalue())
        write_whole(path_of(photo, "small"), noise.getvalue())


def actor_in(name: str) -> object:
    from django.utils import timezone

    from pennywort.accounts.models import Fishroom, Keeper
    from pennywort.records.actor import Actor

    return Actor(keeper=Keeper.objects.get(username="bench"), fishroom=Fishroom.objects.get(name=name), now=timezone.now())


def out(path: Path) -> None:
    from pennywort.archive.export import write_archive

    with write_archive(actor_in("Full")) as made, path.open("wb") as kept:  # type: ignore[arg-type]
        while part := made.read(1 << 20):
            kept.write(part)


def into(path: Path) -> None:
    from pennywort.archive.restore import restore

    with path.open("rb") as file:
        last = [p.step for p in restore(actor_in("Empty"), file)][-1]  # type: ignore[arg-type]
    assert last == "done", last


def main() -> None:
    with tempfile.TemporaryDirectory(prefix="pennywort-bench-") as folder:
        env = {**os.environ, "PENNYWORT_VAR": folder, "DJANGO_SETTINGS_MODULE": "pennywort.site.settings"}
        for step in STEPS:
            done = subprocess.run([sys.executable, "-m", "bench.archive", step, folder], env=env, capture_output=True, text=True, check=False)  # noqa: S603
            assert done.returncode == 0, done.stderr[-2000:]
            if step != "fill":
                say(f"{step}: {done.stdout.strip()}")
        say(f"the archive: {(Path(folder) / 'archive.zip').stat().st_size / 1e6:.0f} MB; the goal is {GOAL_MB} MB of memory")


if __name__ == "__main__":
    if len(sys.argv) == 1:
        main()
    else:
        django.setup()
        start = time.monotonic()
        packed = Path(sys.argv[2]) / "archive.zip"
        {"fill": fill, "out": lambda: out(packed), "in": lambda: into(packed)}[sys.argv[1]]()  # type: ignore[no-untyped-call]
        peak_mb = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
        say(f"{peak_mb:.0f} MB at most, {time.monotonic() - start:.0f} s")
