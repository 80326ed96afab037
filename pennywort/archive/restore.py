"""An archive into an empty fishroom: all of it, or nothing at all, telling how far it has come.

It goes in by steps of a fraction of a second each, so that nobody's write elsewhere waits for it. Meanwhile the fishroom is marked and
lets nobody in; what is broken off is cleared, by whoever broke it off or, where the program itself was ended, before the next one.
"""

from __future__ import annotations

import secrets
import zipfile
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import timedelta
from io import BytesIO
from pathlib import Path
from typing import IO, Any, Literal

from django.conf import settings
from django.db import IntegrityError, connection, models, transaction
from django.utils import timezone
from PIL import Image, UnidentifiedImageError

from pennywort.accounts.models import Fishroom, Keeper
from pennywort.accounts.services import token_hash
from pennywort.archive.clearing import clear
from pennywort.archive.numbers import set_aside
from pennywort.archive.reading import checked, lines_of, manifest_of, opened
from pennywort.archive.shapes import check_shape
from pennywort.archive.tables import Table, links, read, tables
from pennywort.archive.timeline import timeline
from pennywort.board.today import board_of
from pennywort.core.errors import Conflict, InvalidInput, PennywortError
from pennywort.core.reference import library
from pennywort.fish.kept import keep_missing
from pennywort.fish.models import Photo
from pennywort.fish.photos import LONG_SIDE
from pennywort.instruments.models import Instrument
from pennywort.records.actor import Actor
from pennywort.records.files import fsync_folder, write_whole
from pennywort.records.services import alone

BATCH = 500
# an import that has not moved for so long was broken off
STILL = timedelta(minutes=5)
Numbers = dict[str, dict[str, int]]


@dataclass(frozen=True, kw_only=True)
class Progress:
    """How far a restore has come: which step, and how many of how many of its parts."""

    step: Literal["reading", "looking through", "writing", "pictures", "done"]
    done: int
    of: int


def check_empty(fishroom: Fishroom) -> None:
    """:raises Conflict: something was written down here already."""
    for table in tables():
        if table.rows(fishroom).exists():
            raise Conflict("This fishroom is not empty. An archive goes into a new one, so that nothing is mixed.", field="file")


def restore(actor: Actor, file: IO[bytes]) -> Iterator[Progress]:
    """Read, check and write an archive. Whoever stops asking for progress stops it, and nothing is kept.

    :raises Conflict: the fishroom is not empty, or another archive is coming in. :raises InvalidInput: a file that is damaged, or holds
        what can't be.
    """
    with opened(file) as packed:
        manifest = manifest_of(packed)
        _mark(actor)
        kept: list[int] = []
        try:
            keys: dict[str, list[str]] = {}
            for i, table in enumerate(tables()):
                yield Progress(step="reading", done=i, of=len(tables()))
                keys[table.name] = _keys(packed, table, manifest)
            yield from _write(actor, packed, keys, manifest, kept=kept)
            yield from _photos(actor, packed, manifest)
            keep_missing()
            yield Progress(step="looking through", done=0, of=1)
            _look_through(actor)
            Fishroom.objects.filter(pk=actor.fishroom.pk).update(time_zone=manifest["time_zone"], law=_law(manifest), importing_at=None)
            actor.fishroom.refresh_from_db()
        except BaseException:
            clear(actor.fishroom, kept=kept)
            raise
    yield Progress(step="done", done=1, of=1)


def _mark(actor: Actor) -> None:
    """From now on nobody else is let in. What an earlier one left is cleared first."""
    with alone(actor.fishroom):
        room = Fishroom.objects.get(pk=actor.fishroom.pk)
        if room.importing_at is not None and timezone.now() - room.importing_at < STILL:
            raise Conflict("Another archive is coming in here. Wait until it is done.", field="file")
        broken_off = room.importing_at is not None
        if not broken_off:
            check_empty(room)
            _still_at_it(actor)
    if broken_off:
        clear(room)
        # whoever came in between is seen like anybody else
        _mark(actor)


def _still_at_it(actor: Actor) -> None:
    Fishroom.objects.filter(pk=actor.fishroom.pk).update(importing_at=timezone.now())


