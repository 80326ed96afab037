"""A whole fishroom as one file: JSON lines and CSV for each table, and its pictures."""

from __future__ import annotations

import csv
import hashlib
import json
import tempfile
import zipfile
from collections.abc import Iterator
from typing import IO, Any, Literal

from pennywort.archive.tables import Table, keeper_names, links, tables, written
from pennywort.fish.models import Photo
from pennywort.fish.photos import LONG_SIDE, path_of
from pennywort.records.actor import Actor
from pennywort.records.cleaning import safe_cell
from pennywort.records.states import one_state

FORMAT: Literal["pennywort-archive"] = "pennywort-archive"
# 1: until November 2026. 2: sizes of signs, a fishroom's own kinds, whose law. 3: the protocols courses go by, and their ranges
# 4: gear and contacts, set-up and filters, orders, what is left in a bottle, tasks that end
# 5: phosphate and hardness
VERSION: Literal[5] = 5
# the same record, the same bytes: a zip's own time of a file says nothing
DATED = (1980, 1, 1, 0, 0, 0)


def write_archive(actor: Actor) -> IO[bytes]:
    """The archive of this fishroom as a temporary file, read from its beginning. One state of the record, whoever writes meanwhile."""
    out = tempfile.TemporaryFile()  # noqa: SIM115 - the answer closes it once it is sent
    with one_state(), zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as file:
        names = keeper_names(actor.fishroom)
        sums: dict[str, str] = {}
        counts: dict[str, int] = {}
        for table in tables():
            counts[table.name], sums[f"records/{table.name}.jsonl"] = _put_rows(file, table, table_rows(table, actor, names=names))
        for photo in Photo.objects.filter(fishroom=actor.fishroom).select_related("fishroom").order_by("pk"):
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


def _put_rows(file: zipfile.ZipFile, table: Table, rows: Iterator[dict[str, Any]]) -> tuple[int, str]:
    """A table as JSON lines and as CSV, a row at a time; how many rows, and the SHA-256 of the lines."""
    digest, count = hashlib.sha256(), 0
    with tempfile.TemporaryFile("w+", encoding="utf-8", newline="") as beside:
        writer = csv.writer(beside, lineterminator="\r\n")
        writer.writerow([f.name for f in table.fields])
        with file.open(_info(f"records/{table.name}.jsonl"), "w") as lines:
            for row in rows:
                line = f"{json.dumps(row, ensure_ascii=False, sort_keys=True)}\n".encode()
                digest.update(line)
                lines.write(line)
                # text that begins like a formula is quoted by an apostrophe
                writer.writerow([_cell(row[f.name]) for f in table.fields])
                count += 1
        beside.seek(0)
        with file.open(_info(f"tables/{table.name}.csv"), "w") as table_file:
            while part := beside.read(1 << 16):
                table_file.write(part.encode())
    return count, digest.hexdigest()


def table_rows(table: Table, actor: Actor, *, names: dict[int, str]) -> Iterator[dict[str, Any]]:
    """The rows of a table as they stand in the file: links by the other record's own id, keepers by name."""
    linked = {field.name: target for field, target in links(table)}
    keys = {t.name: t.key for t in tables()}
    columns, values = [], []
    for field in table.fields:
        target = linked.get(field.name)
        columns.append(field.name)
        values.append(field.attname if target in (None, "rooms.keeper") else f"{field.name}__{keys[str(target)]}")
    for row in table.rows(actor.fishroom).values_list(*values).iterator():
        made = {}
        for field, value in zip(table.fields, row, strict=True):
            made[field.name] = names.get(value) if linked.get(field.name) == "rooms.keeper" else written(field, value)
        yield made


def _info(name: str) -> zipfile.ZipInfo:
    info = zipfile.ZipInfo(name, DATED)
    info.compress_type = zipfile.ZIP_DEFLATED
    return info


def _put(file: zipfile.ZipFile, name: str, content: bytes, *, packed: bool = False) -> str:
    """Put a file into the archive; its SHA-256."""
    info = zipfile.ZipInfo(name, DATED)
    file.writestr(info, content, zipfile.ZIP_STORED if packed else zipfile.ZIP_DEFLATED)
    return hashlib.sha256(content).hexdigest()


def _cell(value: Any) -> Any:
    if isinstance(value, list | dict):
        return json.dumps(value, ensure_ascii=False, sort_keys=True)
    return safe_cell(value) if isinstance(value, str) else value
