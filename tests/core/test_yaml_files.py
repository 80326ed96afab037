"""What was compiled before is what would be read now, and never older than the files or the code."""

from __future__ import annotations

import shutil
import tempfile
from pathlib import Path
from unittest import TestCase, mock

from pennywort.core.reference.compiled import compiled
from pennywort.core.reference.library import DATA, Library, _load, load_library
from pennywort.core.reference.yaml_files import ReferenceError, read_yaml


class Kept(TestCase):
    def setUp(self) -> None:
        self.folder, self.kept = Path(tempfile.mkdtemp()), Path(tempfile.mkdtemp())
        for folder in (self.folder, self.kept):
            self.addCleanup(shutil.rmtree, folder, ignore_errors=True)
        self.file = self.folder / "fish.yaml"
        self.file.write_text("- {id: barb, degrees: 24.5, there: true, none: null}\n", encoding="utf-8")
        self.made = 0

    def make(self) -> object:
        self.made += 1
        return [read_yaml(path) for path in sorted(self.folder.rglob("*.yaml"))]

    def read(self) -> object:
        return compiled(self.folder, self.make, kept_in=self.kept)

    def test_the_shipped_reference_comes_back_as_it_is_read(self) -> None:
        fresh = _load(DATA)
        first = compiled(DATA, lambda: fresh, kept_in=self.kept)
        again: Library = compiled(DATA, lambda: self.fail("read again"), kept_in=self.kept)
        self.assertIs(first, fresh)
        self.assertIsNot(again, fresh)
        for name, value in vars(fresh).items():
            self.assertEqual(getattr(again, name), value, name)
        self.assertEqual(vars(load_library()), vars(fresh))

    def test_a_changed_file_a_new_one_and_other_code_are_read_anew(self) -> None:
        barb = [[{"id": "barb", "degrees": 24.5, "there": True, "none": None}]]
        self.assertEqual((self.read(), self.read(), self.made), (barb, barb, 1))
        self.file.write_text("- {id: tetra}\n", encoding="utf-8")
        self.assertEqual((self.read(), self.made), ([[{"id": "tetra"}]], 2))
        (self.folder / "more.yaml").write_text("- {id: goby}\n", encoding="utf-8")
        self.assertEqual((self.read(), self.made), ([[{"id": "tetra"}], [{"id": "goby"}]], 3))
        self.file.rename(self.folder / "other.yaml")
        self.assertEqual((self.read(), self.made), ([[{"id": "goby"}], [{"id": "tetra"}]], 4))
        with mock.patch("pydantic.VERSION", "0"):
            self.read()
        self.assertEqual(self.made, 5)
        # of older versions nothing stays
        self.assertEqual(len(list(self.kept.glob("reference-*"))), 1)

    def test_what_was_kept_and_cut_in_half_is_made_anew(self) -> None:
        told = self.read()
        kept = next(self.kept.glob("reference-*.pickle"))
        whole = kept.read_bytes()
        for broken in (b"", whole[: len(whole) // 2], b"no pickle", b"cnowhere\nnothing\n."):
            with self.subTest(broken[:20]):
                kept.write_bytes(broken)
                self.assertEqual(self.read(), told)
        self.assertEqual(self.made, 5)

    def test_where_nothing_can_be_written_it_is_made_each_time(self) -> None:
        with mock.patch.object(Path, "write_bytes", side_effect=PermissionError):
            self.assertEqual(self.read(), self.read())
        self.assertEqual(self.made, 2)

    def test_a_fault_is_told_as_ever_and_nothing_is_kept(self) -> None:
        self.file.write_text("- {id: barb, id: tetra}\n", encoding="utf-8")
        for _ in range(2):
            with self.assertRaisesRegex(ReferenceError, "doubled keys"):
                self.read()
        self.assertEqual(list(self.kept.glob("reference-*")), [])
