"""The database of every release that stands here opens in this one: no row and no figure is lost, and every page of it is read."""

from __future__ import annotations

import json
import lzma
import os
import sqlite3
import subprocess
import sys
import tempfile
from contextlib import closing
from pathlib import Path
from unittest import TestCase

from tests.api.room import of_sqlite

KEPT = Path(__file__).parent / "databases"
ROOT = Path(__file__).resolve().parents[2]
# tables in which Django keeps its own books
ITS_OWN = ("django_migrations", "django_content_type", "auth_permission", "sqlite_sequence")
Rows = dict[str, dict[str, list[object]]]


def columns_of(path: Path) -> Rows:
    """Every column of every table, in the order of the rows."""
    found: Rows = {}
    with closing(sqlite3.connect(path)) as record:
        for (table,) in record.execute("SELECT name FROM sqlite_master WHERE type = 'table'").fetchall():
            names = [row[1] for row in record.execute(f"PRAGMA table_info({table})")]
            rows = record.execute(f"SELECT * FROM {table} ORDER BY rowid").fetchall()  # noqa: S608 - names from the file itself
            found[table] = {name: [row[i] for row in rows] for i, name in enumerate(names)}
    return found


@of_sqlite
class OldDatabases(TestCase):
    def run_in(self, folder: str, *what: str) -> str:
        env = {**os.environ, "PENNYWORT_VAR": folder, "PYTHONPATH": str(ROOT)}
        done = subprocess.run([sys.executable, *what], cwd=ROOT, env=env, capture_output=True, text=True, check=False)
        self.assertEqual(done.returncode, 0, done.stderr[-3000:])
        return done.stdout

    def test_each_opens_and_loses_nothing(self) -> None:
        for kept in sorted(KEPT.glob("*.sqlite3.xz")):
            with tempfile.TemporaryDirectory() as folder:
                path = Path(folder) / "pennywort.sqlite3"
                path.write_bytes(lzma.decompress(kept.read_bytes()))
                before = columns_of(path)
                self.run_in(folder, "manage.py", "migrate", "--verbosity", "0")
                after = columns_of(path)
                for table, columns in before.items():
                    if table in ITS_OWN:
                        continue
                    self.assertIn(table, after, kept.name)
                    for column, values in columns.items():
                        self.assertEqual(after[table].get(column), values, f"{kept.name}: {table}.{column}")
                self.assertGreater(len(after["courses_course"]["id"]), 5)
                wrong = json.loads(self.run_in(folder, "-m", "tests.api.reads").splitlines()[-1])
                self.assertEqual(wrong, [], kept.name)
