"""An archive read: opened, its manifest, its rows line by line, its pictures; every fault is named by its place."""

from __future__ import annotations

import hashlib
import json
import zipfile
from collections.abc import Iterator
from typing import IO, Any

from django.db import models

from pennywort.accounts.services import check_time_zone
from pennywort.archive.export import FORMAT, VERSION
from pennywort.archive.tables import Table, written
from pennywort.core.errors import InvalidInput

MOST_BYTES = 2 * 1024**3
MOST_PACKED = 1024**3
MOST_ROWS = 5_000_000
# one record, and one file that is read whole (a picture, the manifest)
MOST_LINE = 4 * 1024**2
MOST_FILE = 64 * 1024**2


def opened(file: IO[bytes]) -> zipfile.ZipFile:
    """:raises InvalidInput: cut short, no archive, or too large."""
    try:
        packed = zipfile.ZipFile(file)
    except (zipfile.BadZipFile, OSError, ValueError) as error:
        raise InvalidInput("This file is cut short, or is not an archive.", field="file") from error
    if sum(i.file_size for i in packed.infolist()) > MOST_BYTES:
        raise InvalidInput("This archive is too large.", field="file")
    return packed


def _damaged(name: str, error: Exception) -> InvalidInput:
    """What a broken file inside an archive is told as; anything else goes on as it is."""
    # zlib has an error of its own that no other names
    if isinstance(error, zipfile.BadZipFile | EOFError | OSError | RuntimeError | ValueError) or type(error).__module__ == "zlib":
        return InvalidInput(f"The archive is damaged at {name}.", field="file")
    raise error


def _content(packed: zipfile.ZipFile, name: str) -> bytes:
    """One file of the archive, whole. :raises InvalidInput: missing, damaged, or too large."""
    try:
        if packed.getinfo(name).file_size > MOST_FILE:
            raise InvalidInput(f"{name} is too large.", field="file")
        return packed.read(name)
    except KeyError as error:
        raise InvalidInput(f"The archive lacks {name}.", field="file") from error
    except InvalidInput:
        raise
    except Exception as error:
        raise _damaged(name, error) from error


def checked(packed: zipfile.ZipFile, name: str, manifest: dict[str, Any]) -> bytes:
    """One file whose sum is as the manifest says. :raises InvalidInput: it is not."""
    content = _content(packed, name)
    if hashlib.sha256(content).hexdigest() != manifest["sha256"].get(name):
        raise InvalidInput(f"The archive is damaged at {name}: it is not what was written.", field="file")
    return content


def _no_constant(name: str) -> Any:
    raise ValueError(name)


def _parse(content: bytes, *, place: str) -> Any:
    try:
        return json.loads(content, parse_constant=_no_constant)
    except (ValueError, RecursionError) as error:
        raise InvalidInput(f"The file is wrong at {place}: this is not JSON.", field="file") from error


def manifest_of(packed: zipfile.ZipFile) -> dict[str, Any]:
    """:raises InvalidInput: not an archive of this program, or of another version."""
    found = _parse(_content(packed, "archive.json"), place="archive.json")
    if not isinstance(found, dict) or found.get("format") != FORMAT:
        raise InvalidInput("This is not an archive from Pennywort.", field="file")
    version = found.get("version")
    if isinstance(version, bool) or not isinstance(version, int) or not 1 <= version <= VERSION:
        raise InvalidInput("This archive is of a later version than this program reads, or of none.", field="file")
    sums, keepers = found.get("sha256"), found.get("keepers")
    if not isinstance(sums, dict) or not isinstance(keepers, list) or not all(isinstance(k, str) and 0 < len(k) <= 60 for k in keepers):
        raise InvalidInput("The file is wrong at archive.json.", field="file")
    check_time_zone(str(found.get("time_zone")))
    return found


def _name(table: Table) -> str:
    return f"records/{table.name}.jsonl"


def lines_of(packed: zipfile.ZipFile, table: Table, manifest: dict[str, Any]) -> Iterator[dict[str, Any]]:
    """The rows of one table one after the other, each a map of its columns and nothing else; the sum of all is checked at the end.

    An archive of an earlier version lacks what came later: a table is then empty, and a column has its default.

    :raises InvalidInput: a row that is none, or a file that is not what was written.
    """
    name = _name(table)
    earlier = manifest["version"] < VERSION
    if earlier and name not in manifest["sha256"]:
        return
    columns = {f.name for f in table.fields}
    later = {f.name: written(f, f.get_default()) for f in table.fields if earlier and _has_default(f)}
    for number, line in enumerate(_raw(packed, name, manifest), 1):
        place = f"{name}:{number}"
        row = _parse(line, place=place)
        if isinstance(row, dict):
            row = {**{name: value for name, value in later.items() if name not in row}, **row}
        if not isinstance(row, dict) or set(row) != columns:
            raise InvalidInput(f"The file is wrong at {place}: these are not its columns.", field="file")
        if number > MOST_ROWS:
            raise InvalidInput("This archive is too large.", field="file")
        yield row


def _raw(packed: zipfile.ZipFile, name: str, manifest: dict[str, Any]) -> Iterator[bytes]:
    """The lines of a file, without ever holding all of it."""
    digest = hashlib.sha256()
    try:
        with packed.open(name) as file:
            while line := file.readline(MOST_LINE + 1):
                if len(line) > MOST_LINE:
                    raise InvalidInput(f"The file is wrong at {name}: a record is too large.", field="file")
                digest.update(line)
                yield line
    except KeyError as error:
        raise InvalidInput(f"The archive lacks {name}.", field="file") from error
    except InvalidInput:
        raise
    except Exception as error:
        raise _damaged(name, error) from error
    if digest.hexdigest() != manifest["sha256"].get(name):
        raise InvalidInput(f"The archive is damaged at {name}: it is not what was written.", field="file")


def _has_default(field: models.Field[Any, Any]) -> bool:
    """Whether a column may be left out of an older archive: it has a default, may be empty, or may be nothing."""
    return field.has_default() or field.null or (isinstance(field, models.CharField | models.TextField) and field.blank)