def _keys(packed: zipfile.ZipFile, table: Table, manifest: dict[str, Any]) -> list[str]:
    """The own ids of a table's records in their order; of a table that nobody points to as many empty ones."""
    seen: set[str] = set()
    found = []
    for row in lines_of(packed, table, manifest):
        key = str(row[table.key]) if table.key else ""
        if key and key in seen:
            raise InvalidInput(f"The file is wrong at {table.name}: {key[:36]} stands there twice.", field="file")
        seen.add(key)
        found.append(key)
    return found


def _numbers(keys: dict[str, list[str]]) -> Numbers:
    """The number that each record will have in the database, by its own id, so that links can be written in any order.

    The numbers are set aside: what others write meanwhile gets later ones.
    """
    found: Numbers = {}
    with transaction.atomic(), connection.cursor() as cursor:
        for table in tables():
            if not table.key:
                continue
            mine = keys[table.name]
            last = set_aside(cursor, table.model, len(mine))
            found[table.name] = {key: last + i for i, key in enumerate(mine, 1)}
    return found


def _law(manifest: dict[str, Any]) -> str:
    """Whose law the fishroom named; a place that this program does not know is nobody's."""
    law = manifest.get("law")
    return law if law in {p.id for p in library().reporting.places} else ""


def _keepers(actor: Actor, names: list[str], *, kept: list[int]) -> dict[str, int]:
    """Who wrote: members of this fishroom by their names; for the others a name that nobody can sign in with."""
    members = {str(m.keeper): m.keeper.pk for m in actor.fishroom.memberships.select_related("keeper")}
    found = {}
    for name in names:
        if name not in members:
            other = Keeper(username=f"kept-{secrets.token_hex(8)}", display_name=name, is_active=False)
            other.set_unusable_password()
            other.save()
            kept.append(other.pk)
            members[name] = other.pk
        found[name] = members[name]
    return found


def _write(actor: Actor, packed: zipfile.ZipFile, keys: dict[str, list[str]], manifest: dict[str, Any], *, kept: list[int]) -> Iterator[Progress]:
    """All rows into the database, a batch a commit; where all are there, the database is asked whether their links hold."""
    numbers, keepers = _numbers(keys), _keepers(actor, manifest["keepers"], kept=kept)
    total, done = sum(len(k) for k in keys.values()), 0
    # records point to each other in a ring: no order of batches would hold at each commit
    connection.disable_constraint_checking()
    try:
        for table in tables():
            made: list[models.Model] = []
            linked = {field.name: target for field, target in links(table)}
            for i, row in enumerate(lines_of(packed, table, manifest), 1):
                made.append(_record(actor, table, row, linked=linked, numbers=numbers, keepers=keepers, place=f"{table.name}:{i}"))
                if len(made) == BATCH:
                    _keep(actor, table, made)
                    done += len(made)
                    made = []
                    yield Progress(step="writing", done=done, of=total)
            _keep(actor, table, made)
            done += len(made)
        connection.check_constraints([t.model._meta.db_table for t in tables()])
    except IntegrityError as error:
        raise InvalidInput("The file is wrong: its records don’t fit together. Nothing was kept.", field="file") from error
    finally:
        connection.enable_constraint_checking()
    yield Progress(step="writing", done=done, of=total)


def _keep(actor: Actor, table: Table, made: list[models.Model]) -> None:
    try:
        with transaction.atomic():
            table.model._default_manager.bulk_create(made)
            _still_at_it(actor)
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
        if field.name not in linked:
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


def _photos(actor: Actor, packed: zipfile.ZipFile, manifest: dict[str, Any]) -> Iterator[Progress]:
    """The pictures to their places; each must be a whole JPEG that says nothing about where it was taken."""
    folder = Path(settings.PHOTO_ROOT) / str(actor.fishroom.uid)
    ids = Photo.objects.filter(fishroom=actor.fishroom).order_by("pk").values_list("uid", flat=True)
    names = [f"{uid}.{size}.jpg" for uid in ids for size in LONG_SIDE]
    for i, name in enumerate(names):
        if f"photos/{name}" not in manifest["sha256"]:
            continue
        content = checked(packed, f"photos/{name}", manifest)
        content = _whole_picture(content, name)
        write_whole(folder / name, content)
        _still_at_it(actor)
        yield Progress(step="pictures", done=i + 1, of=len(names))
    if folder.exists():
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
