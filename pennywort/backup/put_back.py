"""Put a backup back: whole or not at all, and what was there before is kept beside it."""

from __future__ import annotations

import os
import sqlite3
import tempfile
from contextlib import closing
from datetime import datetime
from pathlib import Path

from pennywort.accounts.models import Keeper
from pennywort.backup.check import DATABASE, PHOTOS, Checked, check, opened
from pennywort.core.errors import InvalidInput
from pennywort.records.files import fsync_folder

BESIDE = ("", "-wal", "-shm")


def holds_a_record(database: Path) -> bool:
    """Whether somebody has an account in it."""
    if not database.is_file():
        return False
    try:
        with closing(sqlite3.connect(f"file:{database}?mode=ro", uri=True)) as found:
            return bool(found.execute(f'SELECT count(*) FROM "{Keeper._meta.db_table}"').fetchone()[0])  # noqa: S608
    except sqlite3.OperationalError:
        # a database without our tables, or one that can't be opened: nobody's, but not ours to throw away either
        return database.stat().st_size > 0


def _close(database: Path) -> None:
    """Bring what waits beside the database into it. :raises InvalidInput: somebody else has it open."""
    try:
        with closing(sqlite3.connect(database, timeout=0.5)) as alone:
            alone.execute("PRAGMA journal_mode=DELETE").fetchone()
    except sqlite3.OperationalError as error:
        raise InvalidInput("The database is in use. Stop Pennywort first.", field="database") from error
    except sqlite3.DatabaseError:
        # damaged: that is why a backup is put back
        return


def put_back(file: Path, *, database: Path, photos: Path, known: frozenset[tuple[str, str]], replace: bool, now: datetime) -> tuple[Checked, Path | None]:
    """Put the database and the pictures of a backup in their places.

    :param known: (app, name) of every migration of this Pennywort. :param replace: also where a record is there already.
    :returns: what came back, and the folder in which what was there before is kept.
    :raises InvalidInput: the backup is not whole, of a later Pennywort, a record is there, or Pennywort runs.
    """
    checked = check(file)
    if later := checked.migrations - known:
        raise InvalidInput(f"This backup is of a later Pennywort than this one ({len(later)} steps later). Install that first.", field="file")
    if holds_a_record(database) and not replace:
        raise InvalidInput(f"There is a record at {database} already. With --replace it is moved aside, and the backup takes its place.", field="database")
    if database.is_file():
        _close(database)
    place = database.parent
    place.mkdir(parents=True, exist_ok=True, mode=0o700)
    with tempfile.TemporaryDirectory(dir=place, prefix=".restore-") as name, opened(file) as (archive, manifest):
        work = Path(name)
        (work / PHOTOS).mkdir()
        for member in manifest.sha256:
            out = Path(archive.extract(member, work))
            out.chmod(0o600)
            with out.open("rb") as written:
                os.fsync(written.fileno())
        aside = _move_aside(database, photos, to=place / f"before-restore-{now:%Y%m%dT%H%M%SZ}")
        os.replace(work / PHOTOS, photos)
        os.replace(work / DATABASE, database)
    fsync_folder(place)
    return checked, aside


def _move_aside(database: Path, photos: Path, *, to: Path) -> Path | None:
    found = [path for path in (*(database.with_name(database.name + end) for end in BESIDE), photos) if path.exists()]
    if not found:
        return None
    to.mkdir(mode=0o700)
    for path in found:
        os.replace(path, to / path.name)
    return to
