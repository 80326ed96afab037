"""Open a backup and see whether it would bring everything back."""

from __future__ import annotations

import re
import sqlite3
import tempfile
import zlib
from collections.abc import Iterator
from contextlib import closing, contextmanager
from dataclasses import dataclass, replace
from hashlib import sha256
from pathlib import Path
from typing import IO, Annotated, Literal
from zipfile import BadZipFile, ZipFile

from pydantic import BaseModel, ConfigDict, StringConstraints, ValidationError

from pennywort.accounts.models import Fishroom
from pennywort.core.errors import InvalidInput
from pennywort.fish.models import Photo
from pennywort.fish.photos import LONG_SIDE, path_in

FORMAT = "pennywort-backup"
VERSION = 1
DATABASE = "pennywort.sqlite3"
MANIFEST = "backup.json"
PHOTOS = "photos"
PIECE = 1024 * 1024
# what lies in a backup besides the manifest; a name that leads elsewhere is never written to the disk
NAME = re.compile(rf"{re.escape(DATABASE)}|{PHOTOS}/[0-9a-f-]{{36}}/[0-9a-f-]{{36}}\.(full|small)\.jpg")
Sum = Annotated[str, StringConstraints(pattern="^[0-9a-f]{64}$")]


class Manifest(BaseModel):
    """What a backup says it holds."""

    model_config = ConfigDict(extra="forbid")
    format: Literal["pennywort-backup"]
    version: Literal[1]
    made_at: str
    sha256: dict[str, Sum]
    gone: list[str]


@dataclass(frozen=True, kw_only=True)
class Checked:
    """A backup that can be put back. ``gone``: pictures that the record names and that were not on the disk when it was taken."""

    made_at: str
    keepers: int
    fishrooms: int
    records: int
    pictures: int
    gone: tuple[str, ...]
    migrations: frozenset[tuple[str, str]]


def sum_of(file: Path | IO[bytes]) -> str:
    if isinstance(file, Path):
        with file.open("rb") as opened:
            return sum_of(opened)
    total = sha256()
    while piece := file.read(PIECE):
        total.update(piece)
    return total.hexdigest()


def pictures_of(database: Path) -> list[str]:
    """The pictures that the record names, below the folder of photos; in every size."""
    photo, room = Photo._meta.db_table, Fishroom._meta.db_table
    with closing(sqlite3.connect(database)) as opened:
        rows = opened.execute(f'SELECT room.uid, photo.uid FROM "{photo}" photo JOIN "{room}" room ON room.id = photo.fishroom_id').fetchall()  # noqa: S608
    return [str(path_in(Path(), room=room, photo=photo, size=size)) for room, photo in rows for size in LONG_SIDE]


@contextmanager
def opened(path: Path) -> Iterator[tuple[ZipFile, Manifest]]:
    """:raises InvalidInput: no backup, one cut short, of another kind or of a later Pennywort."""
    unreadable = InvalidInput(f"{path.name} is not a whole backup that this Pennywort can read.", field="file")
    try:
        archive = ZipFile(path)
    except (BadZipFile, FileNotFoundError, IsADirectoryError) as error:
        raise unreadable from error
    with archive:
        try:
            manifest = Manifest.model_validate_json(archive.read(MANIFEST))
        except (BadZipFile, KeyError, EOFError, zlib.error, ValidationError) as error:
            raise unreadable from error
        try:
            yield archive, manifest
        except (BadZipFile, EOFError, zlib.error) as error:
            raise unreadable from error


def _read_database(path: Path) -> Checked:
    with closing(sqlite3.connect(path)) as database:
        found = [row[0] for row in database.execute("PRAGMA integrity_check").fetchall()]
        broken = database.execute("PRAGMA foreign_key_check").fetchall()
        if found != ["ok"] or broken:
            raise InvalidInput("The database of this backup is damaged.", field="file")
        tables = [row[0] for row in database.execute("SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'")]
        rows = {table: database.execute(f'SELECT count(*) FROM "{table}"').fetchone()[0] for table in tables}  # noqa: S608
        migrations = frozenset(database.execute("SELECT app, name FROM django_migrations").fetchall())
    from_record = sum(count for table, count in rows.items() if not table.startswith(("django_", "auth_", "axes_")))
    return Checked(made_at="", keepers=rows["rooms_keeper"], fishrooms=rows["rooms_fishroom"], records=from_record, pictures=0, gone=(), migrations=migrations)


def check(path: Path) -> Checked:
    """Every file of it against its sum, the database by its own check, every picture that the record names.

    :raises InvalidInput: what is wrong with it.
    """
    with opened(path) as (archive, manifest), tempfile.TemporaryDirectory(prefix="pennywort-") as work:
        names = {info.filename for info in archive.infolist()} - {MANIFEST}
        if names != set(manifest.sha256) or len(archive.namelist()) != len(names) + 1:
            raise InvalidInput("This backup holds other files than it says.", field="file")
        for name, said in manifest.sha256.items():
            if not NAME.fullmatch(name):
                raise InvalidInput(f"This backup holds a file that is none of ours: {name[:80]}", field="file")
            with archive.open(name) as file:
                if sum_of(file) != said:
                    raise InvalidInput(f"{name} is not what it was when the backup was taken.", field="file")
        try:
            database = Path(archive.extract(DATABASE, work))
            read = _read_database(database)
            wanted = {f"{PHOTOS}/{name}" for name in pictures_of(database)}
        except (KeyError, sqlite3.Error) as error:
            raise InvalidInput("The database of this backup can't be read.", field="file") from error
    if missing := wanted - names - set(manifest.gone):
        raise InvalidInput(f"{len(missing)} pictures that the record names are not in this backup.", field="file")
    return replace(read, made_at=manifest.made_at, pictures=len(names) - 1, gone=tuple(manifest.gone))
