"""An archive into an empty fishroom: all of it, or nothing at all, telling how far it has come."""

from __future__ import annotations

import hashlib
import json
import secrets
import zipfile
from collections.abc import Iterator
from dataclasses import dataclass
from io import BytesIO
from pathlib import Path
from typing import IO, Any
from uuid import UUID

from django.conf import settings
from django.db import IntegrityError, models, transaction
from django.db.models import Max
from PIL import Image, UnidentifiedImageError

from pennywort.archive.export import FORMAT, VERSION
from pennywort.archive.shapes import check_shape
from pennywort.archive.tables import Table, links, read, tables, written
from pennywort.archive.timeline import timeline
from pennywort.core.errors import InvalidInput, PennywortError
from pennywort.core.reference import library
from pennywort.courses.queries.today import board_of
from pennywort.fish.photos import LONG_SIDE
from pennywort.instruments.models import Instrument
from pennywort.rooms.actor import Actor
from pennywort.rooms.errors import Conflict
from pennywort.rooms.files import fsync_folder, write_whole
from pennywort.rooms.models import Fishroom, Keeper
from pennywort.rooms.services import check_time_zone, token_hash

MOST_BYTES = 2 * 1024**3
MOST_PACKED = 1024**3
MOST_ROWS = 5_000_000
BATCH = 500


@dataclass(frozen=True, kw_only=True)
class Progress:
    """How far a restore has come: which step, and how many of how many of its parts."""

    step: str
    done: int
    of: int


def check_empty(fishroom: Fishroom) -> None:
    """:raises Conflict: something was written down here already."""
    for table in tables():
        if table.rows(fishroom).exists():
            raise Conflict("This fishroom is not empty. An archive goes into a new one, so that nothing is mixed.", field="file")


def restore(actor: Actor, file: IO[bytes]) -> Iterator[Progress]:
    """Read, check and write an archive. Whoever stops asking for progress stops it, and nothing is kept.

    :raises Conflict: the fishroom is not empty. :raises InvalidInput: a file that is damaged, or holds what can't be.
    """
    check_empty(actor.fishroom)
    with _opened(file) as packed:
        manifest = _manifest(packed)
        rows: dict[str, list[dict[str, Any]]] = {}
        found = tables()
        for i, table in enumerate(found):
            yield Progress(step="reading", done=i, of=len(found))
            rows[table.name] = _lines(packed, table, manifest)
        placed: list[Path] = []
        try:
            with transaction.atomic():
                yield from _write(actor, rows, manifest)
                yield from _photos(actor, packed, rows, manifest, placed=placed)
                yield Progress(step="looking through", done=0, of=1)
                _look_through(actor)
        except BaseException:
            for path in placed:
                path.unlink(missing_ok=True)
            raise
    yield Progress(step="done", done=1, of=1)


def _opened(file: IO[bytes]) -> zipfile.ZipFile:
    try:
        packed = zipfile.ZipFile(file)
    except (zipfile.BadZipFile, OSError, ValueError) as error:
        raise InvalidInput("This file is cut short, or is not an archive.", field="file") from error
    if sum(i.file_size for i in packed.infolist()) > MOST_BYTES:
        raise InvalidInput("This archive is too large.", field="file")
    return packed


def _content(packed: zipfile.ZipFile, name: str) -> bytes:
    """One file of the archive. :raises InvalidInput: missing, or damaged."""
    try:
        return packed.read(name)
    except KeyError as error:
        raise InvalidInput(f"The archive lacks {name}.", field="file") from error
    except (zipfile.BadZipFile, EOFError, OSError, RuntimeError, ValueError) as error:
        raise InvalidInput(f"The archive is damaged at {name}.", field="file") from error
    except Exception as error:
        # zlib has an error of its own that no other names
        if type(error).__module__ == "zlib":
            raise InvalidInput(f"The archive is damaged at {name}.", field="file") from error
        raise


def _checked(packed: zipfile.ZipFile, name: str, manifest: dict[str, Any]) -> bytes:
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


