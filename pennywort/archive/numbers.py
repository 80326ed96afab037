"""Numbers of rows, set aside before the rows are made: what others write meanwhile gets later ones."""

from __future__ import annotations

from typing import Any

from django.db import connection, models
from django.db.models import Max


def set_aside(cursor: Any, model: type[models.Model], count: int) -> int:
    """The last number before the ``count`` that are now this caller's; within his transaction."""
    name = model._meta.db_table
    if connection.vendor == "sqlite":
        return _in_sqlite(cursor, model, name, count)
    # nobody adds a row between the look and the step
    cursor.execute(f"LOCK TABLE {connection.ops.quote_name(name)} IN SHARE ROW EXCLUSIVE MODE")
    cursor.execute("SELECT nextval(pg_get_serial_sequence(%s, 'id'))", [name])
    last = int(cursor.fetchone()[0])
    cursor.execute("SELECT setval(pg_get_serial_sequence(%s, 'id'), %s)", [name, last + count])
    return last


def _in_sqlite(cursor: Any, model: type[models.Model], name: str, count: int) -> int:
    cursor.execute("SELECT seq FROM sqlite_sequence WHERE name = %s", [name])
    row = cursor.fetchone()
    last = max(int(row[0]) if row else 0, int(model._default_manager.aggregate(m=Max("pk"))["m"] or 0))
    if row:
        cursor.execute("UPDATE sqlite_sequence SET seq = %s WHERE name = %s", [last + count, name])
    else:
        cursor.execute("INSERT INTO sqlite_sequence (name, seq) VALUES (%s, %s)", [name, last + count])
    return last
