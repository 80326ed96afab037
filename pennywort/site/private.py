"""What is kept is readable by its owner alone: the record holds names, addresses of feeds and who lost what."""

from __future__ import annotations

import os
from pathlib import Path

OTHERS = 0o077


def keep_private(var: Path, *, database: Path, photos: Path) -> None:
    """Everything written from now on, and what was written before this was so."""
    os.umask(OTHERS)
    var.mkdir(parents=True, exist_ok=True)
    for path in (*var.glob(f"{database.name}*"), *([photos] if photos.exists() else [])):
        found = path.stat()
        if found.st_mode & OTHERS and found.st_uid == os.geteuid():
            path.chmod(found.st_mode & ~OTHERS & 0o777)
