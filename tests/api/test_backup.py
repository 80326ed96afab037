"""Everything as one file and back: taken while others write, checked by opening it, put back whole or not at all."""

from __future__ import annotations

import json
import os
import sqlite3
import subprocess
import sys
import tempfile
from contextlib import closing
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any
from zipfile import ZIP_DEFLATED, ZipFile

from django.conf import settings
from django.db import connection
from django.db.migrations.loader import MigrationLoader

from pennywort.backup.check import DATABASE, MANIFEST, check
from pennywort.backup.put_back import put_back
from pennywort.backup.take import take, thin_out
from pennywort.core.errors import InvalidInput
from tests.api.room import NOW, RoomCase, of_sqlite


@of_sqlite
class Backups(RoomCase):
    def setUp(self) -> None:
        super().setUp()
        made = tempfile.TemporaryDirectory()
        self.addCleanup(made.cleanup)
        self.folder = Path(made.name)
        self.target = self.folder / "backups"
        self.target.mkdir()
        self.barbs = self.group(self.tank())
        self.picture = self.photo(self.barbs)
        self.database = self.folder / "live" / DATABASE
        self.database.parent.mkdir()
        # the test's own transaction is never committed: its state is copied to a file of its own
        connection.ensure_connection()
        self.database.write_bytes(connection.connection.serialize())
        with closing(sqlite3.connect(self.database)) as live:
            live.execute("PRAGMA journal_mode=WAL")
        self.known = frozenset(MigrationLoader(None, ignore_no_migrations=True).disk_migrations)

    def taken(self, now: datetime = NOW) -> Path:
        return take(self.target, database=self.database, photos=Path(settings.PHOTO_ROOT), now=now)[0]

    def back(self, file: Path, *, replace: bool = False, into: str = "new") -> tuple[Path, Path | None]:
        place = self.folder / into
        _, aside = put_back(file, database=place / DATABASE, photos=place / "photos", known=self.known, replace=replace, now=NOW)
        return place, aside

    def rows(self, database: Path) -> dict[str, list[tuple[Any, ...]]]:
        with closing(sqlite3.connect(f"file:{database}?mode=ro", uri=True)) as opened:
            tables = [t for (t,) in opened.execute("SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY name")]
            return {t: opened.execute(f'SELECT * FROM "{t}"').fetchall() for t in tables}  # noqa: S608

    def refused(self, words: str, file: Path, **more: Any) -> None:
        with self.assertRaisesRegex(InvalidInput, words):
            self.back(file, **more)
        self.assertFalse((self.folder / "new" / DATABASE).exists())

    def altered(self, file: Path, **change: Any) -> Path:
        """The same backup with files changed, added or (None) left out."""
        out = file.with_name("altered.zip")
        with ZipFile(file) as before, ZipFile(out, "w", ZIP_DEFLATED) as after:
            content = {name: before.read(name) for name in before.namelist()} | change
            for name, data in content.items():
                if data is not None:
                    after.writestr(name, data)
        return out

    def test_back_again_it_is_the_same_to_the_row_and_the_picture(self) -> None:
        file = self.taken()
        self.assertEqual(file.name, "pennywort-backup-20261124T142000Z.zip")
        self.assertEqual(file.stat().st_mode & 0o777, 0o600)
        found = check(file)
        self.assertEqual((found.keepers, found.fishrooms, found.pictures, found.gone), (3, 2, 2, ()))
        place, aside = self.back(file)
        self.assertIsNone(aside)
        self.assertEqual(self.rows(place / DATABASE), self.rows(self.database))
        before, after = (sorted((p.relative_to(root), p.read_bytes()) for p in root.rglob("*.jpg")) for root in (Path(settings.PHOTO_ROOT), place / "photos"))
        self.assertEqual(len(after), 2)
        self.assertEqual(after, before)
        self.assertEqual({p.stat().st_mode & 0o777 for p in (place / "photos").rglob("*.jpg")}, {0o600})

    def test_taken_while_another_is_writing(self) -> None:
        """What was committed is in it, what is half written is not; and the writer goes on."""
        with closing(sqlite3.connect(self.database, isolation_level=None)) as writer:
            writer.execute("BEGIN IMMEDIATE")
            writer.execute("UPDATE rooms_fishroom SET name = 'half written'")
            file = self.taken()
            writer.execute("COMMIT")
            later = self.taken(NOW + timedelta(seconds=1))
        for path, name in ((file, "Test Lock"), (later, "half written")):
            place, _ = self.back(path, into=path.stem)
            self.assertIn(name, {row for rows in self.rows(place / DATABASE)["rooms_fishroom"] for row in rows})

    def test_a_record_is_never_written_over(self) -> None:
        file = self.taken()
        place, _ = self.back(file)
        with closing(sqlite3.connect(place / DATABASE)) as live:
            live.execute("UPDATE rooms_fishroom SET name = 'younger'")
            live.commit()
        younger = self.rows(place / DATABASE)
        with self.assertRaisesRegex(InvalidInput, "--replace"):
            self.back(file)
        self.assertEqual(self.rows(place / DATABASE), younger)
        _, aside = self.back(file, replace=True)
        self.assertEqual(self.rows(place / DATABASE), self.rows(self.database))
        assert aside is not None
        self.assertEqual(self.rows(aside / DATABASE), younger)
        self.assertEqual(len(list((aside / "photos").rglob("*.jpg"))), 2)

    def test_not_while_it_runs(self) -> None:
        file = self.taken()
        place, _ = self.back(file)
        with closing(sqlite3.connect(place / DATABASE)) as running:
            running.execute("PRAGMA journal_mode=WAL")
            running.execute("SELECT count(*) FROM rooms_keeper").fetchone()
            with self.assertRaisesRegex(InvalidInput, "Stop Pennywort first"):
                self.back(file, replace=True)

    def test_what_is_not_whole_leaves_nothing(self) -> None:
        file = self.taken()
        whole = file.read_bytes()
        with ZipFile(file) as archive:
            manifest, database = json.loads(archive.read(MANIFEST)), archive.read(DATABASE)
        picture = next(name for name in manifest["sha256"] if name.endswith("small.jpg"))
        cut = self.folder / "cut.zip"
        for part in (0, 10, len(whole) // 2, len(whole) - 5):
            cut.write_bytes(whole[:part])
            self.refused("not a whole backup", cut)
        self.refused("not a whole backup", self.folder / "nowhere.zip")
        self.refused("not what it was", self.altered(file, **{DATABASE: database[:-4096]}))
        self.refused("not what it was", self.altered(file, **{picture: b"other"}))
        self.refused("other files than it says", self.altered(file, **{picture: None}))
        self.refused("other files than it says", self.altered(file, **{"../elsewhere": b"x"}))
        self.refused("not a whole backup", self.altered(file, **{MANIFEST: json.dumps({**manifest, "version": 2})}))
        without = {**manifest, "sha256": {n: s for n, s in manifest["sha256"].items() if n != picture}}
        self.refused("pictures that the record names", self.altered(file, **{picture: None, MANIFEST: json.dumps(without)}))
        outside = {**manifest, "sha256": {**manifest["sha256"], "../elsewhere": "a0b1" * 16}}
        self.refused("none of ours", self.altered(file, **{"../elsewhere": b"x", MANIFEST: json.dumps(outside)}))
        self.assertFalse((self.folder / "elsewhere").exists())

    def test_of_a_later_pennywort(self) -> None:
        self.known -= {max(self.known)}
        self.refused("later Pennywort", self.taken())

    def test_a_picture_gone_from_the_disk_is_said(self) -> None:
        next(Path(settings.PHOTO_ROOT).rglob("*.small.jpg")).unlink()
        found = check(self.taken())
        self.assertEqual((found.pictures, len(found.gone)), (1, 1))

    def test_a_folder_that_is_not_there_is_no_backup(self) -> None:
        with self.assertRaisesRegex(InvalidInput, "make the folder first"):
            take(self.folder / "unmounted", database=self.database, photos=Path(settings.PHOTO_ROOT), now=NOW)
        with self.assertRaisesRegex(InvalidInput, "no database"):
            take(self.target, database=self.folder / "none.sqlite3", photos=Path(settings.PHOTO_ROOT), now=NOW)

    def test_the_newest_are_kept_and_nothing_else_is_touched(self) -> None:
        own = self.target / "pennywort-notes.zip"
        own.write_bytes(b"mine")
        made = [self.taken(datetime(2026, 11, day, 3, tzinfo=UTC)) for day in (7, 9, 8)]
        self.assertEqual(thin_out(self.target, keep=2), [made[0]])
        self.assertEqual(sorted(self.target.iterdir()), sorted([own, made[1], made[2]]))

    def test_the_commands(self) -> None:
        """Into an empty place, by the command that a keeper types; a backup of that is whole again."""
        file = self.taken()
        place = self.folder / "place"

        def manage(*words: str) -> subprocess.CompletedProcess[str]:
            command = [sys.executable, "manage.py", *words]
            return subprocess.run(command, env={**os.environ, "PENNYWORT_VAR": str(place)}, capture_output=True, text=True, check=False)

        done = manage("restore", str(file))
        self.assertEqual((done.returncode, done.stderr), (0, ""))
        self.assertRegex(done.stdout, r"^Back, as it was at 2026-11-24T14:20:00\+00:00: 3 keepers, 2 fishrooms, \d+ records, 2 picture files[.]")
        self.assertEqual((place / DATABASE).stat().st_mode & 0o077, 0)
        again = manage("backup", str(self.target), "--keep", "1")
        self.assertEqual((again.returncode, again.stderr), (0, ""))
        self.assertRegex(again.stdout, "Opened again, and whole[.]\n1 older removed")
        (left,) = self.target.iterdir()
        self.assertIn("is whole: 3 keepers", manage("backup", "--check", str(left)).stdout)
        # as an older Pennywort left it
        (place / DATABASE).chmod(0o644)
        refused = manage("restore", str(left))
        self.assertEqual(refused.returncode, 1)
        self.assertIn("--replace", refused.stderr)
        self.assertEqual({p.stat().st_mode & 0o077 for p in (place / DATABASE, place / "photos")}, {0})
