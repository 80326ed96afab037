"""Files that are kept: whole or not at all, and on the disk before a record speaks of them."""

from __future__ import annotations

import os
import tempfile
from pathlib import Path


def write_whole(path: Path, content: bytes) -> None:
    """Write a file under another name, sync it, and give it its own; the folder is made where it is missing.

    Its name is on the disk once ``fsync_folder`` was called.
    """
    path.parent.mkdir(parents=True, exist_ok=True)
    handle, name = tempfile.mkstemp(dir=path.parent, suffix=".part")
    try:
        with os.fdopen(handle, "wb") as file:
            file.write(content)
            file.flush()
            os.fsync(file.fileno())
        os.replace(name, path)
    except BaseException:
        Path(name).unlink(missing_ok=True)
        raise


def fsync_folder(folder: Path) -> None:
    """A new name in a folder is on the disk, not only in memory."""
    handle = os.open(folder, os.O_RDONLY)
    try:
        os.fsync(handle)
    finally:
        os.close(handle)
