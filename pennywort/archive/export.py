"""A whole fishroom as one file: JSON lines and CSV for each table, and its pictures."""

from __future__ import annotations

import csv
import hashlib
import json
import tempfile
import zipfile
from io import StringIO
from typing import IO, Any, Literal

from django.db import transaction

from pennywort.archive.tables import Table, keeper_names, links, tables, written
from pennywort.fish.models import Photo
from pennywort.fish.photos import LONG_SIDE, path_of
from pennywort.rooms.actor import Actor
from pennywort.rooms.cleaning import safe_cell

FORMAT: Literal["pennywort-archive"] = "pennywort-archive"
# 1: until November 2026. 2: sizes of signs, a fishroom's own kinds, whose law
VERSION: Literal[2] = 2
# the same record, the same bytes: a zip's own time of a file says nothing
DATED = (1980, 1, 1, 0, 0, 0)


def write_archive(actor: Actor) -> IO[bytes]:
    """The archive of this fishroom as a temporary file, read from its beginning. One state of the record, whoever writes meanwhile."""
    out = tempfile.TemporaryFile()  # noqa: SIM115 - the answer closes it once it is sent
    with transaction.atomic(), zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as file:
        names = keeper_names(actor.fishroom)
        sums: dict[str, str] = {}
        counts: dict[str, int] = {}
        for table in tables():
            rows = table_rows(table, actor, names=names)
            counts[table.name] = len(rows)
            lines = "".join(f"{json.dumps(r, ensure_ascii=False, sort_keys=True)}\n" for r in rows)
            sums[f"records/{table.name}.jsonl"] = _put(file, f"records/{table.name}.jsonl", lines.encode())
            _put(file, f"tables/{table.name}.csv", _csv(rows, table).encode())
        for photo in Photo.objects.filter(fishroom=actor.fishroom).order_by("pk"):
            for size in LONG_SIDE:
                path = path_of(photo, size)
                if path.exists():
                    name = f"photos/{path.name}"
                    sums[name] = _put(file, name, path.read_bytes(), packed=True)
        manifest = {
            "format": FORMAT, "version": VERSION, "fishroom": actor.fishroom.name, "time_zone": actor.fishroom.time_zone,
            "law": actor.fishroom.law,
            "written_at": actor.now.isoformat(), "keepers": sorted(names.values()), "counts": counts, "sha256": sums,
        }  # fmt: skip
        _put(file, "archive.json", json.dumps(manifest, ensure_ascii=False, indent=1).encode())
    out.seek(0)
    return out


def table_rows(table: Table, actor: Actor, *, names: dict[int, str]) -> list[dict[str, Any]]:
    """The rows of a table as they stand in the file: links by the other record's own id, keepers by name."""
    linked = {field.name: target for field, target in links(table)}
    keys = {t.name: t.key for t in tables()}
    columns, values = [], []
    for field in table.fields:
        target = linked.get(field.name)
        columns.append(field.name)
        values.append(field.attname if target in (None, "rooms.keeper") else f"{field.name}__{keys[str(target)]}")
    rows = []
    for row in table.rows(actor.fishroom).values_list(*values):
        made = {}
        for field, value in zip(table.fields, row, strict=True):
            made[field.name] = names.get(value) if linked.get(field.name) == "rooms.keeper" else written(field, value)
        rows.append(made)
    return rows


def _put(file: zipfile.ZipFile, name: str, content: bytes, *, packed: bool = False) -> str:
    """Put a file into the archive; its SHA-256."""
    info = zipfile.ZipInfo(name, DATED)
    file.writestr(info, content, zipfile.ZIP_STORED if packed else zipfile.ZIP_DEFLATED)
    return hashlib.sha256(content).hexdigest()


def _csv(rows: list[dict[str, Any]], table: Table) -> str:
    """The same rows for a spreadsheet; text that begins like a formula is quoted by an apostrophe."""
    out = StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow([f.name for f in table.fields])
    for row in rows:
        writer.writerow([_cell(row[f.name]) for f in table.fields])
    return out.getvalue()


def _cell(value: Any) -> Any:
    if isinstance(value, list | dict):
        return json.dumps(value, ensure_ascii=False, sort_keys=True)
    return safe_cell(value) if isinstance(value, str) else value