def _manifest(packed: zipfile.ZipFile) -> dict[str, Any]:
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


def _law(manifest: dict[str, Any]) -> str:
    """Whose law the fishroom named; a place that this program does not know is nobody's."""
    law = manifest.get("law")
    return law if law in {p.id for p in library().reporting.places} else ""


def _lines(packed: zipfile.ZipFile, table: Table, manifest: dict[str, Any]) -> list[dict[str, Any]]:
    """The rows of one table, each a map of its columns and nothing else.

    An archive of an earlier version lacks what came later: a table is then empty, and a column has its default.
    """
    name = f"records/{table.name}.jsonl"
    earlier = manifest["version"] < VERSION
    if earlier and name not in manifest["sha256"]:
        return []
    content = _checked(packed, name, manifest)
    rows = []
    columns = {f.name for f in table.fields}
    later = {f.name: written(f, f.get_default()) for f in table.fields if earlier and _has_default(f)}
    for number, line in enumerate(content.splitlines(), 1):
        place = f"{name}:{number}"
        row = _parse(line, place=place)
        if isinstance(row, dict):
            row = {**{name: value for name, value in later.items() if name not in row}, **row}
        if not isinstance(row, dict) or set(row) != columns:
            raise InvalidInput(f"The file is wrong at {place}: these are not its columns.", field="file")
        rows.append(row)
        if number > MOST_ROWS:
            raise InvalidInput("This archive is too large.", field="file")
    return rows


def _has_default(field: models.Field[Any, Any]) -> bool:
    """Whether a column may be left out of an older archive: it has a default, may be empty, or may be nothing."""
    return field.has_default() or field.null or (isinstance(field, models.CharField | models.TextField) and field.blank)


Numbers = dict[str, dict[str, int]]


def _numbers(rows: dict[str, list[dict[str, Any]]]) -> Numbers:
    """The number that each record will have in the database, by its own id, so that links can be written in any order."""
    found: Numbers = {}
    for table in tables():
        if not table.key:
            continue
        first = int(table.model._default_manager.aggregate(m=Max("pk"))["m"] or 0) + 1
        mine: dict[str, int] = {}
        for i, row in enumerate(rows[table.name]):
            key = str(row[table.key])
            if key in mine:
                raise InvalidInput(f"The file is wrong at {table.name}: {key[:36]} stands there twice.", field="file")
            mine[key] = first + i
        found[table.name] = mine
    return found


def _keepers(actor: Actor, names: list[str]) -> dict[str, int]:
    """Who wrote: members of this fishroom by their names; for the others a name that nobody can sign in with."""
    members = {str(m.keeper): m.keeper.pk for m in actor.fishroom.memberships.select_related("keeper")}
    found = {}
    for name in names:
        if name not in members:
            kept = Keeper(username=f"kept-{secrets.token_hex(8)}", display_name=name, is_active=False)
            kept.set_unusable_password()
            kept.save()
            members[name] = kept.pk
        found[name] = members[name]
    return found


def _write(actor: Actor, rows: dict[str, list[dict[str, Any]]], manifest: dict[str, Any]) -> Iterator[Progress]:
    """All rows into the database; links are checked by it at the end."""
    numbers, keepers = _numbers(rows), _keepers(actor, manifest["keepers"])
    total, done = sum(len(r) for r in rows.values()), 0
    for table in tables():
        made = []
        linked = {field.name: target for field, target in links(table)}
        for i, row in enumerate(rows[table.name]):
            made.append(_record(actor, table, row, linked=linked, numbers=numbers, keepers=keepers, place=f"{table.name}:{i + 1}"))
            if len(made) == BATCH:
                _keep(table, made)
                done += len(made)
                made = []
                yield Progress(step="writing", done=done, of=total)
        _keep(table, made)
        done += len(made)
    Fishroom.objects.filter(pk=actor.fishroom.pk).update(time_zone=manifest["time_zone"], law=_law(manifest))
    actor.fishroom.refresh_from_db()
    yield Progress(step="writing", done=done, of=total)


