"""Take a backup: the database by SQLite's own online copy, then the pictures; it has its name only once it was opened again."""

from __future__ import annotations

import json
import os
import sqlite3
import tempfile
from contextlib import closing
from datetime import datetime
from pathlib import Path
from zipfile import ZIP_DEFLATED, ZIP_STORED, ZipFile

from pennywort.backup.check import DATABASE, FORMAT, MANIFEST, PHOTOS, VERSION, Checked, check, pictures_of, sum_of
from pennywort.core.errors import InvalidInput
from pennywort.records.files import fsync_folder

NAME = "pennywort-backup-%Y%m%dT%H%M%SZ.zip"
PATTERN = "pennywort-backup-*T*Z.zip"


def _copy_database(database: Path, to: Path) -> None:
    """One state of the database, while others read and write."""
    with closing(sqlite3.connect(f"file:{database}?mode=ro", uri=True)) as source, closing(sqlite3.connect(to)) as copy:
        source.backup(copy)
        copy.execute("PRAGMA journal_mode=DELETE")


def take(target: Path, *, database: Path, photos: Path, now: datetime) -> tuple[Path, Checked]:
    """Write a backup into the folder ``target`` and check it by opening it.

    The database is copied first: a picture is on the disk before its row, so every picture of the copy is there afterwards.

    :param now: in UTC; the file is named by it.
    :raises InvalidInput: no database, no such folder, a backup of this second, or what was written can't be read again.
    """
    if not database.is_file():
        raise InvalidInput(f"There is no database at {database}.", field="database")
    if not target.is_dir():
        raise InvalidInput(f"{target} is no folder. A disk that is not there must not look like a backup: make the folder first.", field="target")
    path = target / f"{now:{NAME}}"
    if path.exists():
        raise InvalidInput(f"{path} is there already.", field="target")
    with tempfile.TemporaryDirectory(dir=target, prefix=".backup-") as work:
        copy, written = Path(work) / DATABASE, Path(work) / "written.zip"
        _copy_database(database, copy)
        wanted = {f"{PHOTOS}/{name}": photos / name for name in pictures_of(copy)}
        there = {name: file for name, file in wanted.items() if file.is_file()}
        sums = {DATABASE: sum_of(copy)}
        with open(os.open(written, os.O_CREAT | os.O_EXCL | os.O_WRONLY, 0o600), "wb") as out:
            with ZipFile(out, "w") as archive:
                archive.write(copy, DATABASE, compress_type=ZIP_DEFLATED)
                for name, file in sorted(there.items()):
                    # a picture is compressed already
                    archive.write(file, name, compress_type=ZIP_STORED)
                    sums[name] = sum_of(file)
                manifest = {"format": FORMAT, "version": VERSION, "made_at": now.isoformat(), "sha256": sums, "gone": sorted(set(wanted) - set(there))}
                archive.writestr(MANIFEST, json.dumps(manifest, indent=1))
            out.flush()
            os.fsync(out.fileno())
        checked = check(written)
        os.replace(written, path)
    fsync_folder(target)
    return path, checked


def thin_out(target: Path, *, keep: int) -> list[Path]:
    """Of the backups in this folder the newest ``keep`` stay; nothing else in it is touched. Returns what was removed."""
    older = sorted(target.glob(PATTERN), reverse=True)[keep:]
    for path in older:
        path.unlink()
    return older