def _keep(table: Table, made: list[models.Model]) -> None:
    try:
        table.model._default_manager.bulk_create(made)
    except IntegrityError as error:
        raise InvalidInput(f"The file is wrong at {table.name}: two of its records can’t both be.", field="file") from error


def _record(actor: Actor, table: Table, row: dict[str, Any], *, linked: dict[str, str], numbers: Numbers, keepers: dict[str, int], place: str) -> models.Model:
    values: dict[str, Any] = {}
    for field in table.fields:
        raw, target = row[field.name], linked.get(field.name)
        if target is None:
            values[field.attname] = read(field, raw, place=place)
            continue
        among = keepers if target == "rooms.keeper" else numbers.get(target, {})
        if raw is not None and (not isinstance(raw, str) or raw not in among):
            raise InvalidInput(f"The file is wrong at {place}.{field.name}: it points to nothing.", field="file")
        if raw is None and not field.null:
            raise InvalidInput(f"The file is wrong at {place}.{field.name}: nothing stands there.", field="file")
        values[field.attname] = among[raw] if raw is not None else None
    for field in table.fields:
        if isinstance(field, models.JSONField):
            check_shape(table.name, field.name, values[field.attname], where=f"{place}.{field.name}")
    if table.scope == "fishroom":
        values["fishroom_id"] = actor.fishroom.pk
    if table.key:
        values["id"] = numbers[table.name][str(row[table.key])]
    if table.model is Instrument:
        # nobody keeps a token: an instrument is let in anew
        values["token_hash"] = token_hash(secrets.token_urlsafe(32))
        values["revoked_at"] = values["revoked_at"] or actor.now
    return table.model(**values)


def _photos(
    actor: Actor, packed: zipfile.ZipFile, rows: dict[str, list[dict[str, Any]]], manifest: dict[str, Any], *, placed: list[Path]
) -> Iterator[Progress]:
    """The pictures to their places; each must be a whole JPEG that says nothing about where it was taken."""
    folder = Path(settings.PHOTO_ROOT) / str(actor.fishroom.uid)
    names = [f"{row['uid']}.{size}.jpg" for row in rows["fish.photo"] for size in LONG_SIDE]
    for i, name in enumerate(names):
        if f"photos/{name}" not in manifest["sha256"]:
            continue
        content = _checked(packed, f"photos/{name}", manifest)
        content = _whole_picture(content, name)
        UUID(name.split(".")[0])
        placed.append(folder / name)
        write_whole(folder / name, content)
        yield Progress(step="pictures", done=i + 1, of=len(names))
    if placed:
        fsync_folder(folder)


def _whole_picture(content: bytes, name: str) -> bytes:
    """The picture as it is, but for a comment inside it: earlier versions let those through, and they say what nobody sees."""
    try:
        with Image.open(BytesIO(content), formats=("JPEG",)) as picture:
            picture.load()
            clean = not picture.getexif() and not picture.info.get("xmp")
            if "comment" in picture.info:
                picture.info.clear()
                without = BytesIO()
                picture.save(without, format="JPEG", quality="keep")
                content = without.getvalue()
    except (UnidentifiedImageError, OSError, SyntaxError, ValueError, Image.DecompressionBombError) as error:
        raise InvalidInput(f"The archive is damaged at photos/{name}: not a whole picture.", field="file") from error
    if not clean:
        raise InvalidInput(f"photos/{name} says where or with what it was taken. Pennywort writes no such picture.", field="file")
    return content


def _look_through(actor: Actor) -> None:
    """What was written must be readable: the board of today and the time line. :raises InvalidInput: it is not."""
    try:
        board_of(actor)
        timeline(actor, before=None, words="")
    except PennywortError:
        raise
    except Exception as error:
        raise InvalidInput("The file holds what this program can’t read. Nothing was kept.", field="file") from error
